import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useEffect, useRef } from 'react';
import { useFieldArray, useFormContext } from 'react-hook-form';
import { PART_GOES_TO, type Preparation } from '@zest/core';
import type { PrepareLot, Trim } from '@zest/contract';
import { ChoiceInput, MassInput, PriceInput, TextInput } from '../../../ui/command/index.js';
import { usualParts } from './usual-parts.js';

type Part = PrepareLot['parts'][number];

const GOES: Record<Part['to'], string> = { bin: 'bin', sale: 'sold', stock: 'kept as a lot' };

/** What came off and where it goes; another way of preparing has other usual parts. */
export function PartRows({ how, trims }: { how: Preparation | undefined; trims: readonly Trim[] }) {
  const { watch } = useFormContext<{ parts: Part[] }>();
  const { fields, append, remove, replace } = useFieldArray<{ parts: Part[] }>({ name: 'parts' });
  const shownFor = useRef(how);
  useEffect(() => {
    if (how === undefined || how === shownFor.current) return;
    shownFor.current = how;
    replace(usualParts(how));
  }, [how, replace]);
  const parts = watch('parts');
  return (
    <>
      {fields.map((row, i) => (
        <Box key={row.id} sx={{ display: 'flex', gap: 1.5 }}>
          <TextInput name={`parts.${i}.name`} label="Part" width={160} />
          <MassInput
            name={`parts.${i}.massMg`}
            label={`Weight of ${parts[i]?.name === '' ? 'the part' : (parts[i]?.name ?? 'the part')}`}
          />
          <ChoiceInput
            name={`parts.${i}.to`}
            label="Goes to"
            options={PART_GOES_TO.map((to) => [to, GOES[to]])}
            width={130}
          />
          {parts[i]?.to === 'stock' ? (
            <ChoiceInput
              name={`parts.${i}.trimId`}
              label="As which trim"
              options={trims.map((t) => [t.id, t.name])}
              width={190}
            />
          ) : null}
          {parts[i]?.to === 'bin' ? null : (
            <PriceInput name={`parts.${i}.creditMinorPerKg`} label="Worth per kg" width={120} />
          )}
          <Button onClick={() => remove(i)} aria-label={`No ${parts[i]?.name ?? 'such part'}`}>
            No such part
          </Button>
        </Box>
      ))}
      <Box>
        <Button onClick={() => append({ name: '', massMg: 0, to: 'bin' })}>Another part</Button>
      </Box>
    </>
  );
}
