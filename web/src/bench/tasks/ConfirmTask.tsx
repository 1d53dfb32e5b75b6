import Box from '@mui/material/Box';
import { useShortcut } from '../../app/shortcuts.js';
import { SHORT } from '../../app/theme.js';
import { Primary, Secondary } from '../BenchButtons.js';
import { BenchFrame } from '../BenchFrame.js';
import { readingEntry } from '../entries.js';
import type { ReadingTaskProps } from '../task-props.js';

interface ConfirmTaskProps extends ReadingTaskProps {
  kind: 'tack' | 'cleared';
  words: string;
  yes: string;
  no?: string;
}

/** Something that is looked at and said yes to, or no. */
export function ConfirmTask(props: ConfirmTaskProps) {
  const { sheet, step, pending, header, footer, actions, onDone, kind, words, yes, no, task } = props;
  const record = async (value: 0 | 1) => {
    const label = value === 1 ? yes : (no ?? '');
    await pending.record(readingEntry(step.id, kind, value, label, { load: task.load }));
    onDone();
  };
  useShortcut(' ', yes.toLowerCase(), () => void record(1));
  return (
    <BenchFrame
      sheet={sheet}
      step={step}
      pending={pending}
      actions={
        <>
          {no ? <Secondary onClick={() => void record(0)}>{no}</Secondary> : null}
          {actions}
        </>
      }
      primary={<Primary onClick={() => void record(1)}>{yes}</Primary>}
    >
      {header}
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
    </BenchFrame>
  );
}
