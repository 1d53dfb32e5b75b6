import { massToken } from '../../quantity/tokens.js';
import { defineReading } from './kind.js';

export const sample = defineReading({
  name: 'sample',
  title: 'Sample',
  given: 'scale',
  range: { min: 1, max: 50_000_000, whole: true, subject: 'A sample weight', hint: ' mg' },
  asked: 'No piece has been weighed for the sample.',
  judge: ({ pieces = 1 }, values) =>
    values.length < pieces ? `The sample has ${values.length} of ${pieces} weights.` : null,
  words: (value) => `a piece of ${massToken(value)}`,
  passing: ({ pieces = 1 }) => new Array<number>(pieces).fill(100_000),
});
