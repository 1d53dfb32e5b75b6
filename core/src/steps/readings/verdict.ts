import { defineReading, lastOf } from './kind.js';

export const verdict = defineReading({
  name: 'verdict',
  title: 'Verdict',
  given: 'judgement',
  range: { min: 0, max: 1, whole: true, subject: 'The verdict', hint: ' (1 passed, 0 failed)' },
  asked: 'Nobody has said how it tastes.',
  judge: (_, values) =>
    lastOf(values) === 1 ? null : 'The tasting failed: correct the mix, mix again and taste again.',
  words: (value) => (value === 1 ? 'tasted right' : 'tasted, not right'),
  passing: () => [1],
  failing: () => 0,
});
