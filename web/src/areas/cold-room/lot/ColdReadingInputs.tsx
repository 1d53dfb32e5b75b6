import Box from '@mui/material/Box';
import { useFormContext } from 'react-hook-form';
import { canHaveChilled } from '@zest/core';
import type { LotDetail } from '@zest/contract';
import { TemperatureInput } from '../../../ui/command/index.js';
import { useUnits } from '../../../ui/units.js';

/** The temperature of a lot now; a figure that it can hardly have since it was last read is asked for twice. */
export function ColdReadingInputs({ lot }: { lot: LotDetail }) {
  const units = useUnits();
  const { watch } = useFormContext<{ tempC?: number }>();
  const tempC = watch('tempC');
  const before =
    lot.tempC === null || lot.tempAt === null ? null : { tempC: lot.tempC, at: Date.parse(lot.tempAt) };
  const isDoubtful = tempC !== undefined && !canHaveChilled(before, { tempC, at: Date.now() });
  return (
    <>
      <TemperatureInput
        name="tempC"
        label={`Temperature now, limit ${units.temperature(lot.maxC)}`}
        width={300}
      />
      {isDoubtful && before ? (
        <>
          <Box role="note">
            It was read at {units.temperature(before.tempC)} not long ago. Read it with the probe, or a second
            time in another place.
          </Box>
          <TemperatureInput name="secondTempC" label="Read again, elsewhere in it" width={300} />
        </>
      ) : null}
    </>
  );
}
