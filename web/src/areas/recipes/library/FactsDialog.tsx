import Autocomplete from '@mui/material/Autocomplete';
import Box from '@mui/material/Box';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import {
  ACCELERATORS,
  ALLERGENS,
  MELTING,
  STATEMENTS,
  type AcceleratorKind,
  type Contents,
} from '@zest/core';
import { ROUTES, type LibraryItem } from '@zest/contract';
import { ActionDialog } from '../../../ui/ActionDialog.js';
import { call } from '../../../data/api.js';
import { NumberField } from '../../../ui/fields.js';
import { useStockCommand } from '../../../data/use-stock-command.js';
import { WeighedOnce } from './WeighedOnce.js';

type Facts = Omit<
  LibraryItem,
  'id' | 'name' | 'form' | 'role' | 'typed' | 'priceMinorPerKg' | 'freeMg' | 'isSupply' | 'version'
>;

const CONTENTS: readonly [keyof Contents, string][] = [
  ['saltPct', 'Salt, %'],
  ['nitritePct', 'Nitrite, %'],
  ['nitratePct', 'Nitrate, %'],
  ['sugarPct', 'Sugar, %'],
  ['fatPct', 'Fat, %'],
  ['proteinPct', 'Protein, %'],
  ['waterPct', 'Water, %'],
  ['binderPct', 'Binder, %'],
];

/** What is known of one ingredient in one form. */
export function FactsDialog({ item, onClose }: { item: LibraryItem; onClose: () => void }) {
  const command = useStockCommand(onClose);
  const [facts, setFacts] = useState<Facts>(() => factsOf(item));
  const set = (change: (now: Facts) => Facts) => setFacts(change);
  const go = () =>
    command.run(() =>
      call(ROUTES.changeIngredient, { params: { id: item.id }, body: { version: item.version, facts } }),
    );
  return (
    <ActionDialog
      title={`${item.name}, ${item.form}`}
      action="Write it down"
      disabled={false}
      wide
      {...command}
      onGo={() => void go()}
      onClose={onClose}
    >
      <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
        {CONTENTS.map(([key, label]) => (
          <NumberField
            key={key}
            label={label}
            width={104}
            initial={String(item.contents[key])}
            onValue={(v) => set((f) => ({ ...f, contents: { ...f.contents, [key]: v ?? 0 } }))}
          />
        ))}
      </Box>
      <DoseRow item={item} set={set} />
      <WeighedOnce
        density={facts.density}
        onDensity={(density) => set(({ density: _old, ...f }) => (density ? { ...f, density } : f))}
      />
      <Autocomplete
        multiple
        options={[...ALLERGENS]}
        value={facts.allergens}
        onChange={(_, allergens) => set((f) => ({ ...f, allergens }))}
        renderInput={(params) => <TextField {...params} label="Allergens" />}
      />
      <Box>
        <FormControlLabel
          label="Made of several things: a packet, a rub, a sauce, a stock"
          control={
            <Checkbox checked={facts.compound} onChange={(_, compound) => set((f) => ({ ...f, compound }))} />
          }
        />
        {facts.compound ? <CompoundRows facts={facts} set={set} /> : null}
      </Box>
      {item.role === 'packet' || item.role === 'seasoning' ? <PacketRow item={item} set={set} /> : null}
      {item.role === 'inclusion' ? <PieceRow facts={facts} set={set} /> : null}
      <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
        <TextField
          label="Name on the label"
          value={facts.declaredAs ?? ''}
          onChange={(e) =>
            set(({ declaredAs: _old, ...f }) => (e.target.value ? { ...f, declaredAs: e.target.value } : f))
          }
          sx={{ flex: 1, minWidth: 200 }}
        />
        <TextField
          label="Species, if it is meat itself"
          value={facts.species ?? ''}
          onChange={(e) =>
            set(({ species: _old, ...f }) => (e.target.value ? { ...f, species: e.target.value } : f))
          }
          sx={{ width: 200 }}
        />
        {item.role === 'accelerator' ? (
          <TextField
            select
            label="Which accelerator"
            value={facts.accelerator ?? ''}
            onChange={(e) => set((f) => ({ ...f, accelerator: e.target.value as AcceleratorKind }))}
            sx={{ width: 200 }}
          >
            {ACCELERATORS.map((a) => (
              <MenuItem key={a} value={a}>
                {a}
              </MenuItem>
            ))}
          </TextField>
        ) : null}
      </Box>
    </ActionDialog>
  );
}

function factsOf(item: LibraryItem): Facts {
  const {
    id: _id,
    name: _name,
    form: _form,
    role: _role,
    typed: _typed,
    priceMinorPerKg: _price,
    freeMg: _free,
    isSupply: _supply,
    version: _version,
    ...facts
  } = item;
  return facts;
}

