import { expectedYieldPct, hours } from '../common.js';
import { defineKind, finding } from '../kind.js';
import { number } from '../parameters.js';

export const hang = defineKind({
  name: 'hang',
  listed: 'Hang to dry',
  traits: {
    mass: 'holds',
    remainder: 'evaporation',
    set: true,
    machine: 'cooler',
    dries: true,
    needsCure: true,
    caution: 'Cured is not shelf-stable.',
  },
  parameters: {
    hours,
    targetLossPct: number('Loses', '%', [0.1, 80], (v) => `loses ${v} %`),
    expectedYieldPct,
  },
  losses: [],
  title: () => 'Hang to dry',
  instruction: () => 'Cool, moving air, even humidity; weigh the marked pieces.',
  takesHours: (p) => p.hours,
  notDone: ({ targetLossPct = 0 }, { inMg, outMg }) => {
    const lossPct = 100 * (1 - outMg / inMg);
    return lossPct >= targetLossPct
      ? undefined
      : `It has lost ${lossPct.toFixed(1)} % by its weight and must lose ${targetLossPct} %. Hang it on, or the lead signs.`;
  },
  readings: () => [{ kind: 'temperature' }],
  agrees: (p, { title, path }) =>
    p.targetLossPct === undefined
      ? [
          finding(
            'stop',
            path('targetLossPct'),
            'method',
            `${title}: name the weight it must lose in percent.`,
          ),
        ]
      : [],
  dangerWithoutCure: () => 'hours in the warm zone',
});
