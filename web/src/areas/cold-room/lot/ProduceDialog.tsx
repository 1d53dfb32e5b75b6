import Box from '@mui/material/Box';
import { ROUTES } from '@zest/contract';
import { ChoiceInput, CommandDialog, MassInput, TemperatureInput, same } from '../../../ui/command/index.js';
import { useUnits } from '../../../ui/units.js';
import type { LotDialogFor } from './dialog-for.js';
import { MadeLotInputs } from '../../../ui/MadeLotInputs.js';

/** A lot that was smoked or cooked becomes one of its own, by its weight afterwards. */
export function ProduceDialog({ lot, onClose }: LotDialogFor) {
  const units = useUnits();
  return (
    <CommandDialog
      route={ROUTES.produceLot}
      title={`Smoke or cook ${lot.trimName} ${lot.code}`}
      action={({ massMg }) => `Make a lot of ${massMg === undefined ? '…' : units.mass(massMg, 10_000)}`}
      initial={{
        trimId: lot.trimId,
        heat: lot.heat === 'cooked' ? 'cooked' : 'raw smoked',
      }}
      toBody={(typed) => ({ ...typed, from: { ...typed.from, lotId: lot.id } })}
      wide
      onClose={onClose}
    >
      {(typed) => (
        <>
          <Box>
            It comes back as a lot of its own, by its weight afterwards, and never goes into a raw mix without
            the lead’s word. Cured is not shelf-stable. Its fat, salt and nitrite are computed from what went
            in and what came out.
          </Box>
          <Box sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap' }}>
            <ChoiceInput name="heat" label="It is now" options={same(['raw smoked', 'cooked'])} width={150} />
            <MassInput name="from.grossMg" label="Weight in" width={150} />
            <MadeLotInputs weight="Weight out" />
            {typed.heat === 'cooked' && lot.heat !== 'cooked' ? (
              <TemperatureInput name="coreC" label="Core at its hottest" width={190} />
            ) : null}
          </Box>
        </>
      )}
    </CommandDialog>
  );
}
