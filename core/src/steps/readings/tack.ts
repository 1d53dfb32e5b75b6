import { defineReading, lastOf } from './kind.js';

export const tack = defineReading({
  name: 'tack',
  title: 'Tack test',
  given: 'answer',
  range: { min: 0, max: 1, whole: true, subject: 'The tack test', hint: ' (1 passed, 0 failed)' },
  perLoad: true,
  asked: 'The tack test has not been made.',
  askedOfLoad: 'the bind is not passed yet.',
  judge: (_, values) => (lastOf(values) === 1 ? null : 'The tack test failed: mix on and test again.'),
  words: (value) => (value === 1 ? 'tack test passed' : 'tack test failed'),
  passing: () => [1],
  failing: () => 0,
  answer: (ask, _, load) => ({
    words: ask.words ?? '',
    yes: `Tack test passed${load > 0 ? ` for load ${load}` : ''}`,
    no: 'Failed, mix on',
    value: 1,
  }),
});
