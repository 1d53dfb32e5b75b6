import { markEntry } from '../entries.js';
import { CHILL, SOAK } from '@zest/core';
import { Choices } from './Choices.js';
import type { MoreProps } from './more-props.js';

const CHILL_MINUTES = 20;
const MACHINE_MINUTES = 5;

/** Into the cold and out again, so that the minutes out of it count right; soaking; the machine's rest. */
export function ColdAndTime({ sheet, step, pending, onClose }: MoreProps) {
  const soak = sheet.casing?.soakMinutes ?? 0;
  const ways = [
    { key: 'in', name: 'Back into the cold', about: `stops the clock; rings after ${CHILL_MINUTES} min` },
    { key: 'out', name: 'Out of the cold again', about: 'the clock goes on' },
    ...(soak > 0 ? [{ key: 'soak', name: 'Casing is in the water', about: `rings after ${soak} min` }] : []),
    { key: 'rest', name: 'Machine rests', about: `rings after ${MACHINE_MINUTES} min` },
  ];
  const timer = (subject: string, value: number) =>
    pending.record(markEntry(step.id, 'timer', subject, { subject, value }));
  const choose = async (key: string) => {
    onClose();
    if (key === 'in') {
      await pending.record(markEntry(step.id, 'chill', 'Back into the cold', { value: 1 }));
      await timer(CHILL, CHILL_MINUTES);
    } else if (key === 'out') {
      await pending.record(markEntry(step.id, 'chill', 'Out of the cold', { value: 0 }));
      await timer(CHILL, 0);
    } else if (key === 'soak') await timer(SOAK, soak);
    else await timer('Rest of the machine', MACHINE_MINUTES);
  };
  return <Choices label="Cold and time" choices={ways} onChoose={(key) => void choose(key)} />;
}
