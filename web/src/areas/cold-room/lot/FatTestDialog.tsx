import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { DEFAULT_FAT_SD, InputError, cookOut, correctFat } from '@zest/core';
import { ROUTES } from '@zest/contract';
import { command } from '../../../data/command.js';
import { NUMERALS } from '../../../ui/theme.js';
import { useUnits } from '../../../ui/units.js';
import { ActionDialog } from '../../../ui/ActionDialog.js';
import type { LotDialogFor } from './dialog-for.js';
import { NumberField } from '../../../ui/fields.js';
import { useStockCommand } from '../../../data/use-stock-command.js';

type Method = 'lab' | 'instrument' | 'cook-out';
interface Sample {
  sampleG: number | undefined;
  fatG: number | undefined;
}

/** A measured fat of this lot; shows what it will be thought to be afterwards. */
export function FatTestDialog({ lot, onClose }: LotDialogFor) {
  return (
    <FatTest
      title={`Test the fat of ${lot.trimName} ${lot.code}`}
      prior={lot}
      target={{ lotId: lot.id }}
      onClose={onClose}
    />
  );
}

interface FatTestProps {
  title: string;
  prior: { fatPct: number; fatSd: number };
  target: { lotId: string } | { batchId: string };
  onClose: () => void;
}

/** Lab, instrument or cook-out, of a lot or of a ground blend. */
export function FatTest({ title, prior, target, onClose }: FatTestProps) {
  const units = useUnits();
  const sending = useStockCommand(onClose);
  const [method, setMethod] = useState<Method>('instrument');
  const [fatPct, setFatPct] = useState<number>();
  const [samples, setSamples] = useState<Sample[]>([{ sampleG: undefined, fatG: undefined }]);
  const cooked = method === 'cook-out' ? cookedOut(samples) : undefined;
  const measured =
    method === 'cook-out'
      ? cooked
      : fatPct !== undefined && fatPct >= 0 && fatPct <= 100
        ? { fatPct, fatSd: DEFAULT_FAT_SD[method] }
        : undefined;
  const after = measured && correctFat(prior, measured);
  const go = () =>
    sending.run(() =>
      command(ROUTES.addFatTest, {
        body: {
          method,
          ...target,
          ...(method === 'cook-out'
            ? {
                samples: samples.flatMap((s) =>
                  s.sampleG && s.fatG !== undefined ? [{ sampleG: s.sampleG, fatG: s.fatG }] : [],
                ),
              }
            : { fatPct }),
        },
      }),
    );
  return (
    <ActionDialog
      title={title}
      action={`Record ${measured ? units.percent(measured.fatPct) : '…'}`}
      disabled={measured === undefined}
      {...sending}
      onGo={() => void go()}
      onClose={onClose}
    >
      <TextField
        select
        label="How it was measured"
        value={method}
        onChange={(e) => setMethod(e.target.value as Method)}
      >
        <MenuItem value="lab">Laboratory</MenuItem>
        <MenuItem value="instrument">Instrument in the shop</MenuItem>
        <MenuItem value="cook-out">Cook-out</MenuItem>
      </TextField>
      {method === 'cook-out' ? (
        <>
          <Box>
            Render a mixed sample gently, press it dry, weigh the fat. Two or three samples are surer than
            one.
          </Box>
          {samples.map((_, i) => (
            <Box key={i} sx={{ display: 'flex', gap: 1.5 }}>
              <NumberField
                label={`Sample ${i + 1}, g`}
                onValue={(v) => setSamples(put(samples, i, { sampleG: v }))}
              />
              <NumberField
                label="Fat rendered, g"
                onValue={(v) => setSamples(put(samples, i, { fatG: v }))}
              />
            </Box>
          ))}
          <Button onClick={() => setSamples([...samples, { sampleG: undefined, fatG: undefined }])}>
            Another sample
          </Button>
        </>
      ) : (
        <NumberField label="Measured fat, %" onValue={setFatPct} />
      )}
      <Box sx={{ ...NUMERALS, fontSize: 20 }}>
        Thought to be {units.percent(prior.fatPct)} ± {units.number(prior.fatSd, 1)}
        {after ? ` → ${units.percent(after.fatPct)} ± ${units.number(after.fatSd, 1)}` : ''}
      </Box>
    </ActionDialog>
  );
}

function put(samples: readonly Sample[], at: number, change: Partial<Sample>): Sample[] {
  return samples.map((s, i) => (i === at ? { ...s, ...change } : s));
}

function cookedOut(samples: readonly Sample[]): { fatPct: number; fatSd: number } | undefined {
  const complete = samples.flatMap((s) =>
    s.sampleG !== undefined && s.fatG !== undefined ? [{ sampleG: s.sampleG, fatG: s.fatG }] : [],
  );
  try {
    return complete.length > 0 ? cookOut(complete) : undefined;
  } catch (error) {
    if (error instanceof InputError) return undefined;
    throw error;
  }
}
