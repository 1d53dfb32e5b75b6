import { massToken } from '../../quantity/tokens.js';
import { GRINDER_CAUTION, grinderChecks, plateMm, stopAboveC, stream } from '../common.js';
import { defineKind, finding } from '../kind.js';
import { number } from '../parameters.js';

export const grind = defineKind({
  name: 'grind',
  listed: 'Grind',
  traits: {
    mass: 'holds',
    machine: 'grinder',
    clearedBetweenOwners: true,
    keeps: { look: 'Look in the head.', learned: 'kept by the grinder' },
    caution: GRINDER_CAUTION,
  },
  parameters: {
    plateMm,
    pass: number('Pass', '', [1, 9], (v) => `pass ${v}`, { whole: true }),
    stream,
    fatFromPct: number('Fat is from', '%', [1, 100], (v) => `from ${v} % fat`, {
      asked: (p) => p['stream'] === 'fat',
    }),
    stopAboveC,
  },
  losses: ['head', 'bone and trim', 'floor'],
  title: ({ plateMm, stream = 'all' }) => {
    const what = stream === 'all' ? 'Grind' : `Grind the ${stream}`;
    return plateMm === undefined ? what : `${what} ${plateMm} mm`;
  },
  instruction: ({ plateMm, stream }) => {
    const plate = plateMm === undefined ? 'the plate' : `the ${plateMm} mm plate`;
    return stream === 'fat'
      ? `Through ${plate}, near freezing, so that it is cut and not smeared.`
      : `Through ${plate}, cold and without smear.`;
  },
  readings: (p, s) => [
    ...(s.mustBeCleared ? [{ kind: 'cleared' }] : []),
    { kind: 'before', aboveC: p.stopAboveC },
    { kind: 'temperature', aboveC: p.stopAboveC },
  ],
  ready: ({ plateMm }, s) => [
    ...grinderChecks(plateMm),
    { key: 'tub', words: `Tub for ${massToken(s.inMg)} under the head, on the scale at zero.` },
  ],
  agrees: ({ plateMm }, { title, path }) =>
    plateMm === undefined
      ? [finding('stop', path('plateMm'), 'method', `${title}: name the plate in millimetres, such as 8.`)]
      : [],
});
