import Box from '@mui/material/Box';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { InputError, parseQuantity } from '@zest/core';
import { MassField, NumberField } from '../../../ui/fields.js';
import { usePerson } from '../../../data/session.js';

interface Density {
  gPerMl: number;
  source: string;
}

interface WeighedOnceProps {
  density: Density | undefined;
  onDensity: (density: Density | undefined) => void;
}

/** The density of a form: typed with its source, or from a measure that was weighed once in the shop. */
export function WeighedOnce({ density, onDensity }: WeighedOnceProps) {
  const { numberStyle } = usePerson();
  const [measure, setMeasure] = useState('1 cup');
  const [source, setSource] = useState(density?.source ?? '');
  const ml = volumeOf(measure, numberStyle ?? undefined);
  return (
    <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap', alignItems: 'flex-start' }}>
      <NumberField
        key={density?.source === 'weighed in the shop' ? density.gPerMl : 'typed'}
        label="Density, g/mL"
        width={130}
        initial={density ? String(density.gPerMl) : ''}
        onValue={(v) => onDensity(v ? { gPerMl: v, source: source || 'from its maker' } : undefined)}
      />
      <TextField
        label="Density from"
        value={source}
        onChange={(e) => {
          setSource(e.target.value);
          if (density) onDensity({ ...density, source: e.target.value });
        }}
        sx={{ width: 190 }}
      />
      <Box sx={{ alignSelf: 'center' }}>or weighed once:</Box>
      <TextField
        label="Measure"
        value={measure}
        onChange={(e) => setMeasure(e.target.value)}
        error={ml === undefined}
        helperText={ml === undefined ? 'Such as 1 cup or 3 tbsp.' : undefined}
        sx={{ width: 110 }}
      />
      <MassField
        label="weighs, g"
        bare="g"
        width={120}
        onValue={(mg) => {
          if (!mg || !ml) return;
          setSource('weighed in the shop');
          onDensity({ gPerMl: Number((mg / 1000 / ml).toPrecision(4)), source: 'weighed in the shop' });
        }}
      />
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
