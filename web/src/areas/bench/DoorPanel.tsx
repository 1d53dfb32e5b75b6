import Box from '@mui/material/Box';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { UNCURED, traitsOf, type Missing } from '@zest/core';
import { ROUTES, type BatchView, type StepView } from '@zest/contract';
import { catchUp } from '../../data/batch-facts.js';
import { usePerson } from '../../data/session.js';
import { CommandDialog, ReasonInput } from '../../ui/command/index.js';
import { Triangle } from '../../ui/Trouble.js';
import { useUnits } from '../../ui/units.js';
import { Secondary } from './BenchButtons.js';
import { BenchFrame } from './BenchFrame.js';
import { forgottenLines } from './more/forgotten-lines.js';
import { MorePanel } from './more/MorePanel.js';
import type { Pending } from './pending.js';

interface DoorPanelProps {
  sheet: BatchView;
  step: StepView;
  door: Missing;
  pending: Pending;
}

/** What a step asks before anything is entered at it: the way to mend it, and the lead's signature where that is one. */
export function DoorPanel({ sheet, step, door, pending }: DoorPanelProps) {
  const units = useUnits();
  const person = usePerson();
  const client = useQueryClient();
  const [signing, setSigning] = useState(false);
  const mayBeSigned = door.final !== true;
  const canStillGoIn = forgottenLines(sheet).length > 0 && !traitsOf(step.document).set;
  return (
    <BenchFrame
      sheet={sheet}
      step={step}
      pending={pending}
      actions={
        <>
          <MorePanel sheet={sheet} step={step} pending={pending} onTask={() => undefined} />
          {mayBeSigned && person.signs ? (
            <Secondary onClick={() => setSigning(true)}>Sign: it goes on uncured</Secondary>
          ) : null}
        </>
      }
    >
      <Box
        role="alert"
        sx={{ display: 'flex', gap: 2.5, alignItems: 'flex-start', mt: 3, fontSize: 34, fontWeight: 700 }}
      >
        <Triangle size={56} />
        <Box>{units.sentence(door.sentence)}</Box>
      </Box>
      <Box sx={{ fontSize: 24, mt: 3 }}>
        {!mayBeSigned
          ? 'Nothing is entered here before it is mended.'
          : canStillGoIn
            ? 'What was forgotten can still be put in: More, then the forgotten line. Nothing is entered here before that, or before the lead has signed.'
            : 'Nothing is entered here before the lead has signed.'}
      </Box>
      {signing ? (
        <CommandDialog
          route={ROUTES.recordMark}
          params={{ id: sheet.id }}
          title={`${step.title} without cure`}
          action="Sign: it goes on uncured"
          initial={{ stepId: step.id, kind: 'signed', guard: UNCURED }}
          topics={['batch']}
          onDone={async () => {
            await catchUp(client, sheet.id);
            setSigning(false);
          }}
          onClose={() => setSigning(false)}
        >
          <Box>{units.sentence(door.sentence)}</Box>
          <Box>UNCURED will stand on the sheet, at the bench and on every label of this batch.</Box>
          <ReasonInput name="why" usual={['Sold as fresh', 'Cooked through at once', 'Cure follows later']} />
        </CommandDialog>
      ) : null}
    </BenchFrame>
  );
}
