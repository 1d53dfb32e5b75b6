import { temperatureToken } from '../../quantity/tokens.js';
import { defineReading } from './kind.js';
import { TEMPERATURE, withinLimits } from './limits.js';

export const temperature = defineReading({
  ...TEMPERATURE,
  name: 'temperature',
  title: 'Temperature',
  perLoad: true,
  asked: 'The temperature has not been read.',
  askedOfLoad: 'it has not been read under its limit; it is held until it is.',
  judge: withinLimits,
  words: temperatureToken,
});
