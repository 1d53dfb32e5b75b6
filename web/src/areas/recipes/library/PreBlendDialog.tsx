import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { InputError, preBlendFacts } from '@zest/core';
import { ROUTES } from '@zest/contract';
import { CommandDialog, TextInput } from '../../../ui/command/index.js';
import { NumberField } from '../../../ui/fields.js';
import { useUnits } from '../../../ui/units.js';
import { IngredientPicker } from '../editor/IngredientPicker.js';
import type { useLibrary } from '../use-recipes.js';

interface PreBlendDialogProps {
  library: ReturnType<typeof useLibrary>;
  onClose: () => void;
}

interface Part {
  ingredientId: string;
  grams: number;
}

/** A new master mix: grams of each as they are at hand; a kilogram of it is worked out. */
export function PreBlendDialog({ library, onClose }: PreBlendDialogProps) {
  const units = useUnits();
  const [parts, setParts] = useState<Part[]>([]);
  const total = parts.reduce((sum, p) => sum + p.grams, 0);
  const perKg = parts.map((p) => ({
    ingredientId: p.ingredientId,
    gPerKg: total > 0 ? (p.grams / total) * 1000 : 0,
  }));
  const read = factsOf(perKg, library);
  return (
    <CommandDialog
      route={ROUTES.addPreBlend}
      title="A pre-blend"
      action={({ name }) => `Keep ${name ?? '…'}`}
      toBody={(typed) => ({ ...typed, parts: perKg })}
      waiting={!read.facts}
      wide
      onClose={onClose}
    >
      <Box>
        What is too little to weigh for one batch is weighed for many at once, mixed, labelled and drawn from.
      </Box>
      <TextInput name="name" label="Name" />
      {parts.map((part, i) => (
        <Box key={part.ingredientId} sx={{ display: 'flex', gap: 1.5, alignItems: 'center' }}>
          <Box sx={{ width: 260 }}>
            {library.byId.get(part.ingredientId)?.name}, {library.byId.get(part.ingredientId)?.form}
          </Box>
          <NumberField
            label="Grams"
            width={130}
            onValue={(v) => setParts((now) => now.map((p, j) => (j === i ? { ...p, grams: v ?? 0 } : p)))}
          />
          <Box sx={{ width: 130 }}>{units.number(perKg[i]?.gPerKg ?? 0, 1)} g in 1 kg</Box>
          <Button onClick={() => setParts((now) => now.filter((_, j) => j !== i))}>Take out</Button>
        </Box>
      ))}
      <IngredientPicker
        label="Add an ingredient"
        list={library.list.filter((i) => !parts.some((p) => p.ingredientId === i.id))}
        onPick={(item) => setParts((now) => [...now, { ingredientId: item.id, grams: 0 }])}
      />
      {read.facts ? (
        <Box>
          Holds salt {units.percent(read.facts.contents.saltPct, 1)}
          {read.facts.contents.nitritePct > 0
            ? `, nitrite ${units.percent(read.facts.contents.nitritePct, 3)}`
            : ''}
          {read.facts.allergens.length > 0 ? `, ${read.facts.allergens.join(', ').toUpperCase()}` : ''}.
        </Box>
      ) : parts.length > 0 ? (
        <Box>{read.sentence}</Box>
      ) : null}
    </CommandDialog>
  );
}

function factsOf(parts: { ingredientId: string; gPerKg: number }[], library: PreBlendDialogProps['library']) {
  try {
    return { facts: preBlendFacts(parts, library.byId), sentence: '' };
  } catch (error) {
    if (error instanceof InputError) return { facts: undefined, sentence: error.message };
    throw error;
  }
}
