import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { TASTE_ANSWERS, TASTE_ATTRIBUTES } from '@zest/core';
import { useShortcut } from '../../../ui/shortcuts.js';
import { SHORT } from '../../../ui/theme.js';
import { Primary, Secondary } from '../BenchButtons.js';
import { AtFoot } from '../AtFoot.js';
import { markEntry, readingEntry } from '../entries.js';
import type { ReadingTaskProps } from '../task-props.js';
import { CorrectTaste } from './CorrectTaste.js';

type Answers = Partial<Record<(typeof TASTE_ATTRIBUTES)[number], (typeof TASTE_ANSWERS)[number]>>;

/** What the fried patty tastes like, quality by quality; when it is not right, what mends it. */
export function VerdictTask(props: ReadingTaskProps) {
  const { sheet, step, pending, footer, actions, onDone, task } = props;
  const [answers, setAnswers] = useState<Answers>({});
  const [correcting, setCorrecting] = useState(sheet.taste.state === 'failed');
  const off = Object.entries(answers).filter(([, answer]) => answer !== 'right');
  const record = async (passed: boolean) => {
    for (const attribute of TASTE_ATTRIBUTES) {
      const answer = answers[attribute];
      if (!answer) continue;
      await pending.record(
        markEntry(step.id, { kind: 'attribute', attribute, answer }, `${attribute}: ${answer}`),
      );
    }
    await pending.record(
      readingEntry(step.id, task.ask.kind, passed ? 1 : 0, passed ? 'Tastes right' : 'Not right'),
    );
    if (passed) onDone();
    else setCorrecting(true);
  };
  useShortcut(' ', 'it tastes right', () => void record(true), !correcting && off.length === 0);
  if (correcting) {
    return (
      <CorrectTaste
        {...props}
        tooMuch={off.some(([, a]) => a === 'too much')}
        onClose={() => {
          setCorrecting(false);
          onDone();
        }}
      />
    );
  }
  return (
    <>
      <AtFoot
        actions={
          <>
            <Secondary onClick={() => void record(false)}>Not right, correct it</Secondary>
            {sheet.taste.maySkip ? (
              <Secondary
                onClick={() => {
                  void pending.record(markEntry(step.id, { kind: 'taste-skipped' }, 'Not tasted this time'));
                  onDone();
                }}
              >
                Proven, no taste this time
              </Secondary>
            ) : null}
            {actions}
          </>
        }
        primary={
          <Primary onClick={() => void record(true)} disabled={off.length > 0}>
            Tastes right
          </Primary>
        }
      />
      <Box sx={{ fontSize: 24, my: 1, [SHORT]: { fontSize: 17, my: 0 } }}>{sheet.taste.sentence}</Box>
      <Box sx={{ display: 'grid', gap: 1, maxWidth: 900 }}>
        {TASTE_ATTRIBUTES.map((attribute) => (
          <Box
            key={attribute}
            role="group"
            aria-label={attribute}
            sx={{
              display: 'grid',
              gridTemplateColumns: '140px repeat(3, 1fr)',
              gap: 1,
              alignItems: 'center',
            }}
          >
            <Box sx={{ fontSize: 24, fontWeight: 700 }}>{attribute}</Box>
            {TASTE_ANSWERS.map((answer) => (
              <Button
                key={answer}
                variant={answers[attribute] === answer ? 'contained' : 'outlined'}
                aria-pressed={answers[attribute] === answer}
                onClick={() => setAnswers({ ...answers, [attribute]: answer })}
                sx={{ minHeight: 64, fontSize: 20 }}
              >
                {answer}
              </Button>
            ))}
          </Box>
        ))}
      </Box>
      {footer}
    </>
  );
}
