import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useFieldArray } from 'react-hook-form';
import { DEFAULT_FAT_SD, InputError, cookOut, correctFat } from '@zest/core';
import { ROUTES } from '@zest/contract';
import { ChoiceInput, CommandDialog, NumberInput, type Typed } from '../../../ui/command/index.js';
import { NUMERALS } from '../../../ui/theme.js';
import { useUnits } from '../../../ui/units.js';
import type { LotDialogFor } from './dialog-for.js';

type Test = Typed<typeof ROUTES.addFatTest>;

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
  /** Lean and fat are ground apart: it is said which of them was tested. */
  hasStreams?: boolean;
  onClose: () => void;
}

/** Lab, instrument or cook-out, of a lot or of a ground blend. */
export function FatTest({ title, prior, target, hasStreams = false, onClose }: FatTestProps) {
  const units = useUnits();
  const thought = ({ fatPct, fatSd }: { fatPct: number; fatSd: number }) =>
    `${units.percent(fatPct)} ± ${units.number(fatSd, 1)}`;
  return (
    <CommandDialog
      route={ROUTES.addFatTest}
      title={title}
      action={(test) => {
        const measured = measuredBy(test);
        return `Record ${measured ? units.percent(measured.fatPct) : '…'}`;
      }}
      initial={{ ...target, method: 'instrument' }}
      toBody={({ samples, ...typed }) => ({ ...typed, samples: samples?.filter(isBegun) })}
      onClose={onClose}
    >
      {(test) => {
        const measured = measuredBy(test);
        return (
          <>
            <ChoiceInput
              name="method"
              label="How it was measured"
              options={[
                ['lab', 'Laboratory'],
                ['instrument', 'Instrument in the shop'],
                ['cook-out', 'Cook-out'],
              ]}
            />
            {hasStreams ? (
              <ChoiceInput
                name="stream"
                label="What was tested"
                options={[
                  ['lean', 'The lean, ground apart'],
                  ['fat', 'The fat, ground apart'],
                  ['all', 'Both together'],
                ]}
              />
            ) : null}
            {test.method === 'cook-out' ? <Samples /> : <NumberInput name="fatPct" label="Measured fat, %" />}
            <Box sx={{ ...NUMERALS, fontSize: 20 }}>
              Thought to be {thought(prior)}
              {measured ? ` → ${thought(correctFat(prior, measured))}` : ''}
            </Box>
          </>
        );
      }}
    </CommandDialog>
  );
}

function Samples() {
  const { fields, append } = useFieldArray({ name: 'samples', shouldUnregister: true });
  const rows = fields.length === 0 ? [{ id: 'first' }] : fields;
  return (
    <>
      <Box>
        Render a mixed sample gently, press it dry, weigh the fat. Two or three samples are surer than one.
      </Box>
      {rows.map((row, i) => (
        <Box key={row.id} sx={{ display: 'flex', gap: 1.5 }}>
          <NumberInput name={`samples.${i}.sampleG`} label={`Sample ${i + 1}, g`} />
          <NumberInput name={`samples.${i}.fatG`} label="Fat rendered, g" />
        </Box>
      ))}
      <Button onClick={() => append({})}>Another sample</Button>
    </>
  );
}

function isBegun({ sampleG, fatG }: Partial<NonNullable<Test['samples']>[number]>): boolean {
  return sampleG !== undefined || fatG !== undefined;
}

/** The fat that was measured, as far as it is typed. */
function measuredBy({ method, fatPct, samples }: Test): { fatPct: number; fatSd: number } | undefined {
  if (method !== 'cook-out') {
    const known = method !== undefined && fatPct !== undefined && fatPct >= 0 && fatPct <= 100;
    return known ? { fatPct, fatSd: DEFAULT_FAT_SD[method] } : undefined;
  }
  const whole = (samples ?? []).filter((s) => s.sampleG > 0 && s.fatG !== undefined);
  try {
    return whole.length > 0 ? cookOut(whole) : undefined;
  } catch (error) {
    if (error instanceof InputError) return undefined;
    throw error;
  }
}
