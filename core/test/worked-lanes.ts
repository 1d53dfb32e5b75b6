import type { BatchFacts } from '../src/index.js';
import { aBatch, afterEntries } from './a-batch.js';
import { close, weigh } from './a-cured-batch.js';
import {
  MIX_MG,
  NITRITE,
  SALT_G,
  STICKS_AND_LOG,
  closeAll,
  intoPortion,
  lost,
  mixed,
  of,
  portion,
} from './lane-hands.js';
import { method, moved, onTo } from './on-the-way.js';

/** What comes to what: kilograms of each product, and what a kilogram of it holds (worked out by hand beside it). */
interface Worked {
  name: string;
  facts: () => BatchFacts;
  /** By product: finished mg, g/kg of salt, ppm of nitrite on the product, state of its label. */
  ends: Record<string, [number, number, number, string]>;
  /** Lost by name or kept, mg; what is neither is finished. */
  elsewhereMg: number;
}

export const WORKED: Worked[] = [
  {
    name: 'one mix into sticks and a log, each cooked or smoked for itself',
    facts: () =>
      closeAll(
        afterEntries(STICKS_AND_LOG(), [
          intoPortion('mix', 'log', 8_430_000),
          onTo('mix', 12_000_000),
          close('mix'),
          onTo('stuff', 12_000_000),
          close('stuff'),
          onTo('fill', 8_430_000),
          close('fill'),
          onTo('smoke', 10_800_000),
          close('smoke'),
          { kind: 'reading', body: { id: 'core', stepId: 'scald', kind: 'temperature', value: 72 } },
          onTo('scald', 8_430_000),
        ]),
        'scald',
      ),
    // The sticks lost a tenth as water: 20.945 / 0.9.
    ends: {
      '': [10_800_000, SALT_G / 0.9, NITRITE / 0.9, 'raw smoked (not cooked)'],
      log: [8_430_000, SALT_G, NITRITE, 'cooked'],
    },
    elsewhereMg: 1_200_000,
  },
  {
    name: 'half the links sold raw, half smoked',
    facts: () =>
      closeAll(
        afterEntries(
          mixed(method(['stuff', 'stuff'], ['link', 'link'], ['smoke', 'smoke', { expectedYieldPct: 80 }]), [
            portion('fresh', 'link'),
          ]),
          [
            onTo('mix', MIX_MG),
            close('mix'),
            onTo('stuff', MIX_MG),
            close('stuff'),
            intoPortion('link', 'fresh', 10_430_000),
            onTo('link', 10_000_000),
            close('link'),
            onTo('smoke', 8_000_000),
          ],
        ),
        'smoke',
      ),
    ends: {
      '': [8_000_000, SALT_G / 0.8, NITRITE / 0.8, 'raw smoked (not cooked)'],
      fresh: [10_430_000, SALT_G, NITRITE, 'raw'],
    },
    elsewhereMg: 2_000_000,
  },
  {
    name: 'everything parted off: the rest of the method has nothing to do',
    facts: () =>
      closeAll(
        afterEntries(STICKS_AND_LOG(), [
          intoPortion('mix', 'log', MIX_MG),
          close('mix'),
          onTo('fill', MIX_MG),
          close('fill'),
          onTo('scald', MIX_MG),
        ]),
        'scald',
      ),
    ends: { log: [MIX_MG, SALT_G, NITRITE, 'raw'] },
    elsewhereMg: 0,
  },
  {
    name: 'nothing parted off: the portion is left out',
    facts: () =>
      closeAll(
        afterEntries(STICKS_AND_LOG(), [onTo('mix', MIX_MG), close('mix'), onTo('stuff', MIX_MG)]),
        'stuff',
        'smoke',
      ),
    // Nobody weighed what came out of the smoke: it passes on.
    ends: { '': [MIX_MG, SALT_G, NITRITE, 'raw smoked (not cooked)'] },
    elsewhereMg: 0,
  },
  {
    name: 'a portion of a portion: the log, and what is cut of it',
    facts: () =>
      closeAll(
        afterEntries(
          mixed(
            [
              ...method(['stuff', 'stuff']),
              ...of('log', ['fill', 'stuff'], ['rest', 'rest']),
              ...of('cuts', ['cut', 'cut']),
            ],
            [portion('log', 'mix'), portion('cuts', 'fill')],
          ),
          [
            intoPortion('mix', 'log', 10_000_000),
            onTo('mix', 10_430_000),
            close('mix'),
            onTo('stuff', 10_430_000),
            close('stuff'),
            intoPortion('fill', 'cuts', 4_000_000),
            onTo('fill', 6_000_000),
            close('fill'),
            onTo('rest', 6_000_000),
            close('rest'),
            onTo('cut', 3_900_000),
            lost('cut', 'ends', 100_000),
          ],
        ),
        'cut',
      ),
    ends: {
      '': [10_430_000, SALT_G, NITRITE, 'raw'],
      log: [6_000_000, SALT_G, NITRITE, 'raw'],
      cuts: [3_900_000, SALT_G, NITRITE, 'raw'],
    },
    elsewhereMg: 100_000,
  },
  {
    name: 'two portions out of one step, weighed in several tubs',
    facts: () =>
      closeAll(
        afterEntries(mixed(method(['stuff', 'stuff']), [portion('a', 'mix'), portion('b', 'mix')]), [
          intoPortion('mix', 'a', 3_000_000, 1),
          intoPortion('mix', 'b', 5_000_000),
          intoPortion('mix', 'a', 3_000_000, 2),
          onTo('mix', 9_430_000),
          close('mix'),
          onTo('stuff', 9_430_000),
        ]),
        'stuff',
      ),
    ends: {
      '': [9_430_000, SALT_G, NITRITE, 'raw'],
      a: [6_000_000, SALT_G, NITRITE, 'raw'],
      b: [5_000_000, SALT_G, NITRITE, 'raw'],
    },
    elsewhereMg: 0,
  },
  {
    name: 'one portion dried by a third, the rest as it was',
    facts: () =>
      closeAll(
        afterEntries(
          mixed(
            [...method(['stuff', 'stuff']), ...of('dry', ['hang', 'hang', { targetLossPct: 33 }])],
            [portion('dry', 'stuff', { state: 'dried' })],
          ),
          [
            onTo('mix', MIX_MG),
            close('mix'),
            intoPortion('stuff', 'dry', 9_000_000),
            onTo('stuff', 11_430_000),
            close('stuff'),
            onTo('hang', 6_000_000),
          ],
        ),
        'hang',
      ),
    ends: {
      '': [11_430_000, SALT_G, NITRITE, 'raw'],
      dry: [6_000_000, SALT_G * 1.5, NITRITE * 1.5, 'dried'],
    },
    elsewhereMg: 3_000_000,
  },
  {
    name: 'the rest of a portion kept as rework',
    facts: () =>
      closeAll(
        afterEntries(STICKS_AND_LOG(), [
          intoPortion('mix', 'log', 8_430_000),
          onTo('mix', 12_000_000),
          close('mix'),
          onTo('stuff', 12_000_000),
          close('stuff'),
          onTo('smoke', 12_000_000),
          close('smoke'),
          onTo('fill', 8_000_000),
          { kind: 'out', body: { id: 'r', stepId: 'fill', to: 'rework', massMg: 430_000 } },
          close('fill'),
          onTo('scald', 8_000_000),
        ]),
        'scald',
      ),
    ends: {
      '': [12_000_000, SALT_G, NITRITE, 'raw smoked (not cooked)'],
      log: [8_000_000, SALT_G, NITRITE, 'raw'],
    },
    elsewhereMg: 430_000,
  },
  {
    name: 'fat run out of a cooked portion alone: its salt rises, the other product’s does not',
    facts: () =>
      closeAll(
        afterEntries(
          mixed(
            [
              ...method(['stuff', 'stuff']),
              ...of('hot', ['fill', 'stuff'], ['cook', 'cook', { stopBelowC: 71 }]),
            ],
            [portion('hot', 'mix', { state: 'cooked' })],
          ),
          [
            intoPortion('mix', 'hot', 10_000_000),
            onTo('mix', 10_430_000),
            close('mix'),
            onTo('stuff', 10_430_000),
            close('stuff'),
            onTo('fill', 10_000_000),
            close('fill'),
            lost('cook', 'fat-out', 1_000_000),
            { kind: 'reading', body: { id: 'core', stepId: 'cook', kind: 'temperature', value: 72 } },
            onTo('cook', 9_000_000),
          ],
        ),
        'cook',
      ),
    ends: {
      '': [10_430_000, SALT_G, NITRITE, 'raw'],
      hot: [9_000_000, SALT_G / 0.9, NITRITE / 0.9, 'cooked'],
    },
    elsewhereMg: 1_000_000,
  },
  {
    name: 'what the mixer kept belongs to neither product',
    facts: () =>
      closeAll(
        afterEntries(STICKS_AND_LOG(), [
          lost('mix', 'bowl and hands', 430_000),
          intoPortion('mix', 'log', 5_000_000),
          onTo('mix', 15_000_000),
          close('mix'),
          onTo('stuff', 15_000_000),
          close('stuff'),
          onTo('fill', 5_000_000),
          close('fill'),
          onTo('smoke', 15_000_000),
          close('smoke'),
          onTo('scald', 5_000_000),
        ]),
        'scald',
      ),
    ends: {
      '': [15_000_000, SALT_G, NITRITE, 'raw smoked (not cooked)'],
      log: [5_000_000, SALT_G, NITRITE, 'raw'],
    },
    elsewhereMg: 430_000,
  },
  {
    name: 'lean and fat ground apart, joined in the mixer and parted again',
    facts: () => {
      const trunk = method(
        ['meats', 'weigh-meat'],
        ['lean', 'grind', { plateMm: 8, stream: 'lean' }],
        ['fat', 'grind', { plateMm: 5, stream: 'fat' }],
        ['spice', 'weigh-ingredients'],
        ['mix', 'mix'],
      );
      const facts = aBatch([...trunk, ...method(['stuff', 'stuff'])], {
        ingredients: [],
        portions: [portion('half', 'mix')],
      });
      return closeAll(
        afterEntries(facts, [
          weigh('line Lean', 15_000_000),
          weigh('line Belly', 5_000_000),
          close('meats'),
          onTo('lean', 15_000_000),
          onTo('fat', 5_000_000),
          close('lean'),
          close('fat'),
          close('spice'),
          intoPortion('mix', 'half', 10_000_000),
          onTo('mix', 10_000_000),
          close('mix'),
          onTo('stuff', 10_000_000),
        ]),
        'stuff',
      );
    },
    ends: { '': [10_000_000, 0, 0, 'raw'], half: [10_000_000, 0, 0, 'raw'] },
    elsewhereMg: 0,
  },
  {
    name: 'weighed back and weighed again: a portion has what was not taken back',
    facts: () => {
      const first = afterEntries(mixed(method(['stuff', 'stuff']), [portion('a', 'mix')]), [
        intoPortion('mix', 'a', 7_000_000),
      ]);
      const taken = first.transfers.at(-1)!;
      const back = moved(first, {
        from: taken.to,
        to: taken.from,
        amount: taken.amount,
        reversesId: taken.id,
        stepId: 'mix',
      });
      return closeAll(
        afterEntries(back, [
          intoPortion('mix', 'a', 6_430_000),
          onTo('mix', 14_000_000),
          close('mix'),
          onTo('stuff', 14_000_000),
        ]),
        'stuff',
      );
    },
    ends: { '': [14_000_000, SALT_G, NITRITE, 'raw'], a: [6_430_000, SALT_G, NITRITE, 'raw'] },
    elsewhereMg: 0,
  },
];