interface PartProps {
  set: (change: (now: Facts) => Facts) => void;
}

function DoseRow({ item, set }: PartProps & { item: LibraryItem }) {
  const [min, setMin] = useState(item.dose?.minGPerKg);
  const [max, setMax] = useState(item.dose?.maxGPerKg);
  const [source, setSource] = useState(item.dose?.source ?? 'common practice');
  const put = (nextMin: number | undefined, nextMax: number | undefined, from: string) =>
    set(({ dose: _old, ...f }) =>
      nextMax === undefined
        ? f
        : { ...f, dose: { minGPerKg: nextMin ?? 0, maxGPerKg: nextMax, source: from } },
    );
  return (
    <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
      <NumberField
        label="Least dose, g/kg"
        width={150}
        initial={min === undefined ? '' : String(min)}
        onValue={(v) => {
          setMin(v);
          put(v, max, source);
        }}
      />
      <NumberField
        label="Greatest dose, g/kg"
        width={160}
        initial={max === undefined ? '' : String(max)}
        onValue={(v) => {
          setMax(v);
          put(min, v, source);
        }}
      />
      <TextField
        label="Doses from"
        value={source}
        onChange={(e) => {
          setSource(e.target.value);
          put(min, max, e.target.value);
        }}
        sx={{ flex: 1, minWidth: 180 }}
      />
    </Box>
  );
}

function CompoundRows({ facts, set }: PartProps & { facts: Facts }) {
  return (
    <>
      <Box>
        Its maker states:{' '}
        {STATEMENTS.map((s) => (
          <FormControlLabel
            key={s}
            label={s}
            control={
              <Checkbox
                checked={facts.stated.includes(s)}
                onChange={(_, on) =>
                  set((f) => ({ ...f, stated: on ? [...f.stated, s] : f.stated.filter((x) => x !== s) }))
                }
              />
            }
          />
        ))}
      </Box>
      <TextField
        label="Made of, the most first, with commas"
        fullWidth
        defaultValue={facts.parts.map((p) => p.name).join(', ')}
        onChange={(e) =>
          set((f) => ({
            ...f,
            parts: e.target.value
              .split(',')
              .map((name) => name.trim())
              .filter(Boolean)
              .map((name) => {
                const allergen =
                  f.parts.find((p) => p.name === name)?.allergen ??
                  ALLERGENS.find((a) => name.toLowerCase().includes(a));
                return allergen ? { name, allergen } : { name };
              }),
          }))
        }
      />
    </>
  );
}

function PacketRow({ item, set }: PartProps & { item: LibraryItem }) {
  const [netG, setNet] = useState(item.packet?.netG);
  const [seasonsKg, setSeasons] = useState(item.packet?.seasonsKg);
  const put = (net: number | undefined, kg: number | undefined) =>
    set(({ packet: _old, ...f }) => (net && kg ? { ...f, packet: { netG: net, seasonsKg: kg } } : f));
  return (
    <Box sx={{ display: 'flex', gap: 1 }}>
      <NumberField
        label="A packet weighs, g"
        width={170}
        initial={netG === undefined ? '' : String(netG)}
        onValue={(v) => {
          setNet(v);
          put(v, seasonsKg);
        }}
      />
      <NumberField
        label="and seasons, kg"
        width={150}
        initial={seasonsKg === undefined ? '' : String(seasonsKg)}
        onValue={(v) => {
          setSeasons(v);
          put(netG, v);
        }}
      />
    </Box>
  );
}

function PieceRow({ facts, set }: PartProps & { facts: Facts }) {
  const piece = facts.piece ?? { mm: 0, melting: 'stays whole' as const };
  const put = (next: typeof piece) =>
    set(({ piece: _old, ...f }) => (next.mm > 0 ? { ...f, piece: next } : f));
  return (
    <Box sx={{ display: 'flex', gap: 1 }}>
      <NumberField
        label="Pieces of, mm"
        width={140}
        initial={piece.mm ? String(piece.mm) : ''}
        onValue={(v) => put({ ...piece, mm: v ?? 0 })}
      />
      <TextField
        select
        label="In the heat"
        value={piece.melting}
        onChange={(e) => put({ ...piece, melting: e.target.value as typeof piece.melting })}
        sx={{ width: 190 }}
      >
        {MELTING.map((m) => (
          <MenuItem key={m} value={m}>
            {m}
          </MenuItem>
        ))}
      </TextField>
      <NumberField
        label="Goes in at most, °C"
        width={170}
        initial={facts.piece?.atMostC === undefined ? '' : String(facts.piece.atMostC)}
        onValue={(v) => put(v === undefined ? piece : { ...piece, atMostC: v })}
      />
    </Box>
  );
}
