import { markEntry } from '../entries.js';
import { TIMERS, type TimerId } from '@zest/core';
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
  const timer = (id: TimerId, minutes: number) =>
    pending.record(markEntry(step.id, { kind: 'timer', timer: id, minutes }, TIMERS[id]));
  const choose = async (key: string) => {
    onClose();
    if (key === 'in') {
      await pending.record(markEntry(step.id, { kind: 'chill', isIn: true }, 'Back into the cold'));
      await timer('chill', CHILL_MINUTES);
    } else if (key === 'out') {
      await pending.record(markEntry(step.id, { kind: 'chill', isIn: false }, 'Out of the cold'));
      await timer('chill', 0);
    } else if (key === 'soak') await timer('soak', soak);
    else await timer('machine', MACHINE_MINUTES);
  };
  return <Choices label="Cold and time" choices={ways} onChoose={(key) => void choose(key)} />;
}
