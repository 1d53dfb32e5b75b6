import Box from '@mui/material/Box';
import { countMarks, markWords, marksOf } from '@zest/core';
import type { MarkFact } from '@zest/contract';
import { useShopTime } from '../../ui/shop-time.js';
import { sentWords } from './sent-words.js';

/** Fills, strands and what went wrong at a step, with its causes. */
export function StepMarks({ marks }: { marks: readonly MarkFact[] }) {
  const time = useShopTime();
  const fills = countMarks(marks, 'fill');
  const strands = countMarks(marks, 'strand');
  return (
    <>
      {fills > 0 ? <Box>{fills === 1 ? '1 fill' : `${fills} fills`}</Box> : null}
      {strands > 0 ? <Box>{strands === 1 ? '1 strand' : `${strands} strands`} of casing</Box> : null}
      {marksOf(marks, 'defect').map((m) => (
        <Box key={m.id}>
          {markWords(m)} · {m.person}, {time.clock(m.at)}
          {m.retimed ? ', time of the server' : ''}
          {sentWords(m)}
        </Box>
      ))}
    </>
  );
}
