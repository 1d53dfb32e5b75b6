import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { InputError, PREPARATIONS, prepare, type Preparation } from '@zest/core';
import { ROUTES } from '@zest/contract';
import { command } from '../../../data/command.js';
import { NUMERALS } from '../../../ui/theme.js';
import { useUnits } from '../../../ui/units.js';
import { ActionDialog } from '../../../ui/ActionDialog.js';
import type { LotDialogFor } from './dialog-for.js';
import { MassField, NumberField, TemperatureField } from '../../../ui/fields.js';
import { useStockCommand } from '../../../data/use-stock-command.js';
import { queries } from '../../../data/queries.js';

interface Part {
  name: string;
  to: 'bin' | 'sale' | 'stock';
  massMg: number | undefined;
  trimId: string;
  credit: number | undefined;
}

const USUAL: Record<Preparation, readonly string[]> = {
  'trim out': ['bone', 'skin', 'sinew', 'purge'],
  thaw: ['drip'],
  roast: ['steam'],
  peel: ['peel'],
  dice: ['ends'],
  soak: [],
  drain: ['water'],
};
const GOES: Record<Part['to'], string> = { bin: 'bin', sale: 'sold', stock: 'kept as a lot' };

/** Raw in, prepared out: gross, the parts with where they go, the usable, and the true cost of it. */
export function PrepareDialog({ lot, onClose }: LotDialogFor) {
  const units = useUnits();
  const sending = useStockCommand(onClose);
  const trims = useQuery(queries.trims);
  const first: Preparation = lot.state === 'frozen' || lot.weightKnown === 'pre-thaw' ? 'thaw' : 'trim out';
  const [how, setHow] = useState<Preparation>(first);
  const [grossMg, setGross] = useState<number>();
  const [usableMg, setUsable] = useState<number>();
  const [tempC, setTempC] = useState<number>();
  const [parts, setParts] = useState<Part[]>(() => newParts(first));
  const weighed = parts.flatMap((p) => (p.massMg === undefined ? [] : [{ ...p, massMg: p.massMg }]));
  const put = (i: number, change: Partial<Part>) =>
    setParts((now) => now.map((p, j) => (i === j ? { ...p, ...change } : p)));
  const result = outcome(how, grossMg, usableMg, weighed, lot.priceMinorPerKg);
  const go = () =>
    sending.run(() =>
      command(ROUTES.prepareLot, {
        params: { id: lot.id },
        body: {
          how,
          grossMg: grossMg ?? 0,
          usableMg: usableMg ?? 0,
          tempC: tempC ?? NaN,
          parts: weighed.map((p) => ({
            name: p.name,
            massMg: p.massMg,
            to: p.to,
            ...(p.to === 'stock' ? { trimId: p.trimId } : {}),
            ...(p.credit === undefined ? {} : { creditMinorPerKg: Math.round(p.credit * 100) }),
          })),
        },
      }),
    );
  return (
    <ActionDialog
      title={`Prepare ${lot.trimName} ${lot.code}`}
      action={`${usableMg === undefined ? '…' : units.mass(usableMg, 10_000)} usable`}
      disabled={
        grossMg === undefined || usableMg === undefined || tempC === undefined || result === undefined
      }
      wide
      {...sending}
      onGo={() => void go()}
      onClose={onClose}
    >
      <Box sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap' }}>
        <TextField
          select
          label="What was done"
          value={how}
          onChange={(e) => {
            const next = e.target.value as Preparation;
            setHow(next);
            setParts(newParts(next));
          }}
          sx={{ width: 160 }}
        >
          {PREPARATIONS.map((p) => (
            <MenuItem key={p} value={p}>
              {p}
            </MenuItem>
          ))}
        </TextField>
        <MassField label={`Gross, of ${units.mass(lot.balanceMg, 10_000)}`} onValue={setGross} />
        <MassField label="Usable" onValue={setUsable} />
        <TemperatureField label="Temperature after" onValue={setTempC} width={170} />
      </Box>
      {parts.map((part, i) => (
        <Box key={i} sx={{ display: 'flex', gap: 1.5 }}>
          <TextField
            label="Part"
            value={part.name}
            onChange={(e) => put(i, { name: e.target.value })}
            sx={{ width: 160 }}
          />
          <MassField
            label={`Weight of ${part.name || 'the part'}`}
            onValue={(massMg) => put(i, { massMg })}
          />
          <TextField
            select
            label="Goes to"
            value={part.to}
            onChange={(e) => put(i, { to: e.target.value as Part['to'] })}
            sx={{ width: 130 }}
          >
            {(Object.keys(GOES) as Part['to'][]).map((to) => (
              <MenuItem key={to} value={to}>
                {GOES[to]}
              </MenuItem>
            ))}
          </TextField>
          {part.to === 'stock' ? (
            <TextField
              select
              label="As which trim"
              value={part.trimId}
              onChange={(e) => put(i, { trimId: e.target.value })}
              sx={{ width: 190 }}
            >
              {(trims.data ?? []).map((t) => (
                <MenuItem key={t.id} value={t.id}>
                  {t.name}
                </MenuItem>
              ))}
            </TextField>
          ) : null}
          {part.to === 'bin' ? null : (
            <NumberField label="Worth per kg" onValue={(credit) => put(i, { credit })} width={120} />
          )}
        </Box>
      ))}
      <Box>
        <Button onClick={() => setParts([...parts, { ...BLANK, name: '' }])}>Another part</Button>
      </Box>
      {result ? (
        <Box sx={{ ...NUMERALS, fontSize: 20 }} role="status">
          {units.percent(result.yield * 100)} usable · {units.perMass(lot.priceMinorPerKg)} gross is{' '}
          {units.perMass(result.usableMinorPerKg)} usable
          {result.unexplainedMg > 0 ? ` · ${units.mass(result.unexplainedMg, 10_000)} not explained` : ''}
        </Box>
      ) : null}
    </ActionDialog>
  );
}

const BLANK: Omit<Part, 'name'> = { to: 'bin', massMg: undefined, trimId: '', credit: undefined };

function newParts(how: Preparation): Part[] {
  return USUAL[how].map((name) => ({ ...BLANK, name }));
}

function outcome(
  how: Preparation,
  grossMg: number | undefined,
  usableMg: number | undefined,
  parts: readonly { name: string; massMg: number; to: Part['to']; credit: number | undefined }[],
  paidMinorPerKg: number,
) {
  if (grossMg === undefined || usableMg === undefined) return undefined;
  try {
    return prepare({
      how,
      grossMg,
      usableMg,
      paidMinorPerKg,
      divisionMg: 40_000,
      parts: parts.map(({ credit, ...p }) => ({
        ...p,
        ...(credit === undefined ? {} : { creditMinorPerKg: credit * 100 }),
      })),
    });
  } catch (error) {
    if (error instanceof InputError) return undefined;
    throw error;
  }
}
