import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { newStep, stepTitle, type MethodStep } from '@zest/core';
import { ROUTES } from '@zest/contract';
import { command } from '../../../data/command.js';
import { useUnits } from '../../../ui/units.js';
import { Secondary } from '../BenchButtons.js';
import { Choices } from './Choices.js';
import type { MoreProps } from './more-props.js';
import { Refused } from './Refused.js';
import { useBatchCommand } from './use-batch-command.js';

const SHARES = [25, 50, 75, 100];

/** What can be done to anything in any shop, whatever its method says. */
const ALWAYS = [newStep('freeze', 'freeze'), newStep('pack', 'pack')];

/** A part of what stands here becomes a product of its own: its name, how much is meant, and what is still done to it. */
export function PartOff({ sheet, step, onClose, onTask }: MoreProps) {
  const units = useUnits();
  const sending = useBatchCommand(sheet.id, () => {
    onClose();
    onTask?.('out');
  });
  const { run, busy } = sending;
  const [name, setName] = useState('');
  const [pct, setPct] = useState(50);
  const [chosen, setChosen] = useState<readonly string[]>([]);
  const ways = stepsFor({ sheet, step });
  const steps = ways.filter((s) => chosen.includes(s.key));
  const part = () =>
    void run((signed) =>
      command(ROUTES.partPortion, {
        params: { id: sheet.id },
        body: { stepId: step.id, name: name.trim(), plan: { by: 'share', pct }, steps, signed },
      }),
    );
  return (
    <>
      <TextField
        label="Name of what it becomes"
        value={name}
        onChange={(e) => setName(e.target.value)}
        fullWidth
        slotProps={{ htmlInput: { maxLength: 80, style: { fontSize: 24 } } }}
        sx={{ mb: 2 }}
      />
      <Box sx={{ fontSize: 22, mb: 1 }}>
        How much of it is meant? What is weighed is what counts; {units.mass(step.balanceMg)} is here.
      </Box>
      <Choices
        label="How much of it"
        choices={SHARES.map((share) => ({
          key: String(share),
          name: share === 100 ? 'All of it' : `${share} %`,
          about: `about ${units.mass(Math.round((step.balanceMg * share) / 100))}`,
        }))}
        chosen={String(pct)}
        onChoose={(key) => setPct(Number(key))}
      />
      <Box sx={{ fontSize: 22, mt: 2, mb: 1 }}>What is still done to it?</Box>
      <Box role="group" aria-label="Steps of it" sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
        {ways.map((s) => (
          <Secondary
            key={s.key}
            pressed={chosen.includes(s.key)}
            onClick={() =>
              setChosen(chosen.includes(s.key) ? chosen.filter((k) => k !== s.key) : [...chosen, s.key])
            }
          >
            {stepTitle(s)}
          </Secondary>
        ))}
      </Box>
      <Box role="status" sx={{ fontSize: 20, mt: 1 }}>
        {steps.length === 0
          ? 'Nothing: it is finished as it is.'
          : `${steps.map(stepTitle).join(', then ')}; then it is finished.`}
      </Box>
      <Button
        variant="contained"
        disabled={name.trim().length < 2 || busy}
        onClick={part}
        sx={{ minHeight: 88, fontSize: 26, px: 4, mt: 2 }}
      >
        Part it off
      </Button>
      <Refused command={sending} />
    </>
  );
}

/** What is still to come on its way, and what can always be done to it. */
function stepsFor({ sheet, step }: Pick<MoreProps, 'sheet' | 'step'>): MethodStep[] {
  const coming = sheet.steps
    .filter((s) => s.position > step.position && s.portion === step.portion && s.state !== 'closed')
    .filter((s) => s.origin === null)
    .map((s) => s.document);
  return [...coming, ...ALWAYS.filter((s) => coming.every((c) => c.kind !== s.kind))];
}
