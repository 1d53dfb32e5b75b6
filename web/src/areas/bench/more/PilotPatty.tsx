import Box from '@mui/material/Box';
import { useState } from 'react';
import { useUnits } from '../../../ui/units.js';
import { Keypad } from '../../../kit/keypad/Keypad.js';
import { BigNumber } from '../BigNumber.js';
import { markEntry } from '../entries.js';
import { useTyped } from '../typed.js';
import { Choices } from './Choices.js';
import type { MoreProps } from './more-props.js';

const ANSWERS = ['As it should be', 'Too little salt', 'Too much salt', 'Too dry', 'Too soft', 'Wrong spice'];

/** A patty fried early on purpose: done through, how it was, kept as a note. The mix is tasted all the same. */
export function PilotPatty({ sheet, step, pending, onClose }: MoreProps) {
  const units = useUnits();
  const typed = useTyped('type its core');
  const [coreC, setCoreC] = useState<number>();
  const metric = units.options.system === 'metric';
  const typedC = typed.value === undefined || metric ? typed.value : ((typed.value - 32) * 5) / 9;
  const { doneC } = sheet.taste;
  const isDone = typedC !== undefined && typedC >= doneC;
  if (coreC !== undefined) {
    return (
      <Choices
        label="How was it?"
        choices={ANSWERS.map((key) => ({ key, name: key }))}
        onChoose={(answer) => {
          onClose();
          void pending.record(
            markEntry(
              step.id,
              { kind: 'pilot', coreC, answer },
              `Pilot patty at ${units.temperature(coreC)}`,
            ),
          );
        }}
      />
    );
  }
  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 300px', gap: 3 }}>
      <Box>
        <BigNumber shown={{ value: typed.text, unit: metric ? '°C' : '°F' }} label="Core of the patty" />
        <Box sx={{ fontSize: 24, my: 2 }} role="status">
          {isDone
            ? 'Done through.'
            : `Fry it through and read its core: nobody eats it below ${units.temperature(doneC)}.`}
        </Box>
        <Choices
          label="Go on"
          choices={isDone ? [{ key: 'go', name: 'How was it?' }] : []}
          onChoose={() => setCoreC(typedC)}
        />
        <Box sx={{ fontSize: 20, mt: 2 }}>
          It proves nothing for the batch: the final mix is tasted with a patty of its own.
        </Box>
      </Box>
      <Keypad onKey={typed.press} />
    </Box>
  );
}
