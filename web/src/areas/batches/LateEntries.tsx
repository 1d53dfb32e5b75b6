import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { READING_NAMES, readingKind } from '@zest/core';
import { ROUTES, type LateEntry } from '@zest/contract';
import { catchUp } from '../../data/batch-facts.js';
import { queries } from '../../data/queries.js';
import { CommandDialog, ReasonInput } from '../../ui/command/index.js';
import { useShopTime } from '../../ui/shop-time.js';
import { COLOUR } from '../../ui/theme.js';
import { Triangle } from '../../ui/Trouble.js';
import { useUnits, type Units } from '../../ui/units.js';
import { sentWords } from './sent-words.js';

/** Entries that came after their batch was finished: the lead takes each in, or not. Nothing where none waits. */
export function LateEntries({ batchId }: { batchId?: string }) {
  const units = useUnits();
  const time = useShopTime();
  const late = useQuery(queries.lateEntries);
  const [decided, setDecided] = useState<{ entry: LateEntry; taken: boolean }>();
  const shown = (late.data ?? []).filter((e) => batchId === undefined || e.batchId === batchId);
  if (shown.length === 0) return null;
  return (
    <Box
      component="section"
      aria-label="Late entries"
      sx={{ mt: 2, p: 1.5, border: `2px solid ${COLOUR.zest}`, bgcolor: COLOUR.sheet }}
    >
      <Box component="h2" sx={{ fontSize: 20, m: 0 }}>
        Came after the batch was finished
      </Box>
      {shown.map((entry) => (
        <Box key={entry.id} sx={{ display: 'flex', gap: 1.5, alignItems: 'center', minHeight: 60 }}>
          <Triangle size={20} />
          <Box sx={{ flex: 1 }}>
            Batch {entry.batchNumber} {entry.product}: <b>{figureOf(entry, units)}</b>, by {entry.person}
            {sentWords(entry)}
            {entry.figures.deviceTime ? ` at ${time.clock(entry.figures.deviceTime)}` : ''}
          </Box>
          <Button variant="outlined" onClick={() => setDecided({ entry, taken: true })}>
            Take it in
          </Button>
          <Button onClick={() => setDecided({ entry, taken: false })}>Do without it</Button>
        </Box>
      ))}
      {decided ? <Decide {...decided} onClose={() => setDecided(undefined)} /> : null}
    </Box>
  );
}

function Decide({ entry, taken, onClose }: { entry: LateEntry; taken: boolean; onClose: () => void }) {
  const units = useUnits();
  const client = useQueryClient();
  const words = `${taken ? 'Take in' : 'Do without'} ${figureOf(entry, units)}`;
  return (
    <CommandDialog
      route={ROUTES.decideLate}
      params={{ id: entry.batchId }}
      title={`Batch ${entry.batchNumber} is finished`}
      action={words}
      initial={{ entryId: entry.id, taken }}
      topics={['batch', 'lots']}
      onDone={async () => {
        await catchUp(client, entry.batchId);
        onClose();
      }}
      onClose={onClose}
    >
      <ReasonInput
        usual={taken ? ['Weighed, and not sent in time'] : ['Weighed twice', 'Not of this batch']}
      />
    </CommandDialog>
  );
}

/** What a late entry says, in the units of whoever reads it. */
function figureOf({ kind, of, figures }: LateEntry, units: Units): string {
  if (figures.massMg !== undefined)
    return kind === 'out'
      ? `${units.mass(figures.massMg)} out of ${of}`
      : `${units.mass(figures.massMg)} ${of}`;
  if (figures.lengthMm !== undefined) return `${units.length(figures.lengthMm)} of casing`;
  const reading = READING_NAMES.find((name) => name === figures.kind);
  if (reading && typeof figures.value === 'number')
    return `${units.sentence(readingKind(reading).words(figures.value))} at ${of}`;
  return `${figures.kind ?? kind} at ${of}`;
}
