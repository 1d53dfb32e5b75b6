import { PASSES, defineReading } from './kind.js';

export const count = defineReading({
  name: 'count',
  title: 'Count',
  given: 'counter',
  range: { min: 1, max: 100_000, whole: true, subject: 'The count', hint: '' },
  asked: 'The pieces have not been counted.',
  judge: PASSES,
  words: (value) => `${value} pieces`,
  passing: (ask) => [Math.max(1, ask.pieces ?? 1)],
});

/** Some more pieces, as they are made; together they are the count where nobody has counted them all. */
export const tally = defineReading({
  name: 'tally',
  title: 'Count',
  given: 'counter',
  range: { min: 1, max: 10_000, whole: true, subject: 'The pieces', hint: '' },
  adds: true,
  countsAs: count.name,
  asked: 'Nothing has been counted yet.',
  judge: PASSES,
  words: (value) => `${value} more ${value === 1 ? 'piece' : 'pieces'}`,
  passing: () => [1],
});
