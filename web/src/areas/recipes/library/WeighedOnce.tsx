import Box from '@mui/material/Box';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { InputError, parseQuantity } from '@zest/core';
import { usePerson } from '../../../data/session.js';
import { NumberInput, TextInput, useDialogField } from '../../../ui/command/index.js';
import { MassField } from '../../../ui/fields.js';

const SHOP = 'weighed in the shop';

/** The density of a form: typed with its source, or from a measure that was weighed once in the shop. */
export function WeighedOnce() {
  const { numberStyle } = usePerson();
  const [measure, setMeasure] = useState('1 cup');
  const density = useDialogField<number>('facts.density.gPerMl');
  const source = useDialogField<string>('facts.density.source');
  const ml = volumeOf(measure, numberStyle ?? undefined);
  const take = (mg: number | undefined) => {
    if (!mg || !ml) return;
    density.put(Number((mg / 1000 / ml).toPrecision(4)));
    source.put(SHOP);
  };
  return (
    <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap', alignItems: 'flex-start' }}>
      <NumberInput name="facts.density.gPerMl" label="Density, g/mL" width={130} />
      <TextInput name="facts.density.source" label="Density from" width={190} />
      <Box sx={{ alignSelf: 'center' }}>or weighed once:</Box>
      <TextField
        label="Measure"
        value={measure}
        onChange={(e) => setMeasure(e.target.value)}
        error={ml === undefined}
        helperText={ml === undefined ? 'Such as 1 cup or 3 tbsp.' : undefined}
        sx={{ width: 110 }}
      />
      <MassField label="weighs, g" bare="g" width={120} onValue={take} />
    </Box>
  );
}

function volumeOf(text: string, numberStyle: 'point' | 'comma' | undefined): number | undefined {
  try {
    const quantity = parseQuantity(text, { expect: 'volume', numberStyle });
    return quantity.kind === 'volume' && quantity.volumeMl > 0 ? quantity.volumeMl : undefined;
  } catch (error) {
    if (error instanceof InputError) return undefined;
    throw error;
  }
}
