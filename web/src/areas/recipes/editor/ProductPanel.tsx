import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import {
  CLAIMS,
  FAT_CLASSES,
  PRODUCT_STATES,
  type FatClass,
  type Finding,
  type ProductState,
} from '@zest/core';
import { MassField, NumberField } from '../../../ui/fields.js';
import { Triangle } from '../../../ui/Trouble.js';
import { useUnits } from '../../../ui/units.js';
import type { EditorDocument } from '../new-document.js';
import { MachineChoice } from './MachineChoice.js';
import { PieceFields } from './PieceFields.js';
import { queries } from '../../../data/queries.js';

interface ProductPanelProps {
  document: EditorDocument;
  findings: readonly Finding[];
  onEdit: (edit: (document: EditorDocument) => EditorDocument, topic?: string) => void;
}

const NOT_HERE = /^(lines|steps|portions)/;

/** What the product is: its state and class, fat, species, claims, casing, piece and pack. */
export function ProductPanel({ document, findings, onEdit }: ProductPanelProps) {
  const units = useUnits();
  const set = <K extends keyof EditorDocument>(name: K, value: EditorDocument[K], topic?: string) =>
    onEdit((d) => ({ ...d, [name]: value }), topic);
  return (
    <Box sx={{ display: 'flex', flexDirection: 'column', gap: 2 }}>
      {findings
        .filter((f) => !NOT_HERE.test(f.path))
        .map((f) => (
          <Box key={f.sentence} role={f.level === 'stop' ? 'alert' : 'note'} sx={{ display: 'flex', gap: 1 }}>
            {f.level === 'stop' ? <b>Stop.</b> : <Triangle size={18} />} {units.sentence(f.sentence)}
          </Box>
        ))}
      <Row title="State">
        <TextField
          select
          label="Product state"
          value={document.state}
          onChange={(e) => set('state', e.target.value as ProductState)}
          sx={{ width: 230 }}
        >
          {PRODUCT_STATES.map((s) => (
            <MenuItem key={s} value={s}>
              {s}
            </MenuItem>
          ))}
        </TextField>
        <TextField
          select
          label="Product class"
          value={document.fatClass ?? ''}
          onChange={(e) =>
            onEdit(({ fatClass: _old, ...d }) =>
              e.target.value ? { ...d, fatClass: e.target.value as FatClass } : d,
            )
          }
          sx={{ width: 200 }}
          helperText="Decides which limits of the book hold."
        >
          <MenuItem value="">none of these</MenuItem>
          {FAT_CLASSES.map((c) => (
            <MenuItem key={c} value={c}>
              {c}
            </MenuItem>
          ))}
        </TextField>
      </Row>
      <Row title="Fat of the meat block">
        <NumberField
          label="From, %"
          width={110}
          initial={String(document.window.minPct)}
          onValue={(v) => v !== undefined && set('window', { ...document.window, minPct: v }, 'min')}
        />
        <NumberField
          label="To, %"
          width={110}
          initial={String(document.window.maxPct)}
          onValue={(v) => v !== undefined && set('window', { ...document.window, maxPct: v }, 'max')}
        />
        <NumberField
          label="How sure, %"
          width={120}
          initial={String(Math.round(document.confidence * 100))}
          onValue={(v) => v !== undefined && set('confidence', Math.min(0.99, Math.max(0, v / 100)), 'sure')}
        />
      </Row>
      <SpeciesRow document={document} onEdit={onEdit} />
      <Row title="Claims">
        {CLAIMS.map((claim) => (
          <FormControlLabel
            key={claim}
            label={claim}
            control={
              <Checkbox
                checked={document.claims.includes(claim)}
                onChange={(_, on) =>
                  set('claims', on ? [...document.claims, claim] : document.claims.filter((c) => c !== claim))
                }
              />
            }
          />
        ))}
      </Row>
      <Row title="Casing and piece">
        <PieceFields of={document} onSet={(set, topic) => onEdit((d) => ({ ...d, ...set }), topic)} />
      </Row>
      <Row title="Machines">
        <MachineChoice
          kind="mixer"
          label="Mixed in"
          holdsKg={document.mixerCapacityKg}
          onChoose={(kg) => set('mixerCapacityKg', kg, 'mixer')}
        />
        <MassField
          label="Mixer holds"
          width={150}
          initial={units.mass(document.mixerCapacityKg * 1e6)}
          onValue={(mg) => set('mixerCapacityKg', (mg ?? 0) / 1e6, 'mixer')}
        />
        <MachineChoice
          kind="stuffer"
          label="Filled with"
          holdsKg={document.stufferCapacityKg}
          onChoose={(kg) => set('stufferCapacityKg', kg, 'stuffer')}
        />
        <MassField
          label="Stuffer holds"
          width={150}
          initial={
            document.stufferCapacityKg === undefined ? '' : units.mass(document.stufferCapacityKg * 1e6)
          }
          onValue={(mg) =>
            onEdit(
              ({ stufferCapacityKg: _old, ...d }) => (mg ? { ...d, stufferCapacityKg: mg / 1e6 } : d),
              'stuffer',
            )
          }
        />
      </Row>
      <HeatRow document={document} onEdit={onEdit} />
      <TextField
        label="Cooking sentence on the label"
        value={document.cookingSentence ?? ''}
        onChange={(e) =>
          onEdit(
            ({ cookingSentence: _old, ...d }) =>
              e.target.value ? { ...d, cookingSentence: e.target.value } : d,
            'cooking',
          )
        }
        slotProps={{ htmlInput: { maxLength: 300 } }}
      />
    </Box>
  );
}

