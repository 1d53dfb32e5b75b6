import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { METHOD_KINDS, nudgeStep, stepTitle, withStep, type StepName } from '@zest/core';
import { ROUTES, type BatchView, type MethodStep } from '@zest/contract';
import { CommandDialog, ReasonInput, SignedInputs } from '../../ui/command/index.js';
import { COLOUR } from '../../ui/theme.js';
import { CureForRoute } from './CureForRoute.js';

/** The lead changes the rest of an open batch's method; what then stops or must be signed is asked. */
export function MethodDialog({ sheet, onClose }: { sheet: BatchView; onClose: () => void }) {
  const [rest, setRest] = useState<MethodStep[]>(() =>
    sheet.steps.filter((s) => s.state !== 'closed').map((s) => s.document),
  );
  return (
    <CommandDialog
      route={ROUTES.changeMethod}
      params={{ id: sheet.id }}
      title={`Method of batch ${sheet.number} from here on`}
      action="Change the method"
      toBody={({ cure, ...typed }) => ({ ...typed, steps: rest, ...withCure(cure) })}
      topics={['batch']}
      waiting={rest.length === 0}
      wide
      onClose={onClose}
    >
      {(typed) => (
        <>
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
          <CureForRoute sheet={sheet} rest={rest} typed={typed.cure} />
          <ReasonInput label="Why" />
          <SignedInputs />
        </>
      )}
    </CommandDialog>
  );
}

/** Nothing is sent of a cure that was not chosen. */
function withCure(cure: unknown): { cure?: unknown } {
  const chosen = typeof cure === 'object' && cure !== null && 'ingredientId' in cure && cure.ingredientId;
  return chosen ? { cure } : {};
}
