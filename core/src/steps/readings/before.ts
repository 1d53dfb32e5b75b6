import { isWarmer } from '../../quantity/tenths.js';
import { temperatureToken } from '../../quantity/tokens.js';
import { defineReading, lastOf } from './kind.js';
import { TEMPERATURE } from './limits.js';

export const before = defineReading({
  ...TEMPERATURE,
  name: 'before',
  title: 'Cold before',
  first: true,
  asked: 'The temperature before the first kilogram has not been read.',
  judge: (ask, values) =>
    ask.aboveC !== undefined && isWarmer(lastOf(values), ask.aboveC)
      ? `${temperatureToken(lastOf(values))} before the first kilogram is too warm: back to the chill, then read again.`
      : null,
  words: (value) => `${temperatureToken(value)} before`,
});
