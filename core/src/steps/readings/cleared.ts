import { PASSES, defineReading } from './kind.js';

export const cleared = defineReading({
  name: 'cleared',
  title: 'Cleared for this owner',
  given: 'answer',
  range: { min: 1, max: 1, whole: true, subject: 'Cleared', hint: ' (1 confirmed)' },
  first: true,
  asked: 'Between two owners: head and horn must be confirmed empty and clean.',
  judge: PASSES,
  words: () => 'cleared for this owner',
  passing: () => [1],
  answer: () => ({
    words:
      'Another owner’s meat is made today. Head, plate and horn are empty and clean; what was left in them went back to its owner.',
    yes: 'Cleared',
    value: 1,
  }),
});
