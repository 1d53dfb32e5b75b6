import { chamberC, expectedYieldPct, minutes } from '../common.js';
import { defineKind } from '../kind.js';

/** Up to this chamber temperature smoking is cold smoking, °C; common practice. */
const COLD_C = 30;

export const smoke = defineKind({
  name: 'smoke',
  listed: 'Smoke',
  traits: {
    mass: 'passes on',
    remainder: 'evaporation',
    set: true,
    machine: 'house',
    heat: 'slow',
    smokes: true,
    needsCure: true,
    caution: 'No warm smoke without cure: botulism.',
  },
  parameters: {
    minutes,
    chamberC: {
      ...chamberC,
      school: {
        id: 'stages',
        question: 'One setting or stages?',
        choices: [
          {
            value: 60,
            title: 'in stages from 60 °C',
            why: 'The fat stays in and the skin takes colour before the core is done.',
          },
          { value: 75, title: 'one low setting, 75 °C', why: 'Nothing to turn, and nothing to forget.' },
        ],
      },
    },
    expectedYieldPct,
  },
  losses: ['floor'],
  title: () => 'Smoke',
  instruction: () => 'Skin dry first, then smoke; read the chamber.',
  takesHours: (p) => (p.minutes === undefined ? undefined : p.minutes / 60),
  readings: (p) => [
    { kind: 'temperature', nearC: p.chamberC },
    { kind: 'minutes', aimMinutes: p.minutes },
  ],
  dangerWithoutCure: ({ chamberC: c = COLD_C }) => (c <= COLD_C ? 'cold smoke' : 'hours in the warm zone'),
  after: [{ is: (t) => t.machine === 'stuffer', sentence: 'It is smoked before it is stuffed.' }],
});
