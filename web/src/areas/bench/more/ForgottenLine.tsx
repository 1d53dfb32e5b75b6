import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';

import { minutesToMixIn } from '@zest/core';
import { ROUTES } from '@zest/contract';
import { command } from '../../../data/command.js';
import { useUnits } from '../../../ui/units.js';
import { Choices } from './Choices.js';
import { forgottenLines } from './forgotten-lines.js';
import type { MoreProps } from './more-props.js';
import { Refused } from './Refused.js';
import { useBatchCommand } from './use-batch-command.js';

/** Minutes beyond the least, for whoever wants more. */
const MORE_MINUTES = [0, 2, 4, 8];

/** A line that was left out and is noticed now: how much more mixing, and what has left without it. */
export function ForgottenLine({ sheet, step, onClose }: MoreProps) {
  const units = useUnits();
  const sending = useBatchCommand(sheet.id, onClose);
  const { run, busy } = sending;
  const forgotten = forgottenLines(sheet);
  const [lineId, setLineId] = useState(forgotten[0]?.id);
  const least = minutesToMixIn(sheet.steps.map((s) => s.document));
  const [minutes, setMinutes] = useState<number>();
  const line = forgotten.find((l) => l.id === lineId);
  const leftMg = sheet.ribbon
    .filter((s) => !s.closed && s.portion === step.portion)
    .reduce((sum, s) => sum + Math.max(0, s.balanceMg), 0);
  return (
    <>
      <Choices
        label="What was forgotten"
        choices={forgotten.map((l) => ({ key: l.id, name: l.name, about: units.mass(l.dueMg) }))}
        chosen={lineId}
        onChoose={setLineId}
      />
      <Box sx={{ fontSize: 24, my: 2 }}>
        {units.mass(leftMg)} of the mix is still here. How many more minutes will it be mixed? At least{' '}
        {least}.
      </Box>
      <Choices
        label="Minutes of mixing"
        choices={MORE_MINUTES.map((m) => least + m).map((m) => ({ key: String(m), name: `${m} minutes` }))}
        chosen={minutes === undefined ? undefined : String(minutes)}
        onChoose={(m) => setMinutes(Number(m))}
      />
      <Button
        variant="contained"
        disabled={!line || minutes === undefined || busy}
        onClick={() =>
          void run((signed) =>
            command(ROUTES.addLateLine, {
              params: { id: sheet.id },
              body: { stepId: step.id, lineId: line?.id ?? '', minutes: minutes ?? 0, signed },
            }),
          )
        }
        sx={{ minHeight: 88, fontSize: 26, px: 4, mt: 3 }}
      >
        Weigh {line?.name ?? 'it'} now
      </Button>
      <Refused command={sending} />
    </>
  );
}
