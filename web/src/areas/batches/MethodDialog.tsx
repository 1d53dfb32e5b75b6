import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { METHOD_KINDS, nudgeStep, stepTitle, withStep, type StepName } from '@zest/core';
import { ROUTES, type BatchView, type MethodStep } from '@zest/contract';
import { ActionDialog } from '../../ui/ActionDialog.js';
import { ApiProblem } from '../../data/api.js';
import { command } from '../../data/command.js';
import { useCommand } from '../../data/use-command.js';
import { COLOUR } from '../../ui/theme.js';

/** The lead changes the rest of an open batch's method; what then stops or must be signed is asked. */
export function MethodDialog({ sheet, onClose }: { sheet: BatchView; onClose: () => void }) {
  const [rest, setRest] = useState<MethodStep[]>(() =>
    sheet.steps.filter((s) => s.state !== 'closed').map((s) => s.document),
  );
  const [reason, setReason] = useState('');
  const [signed, setSigned] = useState<Record<string, string>>({});
  const { run, error, busy } = useCommand(['batch'], onClose);
  const asked = error instanceof ApiProblem ? guardsOf(error) : [];
  const go = () =>
    run(() =>
      command(ROUTES.changeMethod, {
        params: { id: sheet.id },
        body: { steps: rest, reason, signed: filled(signed) },
      }),
    );
  return (
    <ActionDialog
      title={`Method of batch ${sheet.number} from here on`}
      action="Change the method"
      disabled={reason.trim().length < 3 || rest.length === 0}
      busy={busy}
      error={error}
      wide
      onGo={() => void go()}
      onClose={onClose}
    >
      <Box component="ol" aria-label="Steps to come" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {rest.map((step) => (
          <Box
            component="li"
            key={step.key}
            sx={{
              display: 'flex',
              gap: 1,
              alignItems: 'center',
              borderTop: `1px solid ${COLOUR.edge}`,
              minHeight: 52,
            }}
          >
            <Box sx={{ flex: 1 }}>{stepTitle(step)}</Box>
            <Button
              onClick={() => setRest(nudgeStep(rest, step.key, -1))}
              aria-label={`${stepTitle(step)} earlier`}
            >
              Earlier
            </Button>
            <Button
              onClick={() => setRest(nudgeStep(rest, step.key, 1))}
              aria-label={`${stepTitle(step)} later`}
            >
              Later
            </Button>
            <Button
              onClick={() => setRest(rest.filter((s) => s.key !== step.key))}
              aria-label={`Leave out ${stepTitle(step)}`}
            >
              Leave out
            </Button>
          </Box>
        ))}
      </Box>
      <TextField
        select
        label="Add a step"
        value=""
        onChange={(e) =>
          setRest(
            withStep(
              rest,
              e.target.value as StepName,
              sheet.steps.map((s) => s.key),
            ),
          )
        }
      >
        {METHOD_KINDS.map((kind) => (
          <MenuItem key={kind.name} value={kind.name}>
            {kind.listed}
          </MenuItem>
        ))}
      </TextField>
      <TextField label="Why" value={reason} onChange={(e) => setReason(e.target.value)} />
      {asked.map((guard) => (
        <TextField
          key={guard.name}
          label={`Signed: ${guard.sentence}`}
          value={signed[guard.name] ?? ''}
          onChange={(e) => setSigned({ ...signed, [guard.name]: e.target.value })}
        />
      ))}
    </ActionDialog>
  );
}

/** Guards that the server wants signed, by name. */
function guardsOf(error: ApiProblem): { name: string; sentence: string }[] {
  return (error.problem.errors ?? []).flatMap((e) =>
    e.path.startsWith('signed.') ? [{ name: e.path.slice('signed.'.length), sentence: e.message }] : [],
  );
}

function filled(signed: Record<string, string>): Record<string, string> {
  return Object.fromEntries(Object.entries(signed).filter(([, reason]) => reason.trim().length >= 3));
}
