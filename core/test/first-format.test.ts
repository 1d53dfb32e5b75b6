import { describe, expect, it } from 'vitest';
import {
  METHOD_TEMPLATES,
  fromFirstFormat,
  stepInstruction,
  stepTitle,
  type MethodStep,
} from '../src/index.js';

/** A file as the first version wrote it: every step with a title and with what the hand is told. */
const first = (steps: readonly MethodStep[], own: { title?: string; say?: string } = {}) => ({
  format: 'zest-tally/recipe',
  formatVersion: 1,
  document: {
    heats: [{ name: 'hot', factor: 2 }],
    steps: steps.map((step) => ({
      ...step,
      kind: step.kind === 'weigh-ingredients' ? 'weigh-dry' : step.kind,
      title: own.title ?? stepTitle(step),
      say: own.say ?? stepInstruction(step),
    })),
    lines: [
      { key: 'salt', name: 'Fine salt', spoken: '3 tbsp' },
      { key: 'chilli', heat: true },
    ],
  },
});
type Second = {
  formatVersion: number;
  document: { steps: MethodStep[]; lines: object[]; hotness: object[] };
};

describe('a recipe file of the first version', () => {
  it('is read as the same method, in the kinds’ own words where it only repeated them', () => {
    for (const { steps, id } of METHOD_TEMPLATES) {
      const read = fromFirstFormat(first(steps)) as Second;
      expect(read.formatVersion).toBe(2);
      const bare = steps.map(({ title: _title, instruction: _instruction, ...step }) => step);
      const plain = read.document.steps.map(({ title: _title, instruction: _instruction, ...step }) => step);
      expect(plain, id).toEqual(bare);
      expect(read.document.steps.map(stepTitle)).toEqual(steps.map(stepTitle));
      expect(read.document.steps.map(stepInstruction)).toEqual(steps.map(stepInstruction));
    }
  });

  it('keeps words of its own, and what stood on the card', () => {
    const steps: MethodStep[] = [{ key: 'mix', kind: 'mix', bind: 'short' }];
    const read = fromFirstFormat(
      first(steps, { title: 'Work it', say: 'Until it pulls threads.' }),
    ) as Second;
    expect(read.document.steps[0]).toMatchObject({
      title: 'Work it',
      instruction: 'Until it pulls threads.',
    });
    expect(read.document.lines).toEqual([
      { key: 'salt', name: 'Fine salt', asWritten: '3 tbsp' },
      { key: 'chilli', hot: true },
    ]);
    expect(read.document.hotness).toEqual([{ name: 'hot', factor: 2 }]);
  });

  it('hands on what it does not know, for the reader to say what is wrong with it', () => {
    for (const file of [null, 7, [], {}, { formatVersion: 1 }, { formatVersion: 3, document: {} }]) {
      expect(fromFirstFormat(file)).toBe(file);
    }
    const odd = fromFirstFormat({
      formatVersion: 1,
      document: { steps: [4, { kind: 'boil', say: 'x' }] },
    }) as Second;
    expect(odd.document.steps).toEqual([4, { kind: 'boil', title: undefined, instruction: 'x' }]);
  });
});
