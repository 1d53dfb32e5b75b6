import Box from '@mui/material/Box';
import { useQueryClient } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { v7 as uuid } from 'uuid';
import { ROUTES, type BatchView, type StepView } from '@zest/contract';
import { catchUp } from '../../data/batch-facts.js';
import { ApiProblem, call } from '../../data/api.js';
import { CommandDialog, ReasonInput } from '../../ui/command/index.js';
import { usePerson } from '../../data/session.js';
import { useShortcut } from '../../ui/shortcuts.js';
import { Triangle } from '../../ui/Trouble.js';
import { useUnits } from '../../ui/units.js';
import { Primary, Secondary } from './BenchButtons.js';
import type { Pending } from './pending.js';

interface CloseStepButtonProps {
  sheet: BatchView;
  step: StepView;
  pending?: Pending;
}

/** Closes the step when nothing is missing; the server decides, and its sentences are shown. */
function useCloseStep({ sheet, step, pending }: CloseStepButtonProps) {
  const client = useQueryClient();
  const [problem, setProblem] = useState<string>();
  const id = useRef(uuid());
  const close = async () => {
    setProblem(undefined);
    const later = () =>
      pending?.record({
        kind: 'close',
        label: `Close ${step.title.toLowerCase()}`,
        body: { id: uuid(), stepId: step.id, version: step.version },
      });
    if (pending && pending.waiting.length > 0) {
      await later();
      return;
    }
    try {
      await call(ROUTES.closeStep, {
        params: { id: sheet.id, stepId: step.id },
        body: { id: id.current, version: step.version },
      });
      await catchUp(client, sheet.id);
    } catch (error) {
      if (!(error instanceof ApiProblem) && pending) {
        await later();
        return;
      }
      if (error instanceof ApiProblem) {
        id.current = uuid();
        await catchUp(client, sheet.id);
      }
      setProblem(error instanceof Error ? error.message : String(error));
    }
  };
  return { close, problem };
}

export function CloseStepPrimary({ sheet, step, pending }: CloseStepButtonProps & { pending: Pending }) {
  const { close, problem } = useCloseStep({ sheet, step, pending });
  useShortcut(' ', `close ${step.title}`, () => void close());
  return (
    <Box>
      {problem ? (
        <Box role="alert" sx={{ display: 'flex', gap: 1, mb: 1, fontSize: 18, maxWidth: 520 }}>
          <Triangle /> {problem}
        </Box>
      ) : null}
      <Primary onClick={() => void close()}>Close {step.title.toLowerCase()}</Primary>
    </Box>
  );
}

/** The lead's signed way past what is missing. */
export function SignPast({ sheet, step }: CloseStepButtonProps) {
  const person = usePerson();
  const units = useUnits();
  const client = useQueryClient();
  const [asking, setAsking] = useState(false);
  if (!person.signs || step.missing.length === 0) return null;
  return (
    <>
      <Secondary onClick={() => setAsking(true)}>Sign past</Secondary>
      {asking ? (
        <CommandDialog
          route={ROUTES.closeStep}
          params={{ id: sheet.id, stepId: step.id }}
          title={`Close ${step.title} with something missing`}
          action={`Sign and close ${step.title}`}
          initial={{ version: step.version }}
          toBody={(typed) => ({ ...typed, override: typed.override ?? '' })}
          onDone={async () => {
            await catchUp(client, sheet.id);
            setAsking(false);
          }}
          onClose={() => setAsking(false)}
        >
          <Box>{units.sentence(step.missing.map((m) => m.sentence).join(' '))}</Box>
          <ReasonInput
            name="override"
            usual={['Checked by hand', 'Not needed for this batch', 'Instrument is broken']}
          />
        </CommandDialog>
      ) : null}
    </>
  );
}
