import { defineReading } from './kind.js';

const sum = (values: readonly number[]) => values.reduce((a, b) => a + b, 0);

export const minutes = defineReading({
  name: 'minutes',
  title: 'Minutes',
  given: 'clock',
  range: { min: 0, max: 100_000, whole: false, subject: 'The minutes', hint: '' },
  perLoad: true,
  adds: true,
  asked: 'The minutes have not been entered.',
  askedOfLoad: 'the minutes are missing or below the least.',
  judge: ({ leastMinutes }, values) => {
    const total = sum(values);
    if (leastMinutes !== undefined && total < leastMinutes)
      return `Mixed ${total} of at least ${leastMinutes} minutes.`;
    return total > 0 ? null : 'The minutes have not been entered.';
  },
  words: (value) => `${value} minutes`,
  passing: (ask) => [Math.max(1, ask.leastMinutes ?? 0, ask.aimMinutes ?? 0)],
});
