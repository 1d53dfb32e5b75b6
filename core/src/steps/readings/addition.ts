import { defineReading } from './kind.js';

/** Hands spread cure less evenly than a paddle: it goes in dissolved, at two times. */
export const addition = defineReading({
  name: 'addition',
  title: 'Dissolved cure',
  given: 'answer',
  range: {
    min: 1,
    max: 2,
    whole: true,
    subject: 'The part of the cure',
    hint: ' (1 first half, 2 second half)',
  },
  perLoad: true,
  asked: 'Mixed by hand, the dissolved cure goes in at two times; both must be ticked.',
  askedOfLoad: 'the dissolved cure has not gone in at two times.',
  judge: (_, values) =>
    values.includes(1) && values.includes(2)
      ? null
      : 'Mixed by hand, the dissolved cure goes in at two times; both must be ticked.',
  words: (value) => (value === 1 ? 'first half of the cure in' : 'second half of the cure in'),
  passing: () => [1, 2],
  answer: (_, n, load) => {
    const of = load > 0 ? ` of load ${load}` : '';
    return n > 0
      ? {
          words: 'The other half of the dissolved cure, over all of the meat again. Then mix on.',
          yes: `Second half in${of}`,
          value: 2,
        }
      : {
          words: 'Cure dissolved in the cold liquid. Half of it now, over all of the meat; mix it under.',
          yes: `First half in${of}`,
          value: 1,
          stays: true,
        };
  },
});
