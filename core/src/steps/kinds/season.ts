import { HOW_WORDS, minutes, seasonHow, styleSays } from '../common.js';
import { defineKind } from '../kind.js';
import { CURE_CAUTION } from './weigh-ingredients.js';

export const season = defineKind({
  name: 'season',
  listed: 'Season',
  traits: { mass: 'passes on', seasons: true, caution: CURE_CAUTION },
  parameters: { seasonHow, minutes, styleSays },
  losses: ['floor'],
  title: () => 'Season',
  instruction: ({ seasonHow: how }) =>
    ['Turn the meat in its seasoning until every piece is coated.', how && HOW_WORDS[how]]
      .filter(Boolean)
      .join(' '),
  readings: (p) => [{ kind: 'minutes', aimMinutes: p.minutes }],
});
