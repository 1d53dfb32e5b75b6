import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import {
  METHOD_KINDS,
  nudgeStep,
  setOnStep,
  stepTitle,
  stepWords,
  withStep,
  type ParamValue,
  type StepName,
} from '@zest/core';
import { ROUTES, type BatchView, type MethodStep } from '@zest/contract';
import { CommandDialog, ReasonInput, SignedInputs } from '../../ui/command/index.js';
import { StepParams } from '../../ui/StepParams.js';
import { COLOUR } from '../../ui/theme.js';
import { useUnits } from '../../ui/units.js';
import { CureForRoute } from './CureForRoute.js';

/** The lead changes the rest of an open batch's method; what then stops or must be signed is asked. */
export function MethodDialog({ sheet, onClose }: { sheet: BatchView; onClose: () => void }) {
  const [rest, setRest] = useState<MethodStep[]>(() =>
    sheet.steps.filter((s) => s.state !== 'closed').map((s) => s.document),
  );
  const [openKey, setOpenKey] = useState<string>();
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
              <StepToCome
                key={step.key}
                step={step}
                open={openKey === step.key}
                onOpen={() => setOpenKey(openKey === step.key ? undefined : step.key)}
                onSet={(name, value) => setRest((now) => setOnStep(now, step.key, name, value))}
                onNudge={(by) => setRest(nudgeStep(rest, step.key, by))}
                onLeaveOut={() => setRest(rest.filter((s) => s.key !== step.key))}
              />
            ))}
          </Box>
          <TextField
            select
            label="Add a step"
            value=""
            onChange={(e) => {
              const known = sheet.steps.map((s) => s.key);
              const next = withStep(rest, e.target.value as StepName, known);
              setRest(next);
              // Its figures are asked at once.
              setOpenKey(next.find((step) => !rest.includes(step))?.key);
            }}
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

interface StepToComeProps {
  step: MethodStep;
  open: boolean;
  onOpen: () => void;
  onSet: (name: string, value: ParamValue | undefined) => void;
  onNudge: (by: -1 | 1) => void;
  onLeaveOut: () => void;
}

/** A step of the rest, with its figures; where it stands, and whether it is done at all. */
function StepToCome({ step, open, onOpen, onSet, onNudge, onLeaveOut }: StepToComeProps) {
  const units = useUnits();
  const title = stepTitle(step);
  return (
    <Box
      component="li"
      sx={{
        display: 'flex',
        gap: 1,
        alignItems: 'center',
        borderTop: `1px solid ${COLOUR.edge}`,
        minHeight: 52,
      }}
    >
      <Box sx={{ flex: 1, minWidth: 0 }}>
        <Button
          onClick={onOpen}
          aria-expanded={open}
          aria-label={`Figures of ${title}`}
          sx={{ justifyContent: 'flex-start', textAlign: 'left' }}
        >
          {units.sentence([title, ...stepWords(step)].join(', '))}
        </Button>
        {open ? (
          <Box sx={{ display: 'flex', gap: 1.25, flexWrap: 'wrap', pt: 1, pb: 1.5 }}>
            <StepParams step={step} onSet={onSet} />
          </Box>
        ) : null}
      </Box>
      <Button onClick={() => onNudge(-1)} aria-label={`${title} earlier`}>
        Earlier
      </Button>
      <Button onClick={() => onNudge(1)} aria-label={`${title} later`}>
        Later
      </Button>
      <Button onClick={onLeaveOut} aria-label={`Leave out ${title}`}>
        Leave out
      </Button>
    </Box>
  );
}
