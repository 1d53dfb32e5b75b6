import Box from '@mui/material/Box';
import { readingKind } from '@zest/core';
import { useShortcut } from '../../../ui/shortcuts.js';
import { SHORT } from '../../../ui/theme.js';
import { Primary, Secondary } from '../BenchButtons.js';
import { AtFoot } from '../AtFoot.js';
import { readingEntry } from '../entries.js';
import type { ReadingTaskProps } from '../task-props.js';

/** Something that is looked at and said yes to, or no. */
export function ConfirmTask(props: ReadingTaskProps) {
  const { step, pending, footer, actions, onDone, task } = props;
  const { kind } = task.ask;
  const answer = readingKind(kind).answer?.(task.ask, task.n, task.load);
  const { words = '', yes = 'Yes', no, value: yesValue = 1, stays } = answer ?? {};
  const record = async (value: number) => {
    const label = value === 0 ? (no ?? '') : yes;
    await pending.record(readingEntry(step.id, kind, value, label, { load: task.load }));
    if (!stays) onDone();
  };
  useShortcut(' ', yes.toLowerCase(), () => void record(yesValue));
  return (
    <>
      <AtFoot
        actions={
          <>
            {no ? <Secondary onClick={() => void record(0)}>{no}</Secondary> : null}
            {actions}
          </>
        }
        primary={<Primary onClick={() => void record(yesValue)}>{yes}</Primary>}
      />
      <Box
        sx={{
          fontSize: 44,
          fontWeight: 700,
          mt: 4,
          maxWidth: 900,
          lineHeight: 1.15,
          [SHORT]: { fontSize: 24, mt: 1 },
        }}
      >
        {words}
      </Box>
      {footer}
    </>
  );
}
