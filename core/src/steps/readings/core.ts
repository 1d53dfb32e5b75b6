import { temperatureToken } from '../../quantity/tokens.js';
import { defineReading } from './kind.js';
import { TEMPERATURE, withinLimits } from './limits.js';

export const core = defineReading({
  ...TEMPERATURE,
  name: 'core',
  title: 'Core of the patty',
  range: { ...TEMPERATURE.range, subject: 'The core temperature' },
  asked: 'The core of the patty has not been read.',
  judge: withinLimits,
  words: (value) => `core ${temperatureToken(value)}`,
  passing: (ask) => [(ask.belowC ?? 71) + 2],
  failing: (ask) => (ask.belowC ?? 71) - 6,
});
