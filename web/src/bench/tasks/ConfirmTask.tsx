import Box from '@mui/material/Box';
import { useShortcut } from '../../app/shortcuts.js';
import { SHORT } from '../../app/theme.js';
import { Primary, Secondary } from '../BenchButtons.js';
import { BenchFrame } from '../BenchFrame.js';
import { readingEntry } from '../entries.js';
import type { ReadingTaskProps } from '../task-props.js';

interface ConfirmTaskProps extends ReadingTaskProps {
  kind: 'tack' | 'cleared' | 'addition';
  words: string;
  yes: string;
  no?: string;
  /** What yes is written as; 1 unless the task has parts. */
  value?: number;
  /** More of the same comes after it. */
  stays?: boolean;
}

/** Something that is looked at and said yes to, or no. */
export function ConfirmTask(props: ConfirmTaskProps) {
  const { sheet, step, pending, header, footer, actions, onDone, kind, words, yes, no, task } = props;
  const yesValue = props.value ?? 1;
  const record = async (value: number) => {
    const label = value === 0 ? (no ?? '') : yes;
    await pending.record(readingEntry(step.id, kind, value, label, { load: task.load }));
    if (!props.stays) onDone();
  };
  useShortcut(' ', yes.toLowerCase(), () => void record(yesValue));
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
      primary={<Primary onClick={() => void record(yesValue)}>{yes}</Primary>}
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