function Row({ title, children }: { title: string; children: React.ReactNode }) {
  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: '130px 1fr', gap: 1.5, alignItems: 'center' }}>
      <Box sx={{ fontWeight: 700 }}>{title}</Box>
      <Box sx={{ display: 'flex', gap: 1.5, alignItems: 'center', flexWrap: 'wrap' }}>{children}</Box>
    </Box>
  );
}

type Part = Pick<ProductPanelProps, 'document' | 'onEdit'>;

function SpeciesRow({ document, onEdit }: Part) {
  const trims = useQuery(queries.trims);
  const species = [...new Set((trims.data ?? []).map((t) => t.species))];
  const rule = (name: string) => document.speciesRules.find((r) => r.species === name);
  const setRule = (name: string, minPct: number | undefined, maxPct: number | undefined) =>
    onEdit((d) => {
      const others = d.speciesRules.filter((r) => r.species !== name);
      if (minPct === undefined && maxPct === undefined) return { ...d, speciesRules: others };
      const next = {
        species: name,
        ...(minPct === undefined ? {} : { minPct }),
        ...(maxPct === undefined ? {} : { maxPct }),
      };
      return { ...d, speciesRules: [...others, next] };
    }, `species ${name}`);
  return (
    <Row title="Species, % of the meat">
      {species.map((name) => (
        <Box
          key={name}
          role="group"
          aria-label={name}
          sx={{ display: 'flex', gap: 0.5, alignItems: 'center' }}
        >
          <Box sx={{ minWidth: 64 }}>{name}</Box>
          <NumberField
            label="least"
            width={84}
            initial={String(rule(name)?.minPct ?? '')}
            onValue={(v) => setRule(name, v, rule(name)?.maxPct)}
          />
          <NumberField
            label="most"
            width={84}
            initial={String(rule(name)?.maxPct ?? '')}
            onValue={(v) => setRule(name, rule(name)?.minPct, v)}
          />
        </Box>
      ))}
    </Row>
  );
}

function HeatRow({ document, onEdit }: Part) {
  const { hotness } = document;
  const set = (next: EditorDocument['hotness'], topic?: string) =>
    onEdit((d) => ({ ...d, hotness: next }), topic);
  return (
    <Row title="Heat variants">
      {hotness.map((heat, i) => (
        <Box key={i} sx={{ display: 'flex', gap: 0.5 }}>
          <TextField
            label="Name"
            value={heat.name}
            onChange={(e) =>
              set(
                hotness.map((h, j) => (j === i ? { ...h, name: e.target.value } : h)),
                `heat ${i}`,
              )
            }
            sx={{ width: 110 }}
          />
          <NumberField
            label="×"
            width={74}
            initial={String(heat.factor)}
            onValue={(v) =>
              set(
                hotness.map((h, j) => (j === i ? { ...h, factor: v ?? 0 } : h)),
                `factor ${i}`,
              )
            }
          />
        </Box>
      ))}
      <Button
        onClick={() =>
          set(
            hotness.length === 0
              ? [
                  { name: 'mild', factor: 1 },
                  { name: 'hot', factor: 2 },
                ]
              : [...hotness, { name: `heat ${hotness.length + 1}`, factor: hotness.length + 1 }],
          )
        }
      >
        {hotness.length === 0 ? 'Make it mild and hot' : 'One more'}
      </Button>
      {hotness.length > 0 ? (
        <Button
          onClick={() =>
            onEdit((d) => ({ ...d, hotness: [], lines: d.lines.map(({ hot: _heat, ...l }) => l) }))
          }
        >
          None
        </Button>
      ) : null}
    </Row>
  );
}
