import Box from '@mui/material/Box';
import { useQuery } from '@tanstack/react-query';
import { InputError, PREPARATIONS, prepare, type Preparation } from '@zest/core';
import { ROUTES } from '@zest/contract';
import { queries } from '../../../data/queries.js';
import {
  ChoiceInput,
  CommandDialog,
  MassInput,
  NumberInput,
  TemperatureInput,
  same,
  type Typed,
} from '../../../ui/command/index.js';
import { NUMERALS } from '../../../ui/theme.js';
import { useUnits } from '../../../ui/units.js';
import type { LotDialogFor } from './dialog-for.js';
import { PartRows } from './PartRows.js';
import { ThawedDay, useThawedDay } from './ThawedDay.js';
import { usualParts } from './usual-parts.js';

type Prepared = Typed<typeof ROUTES.prepareLot>;

/** Raw in, prepared out: gross, the parts with where they go, the usable, and the true cost of it. */
export function PrepareDialog({ lot, onClose }: LotDialogFor) {
  const units = useUnits();
  const trims = useQuery(queries.trims);
  const { day } = useThawedDay(lot);
  const first: Preparation = lot.state === 'frozen' || lot.weightKnown === 'pre-thaw' ? 'thaw' : 'trim out';
  return (
    <CommandDialog
      route={ROUTES.prepareLot}
      params={{ id: lot.id }}
      title={`Prepare ${lot.trimName} ${lot.code}`}
      action={({ usableMg }) => `${usableMg === undefined ? '…' : units.mass(usableMg, 10_000)} usable`}
      initial={{
        how: first,
        parts: usualParts(first),
        ...(lot.state === 'frozen' ? { useBy: day } : {}),
      }}
      wide
      onClose={onClose}
    >
      {(typed) => {
        const result = outcome(typed, lot.priceMinorPerKg);
        return (
          <>
            <Box sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap' }}>
              <ChoiceInput name="how" label="What was done" options={same(PREPARATIONS)} width={160} />
              <MassInput name="grossMg" label={`Gross, of ${units.mass(lot.balanceMg, 10_000)}`} />
              <MassInput name="usableMg" label="Usable" />
              <TemperatureInput name="tempC" label="Temperature after" width={170} />
              {typed.how === 'trim out' || typed.how === 'dice' ? (
                <NumberInput
                  name="fatPct"
                  label={`Its fat now, %; before ${units.percent(lot.fatPct)}`}
                  width={210}
                />
              ) : null}
            </Box>
            {typed.how === 'thaw' && lot.state === 'frozen' ? <ThawedDay /> : null}
            <PartRows how={typed.how} trims={(trims.data ?? []).filter((t) => t.species === lot.species)} />
            {result ? (
              <Box sx={{ ...NUMERALS, fontSize: 20 }} role="status">
                {units.percent(result.yield * 100)} usable · {units.perMass(lot.priceMinorPerKg)} gross is{' '}
                {units.perMass(result.usableMinorPerKg)} usable
                {result.unexplainedMg > 0
                  ? ` · ${units.mass(result.unexplainedMg, 10_000)} not explained`
                  : ''}
              </Box>
            ) : null}
          </>
        );
      }}
    </CommandDialog>
  );
}

/** What comes of it, as far as it is typed. */
function outcome({ how, grossMg, usableMg, parts = [] }: Prepared, paidMinorPerKg: number) {
  if (how === undefined || grossMg === undefined || usableMg === undefined) return undefined;
  try {
    return prepare({
      how,
      grossMg,
      usableMg,
      paidMinorPerKg,
      divisionMg: 40_000,
      parts: parts.filter((part) => part.massMg > 0),
    });
  } catch (error) {
    if (error instanceof InputError) return undefined;
    throw error;
  }
}
