import Box from '@mui/material/Box';
import { useState } from 'react';
import { DEFECTS, causesOf, type BECAME, type Defect } from '@zest/core';
import { markEntry } from '../entries.js';
import { Choices } from './Choices.js';
import type { MoreProps } from './more-props.js';

const WHAT: Record<Defect, { name: string; about: string }> = {
  burst: { name: 'A burst', about: 'the casing failed' },
  air: { name: 'Air inside', about: 'a pocket under the casing' },
  thick: { name: 'Too thick', about: 'more in a centimetre than the casing wants' },
  thin: { name: 'Too thin', about: 'less in a centimetre than the casing wants' },
};

const isDefect = (key: string): key is Defect => key in DEFECTS;

/** A defect at the stuffer or the table: what, why, and what became of it. */
export function WentWrong({ step, pending, onClose, onTask }: MoreProps) {
  const [defect, setDefect] = useState<Defect>();
  const [cause, setCause] = useState<string>();
  const note = (became: keyof typeof BECAME, task?: string) => {
    if (!defect || cause === undefined) return;
    void pending.record(
      markEntry(
        step.id,
        { kind: 'defect', defect, cause, became, count: 1 },
        `${WHAT[defect].name}: ${cause}`,
      ),
    );
    onClose();
    if (task !== undefined) onTask?.(task);
  };
  if (!defect) {
    return (
      <Choices
        label="What went wrong?"
        choices={Object.entries(WHAT).map(([key, words]) => ({ key, ...words }))}
        onChoose={(key) => (isDefect(key) ? setDefect(key) : undefined)}
      />
    );
  }
  if (cause === undefined) {
    return (
      <>
        <Box sx={{ fontSize: 24, mb: 2 }}>{WHAT[defect].name}: why?</Box>
        <Choices
          label="Why?"
          choices={causesOf(defect).map((one) => ({ key: one, name: one, about: mend(defect, one) }))}
          onChoose={setCause}
        />
      </>
    );
  }
  return (
    <>
      <Box sx={{ fontSize: 24, mb: 2 }}>What becomes of it?</Box>
      <Choices
        label="What becomes of it?"
        choices={[
          { key: 'again', name: 'Stuffed again', about: 'nothing leaves the batch' },
          { key: 'rework', name: 'Weigh it as rework', about: 'for patties, or the next batch' },
          ...(step.losses.includes('burst')
            ? [{ key: 'loss:burst', name: 'Weigh it away', about: 'it goes in the bin' }]
            : []),
        ]}
        onChoose={(key) =>
          key === 'again' ? note('again') : note(key === 'rework' ? 'rework' : 'binned', key)
        }
      />
    </>
  );
}

function mend(defect: Defect, cause: string): string {
  const mends: Record<string, string> = DEFECTS[defect];
  return mends[cause] ?? '';
}
