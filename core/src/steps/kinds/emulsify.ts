import { temperatureToken } from '../../quantity/tokens.js';
import { liquidParts, minutes, stopAboveC } from '../common.js';
import { defineKind, finding } from '../kind.js';
import { number } from '../parameters.js';

/** So much over a whole number of lots makes no lot of its own. */
const SLACK = 1e-6;

/** Each lot begins this cold where the method says nothing (common practice). */
const START_ABOVE_C = 2;

function lotsOf(lotKg: number | undefined, inMg: number): number {
  return lotKg === undefined || inMg <= 0 ? 1 : Math.max(1, Math.ceil(inMg / 1e6 / lotKg - SLACK));
}

export const emulsify = defineKind({
  name: 'emulsify',
  listed: 'Emulsify',
  traits: {
    mass: 'passes on',
    machine: 'cutter',
    loadName: 'Lot',
    keeps: { look: 'Look under the knives.' },
    caution: 'Guard down; pull the plug before a hand goes near the knives.',
  },
  parameters: {
    lotKg: number('Lots of', 'kg', [0.1, 1000], (v) => `lots of ${v} kg`),
    minutes,
    startAboveC: number(
      'Next lot not above',
      '°C',
      [-20, 10],
      (v) => `each lot begun not above ${temperatureToken(v)}`,
    ),
    stopAboveC,
    liquidParts,
  },
  losses: ['bowl and hands', 'taste', 'floor'],
  title: () => 'Emulsify',
  instruction: () => 'Lot by lot, lean, salt and half the ice first; stop at the limit.',
  readings: (p, s) => [
    {
      kind: 'lot-weight',
      aimMg: s.inMg / lotsOf(p.lotKg, s.inMg),
      ...(p.lotKg === undefined ? {} : { mostMg: p.lotKg * 1e6 }),
    },
    { kind: 'lot-start', aboveC: p.startAboveC ?? START_ABOVE_C },
    { kind: 'temperature', aboveC: p.stopAboveC },
    { kind: 'minutes', aimMinutes: p.minutes },
  ],
  loads: ({ lotKg }, { inMg }) => lotsOf(lotKg, inMg),
  ready: () => [
    {
      key: 'guard',
      words: 'Lid down before the knives turn; plug pulled before a hand goes in.',
      caution: true,
    },
    { key: 'ice', words: 'Ice and cold water stand ready, weighed.' },
    { key: 'probe', words: 'Hand probe works; it is read after every lot.' },
  ],
  agrees: (p, { title, path }) =>
    p.stopAboveC === undefined
      ? [
          finding(
            'stop',
            path('stopAboveC'),
            'method',
            `${title}: every lot needs its temperature limit, such as 12 °C.`,
          ),
        ]
      : [],
});
