import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { z } from 'zod';
import { READING_NAMES, type ReadingName } from '@zest/core';
import {
  casingUse,
  changeLot,
  changeMethod,
  issuesOf,
  lateLine,
  massOut,
  newCalibration,
  newMark,
  newReading,
  openBatch,
  substituteLine,
  tasteCorrection,
  weighing,
} from '../src/index.js';

const id = '0198c0de-0000-7000-8000-000000000001';
/** What the server answers to an input, as it reads it. */
const refusal = (schema: z.ZodType, value: unknown) => {
  const answer = schema.safeParse(value, { reportInput: true });
  return answer.success ? [] : issuesOf(answer.error);
};
const saysOf = (schema: z.ZodType, value: unknown, path: string) =>
  refusal(schema, value).find((i) => i.path === path)?.message;

const weighed = { id, lineId: id, massMg: 12_460_000 };
const out = { id, stepId: id, to: 'next', massMg: 1_000 };
const reading = { id, stepId: id, kind: 'temperature', value: 2 };

describe('entries of the bench', () => {
  it('take whole milligrams above nothing, and say so of anything else', () => {
    expect(refusal(weighing, weighed)).toEqual([]);
    expect(saysOf(weighing, { ...weighed, massMg: 0 }, 'massMg')).toBe('A weight must be above 0.');
    expect(saysOf(weighing, { ...weighed, massMg: -5 }, 'massMg')).toBe('A weight must be above 0.');
    expect(saysOf(weighing, { ...weighed, massMg: 1.5 }, 'massMg')).toContain('whole number of milligrams');
    expect(saysOf(weighing, { ...weighed, massMg: '12' }, 'massMg')).toContain('whole number of milligrams');
    expect(saysOf(weighing, { ...weighed, massMg: 1e12 }, 'massMg')).toBe('A weight must be below 100 t.');
    expect(saysOf(weighing, { id, lineId: id }, 'massMg')).toBe('massMg is missing.');
    expect(saysOf(weighing, { ...weighed, id: 'one' }, 'id')).toBe('An id must be a UUID.');
  });

  it('come back from the wire as they were sent, whatever their weight', () => {
    const masses = fc.integer({ min: 1, max: 100_000_000_000 });
    fc.assert(
      fc.property(masses, fc.uuid({ version: 7 }), fc.boolean(), (massMg, own, offline) => {
        const entry = { id: own, lineId: id, massMg, offline };
        expect(weighing.parse(JSON.parse(JSON.stringify(entry)))).toEqual(entry);
      }),
    );
  });

  it('say where what is weighed out goes, and how many pieces it was', () => {
    expect(refusal(massOut, { ...out, pieces: 3, note: 'Weak casing' })).toEqual([]);
    expect(saysOf(massOut, { ...out, to: 'bin' }, 'to')).toBe('Say where it goes: next, loss or rework.');
    expect(saysOf(massOut, { ...out, pieces: 0 }, 'pieces')).toBe('At least one piece is weighed.');
    expect(refusal(massOut, { ...out, pieces: 1.5 })[0]?.path).toBe('pieces');
    expect(refusal(massOut, { ...out, note: 'x'.repeat(301) })[0]?.path).toBe('note');
  });

  it('measure casing in whole millimetres below five kilometres', () => {
    const casing = { id, stepId: id, lengthMm: 10_590 };
    expect(refusal(casingUse, casing)).toEqual([]);
    expect(saysOf(casingUse, { ...casing, lengthMm: 0 }, 'lengthMm')).toContain('above 0');
    expect(saysOf(casingUse, { ...casing, lengthMm: 10.5 }, 'lengthMm')).toContain('whole millimetres');
    expect(saysOf(casingUse, { ...casing, lengthMm: 6e6 }, 'lengthMm')).toContain('below 5 km');
  });

  it('keep every kind of reading within what it can be, by its name', () => {
    const wrong: Record<ReadingName, number> = {
      temperature: 500,
      before: -80,
      core: 151,
      minutes: -1,
      tack: 2,
      count: 0,
      tally: 1.5,
      sample: 0,
      verdict: 0.5,
      cleared: 0,
      addition: 3,
      'lot-weight': 0.5,
      'lot-start': -41,
    };
    for (const kind of READING_NAMES) {
      const found = refusal(newReading, { ...reading, kind, value: wrong[kind] });
      expect(found.map((i) => i.path)).toEqual(['value']);
      expect(found[0]?.message).toMatch(/^[A-Z].*\.$/);
    }
    expect(saysOf(newReading, { ...reading, kind: 'wind' }, 'kind')).toBe('Unknown kind of reading.');
    expect(saysOf(newReading, { ...reading, value: 'warm' }, 'value')).toBe('The reading must be a number.');
    expect(saysOf(newReading, { ...reading, load: 100 }, 'load')).toContain('from 1 to 99');
  });

  it('take any temperature of a kitchen, and give a reading without a load to the whole step', () => {
    fc.assert(
      fc.property(fc.double({ min: -40, max: 150, noNaN: true }), (value) => {
        expect(newReading.parse({ ...reading, value })).toMatchObject({ value, load: 0 });
      }),
    );
    for (const value of [NaN, Infinity, -Infinity]) {
      expect(refusal(newReading, { ...reading, value })[0]?.path).toBe('value');
    }
  });

  it('take words with their edges trimmed, and not too many of them', () => {
    const said = { defect: 'air', cause: ' Barrel not packed ', became: null, count: 1 };
    const mark = { id, stepId: null, kind: 'defect', ...said };
    expect(newMark.parse(mark)).toMatchObject({ defect: 'air', cause: 'Barrel not packed' });
    expect(saysOf(newMark, { ...mark, cause: 'x'.repeat(301) }, 'cause')).toContain('at most 300 letters');
    expect(refusal(newMark, { ...mark, defect: 'sadness' })[0]?.path).toBe('defect');
    expect(saysOf(newMark, { ...mark, kind: 'shout' }, 'kind')).toBe('Unknown kind of mark.');
    expect(refusal(newMark, { ...mark, stepId: 'grind' })[0]?.path).toBe('stepId');
  });
});

describe('commands on an open batch', () => {
  it('ask for their figures within sense', () => {
    const swap = { id, lineId: id, ingredientId: id, reason: 'The bag was wet' };
    expect(refusal(substituteLine, { ...swap, factor: 0.8 })).toEqual([]);
    expect(refusal(substituteLine, swap)).toEqual([]);
    expect(saysOf(substituteLine, { ...swap, factor: 0 }, 'factor')).toBe('The factor must be above 0.');
    expect(saysOf(substituteLine, { ...swap, factor: 101 }, 'factor')).toContain('at most 100');
    expect(saysOf(substituteLine, { ...swap, reason: ' x ' }, 'reason')).toContain('at least three letters');
    expect(saysOf(tasteCorrection, { id, lineId: id, toGPerKg: -1 }, 'toGPerKg')).toContain('0 g/kg or more');
    expect(saysOf(tasteCorrection, { id, lineId: id, toGPerKg: 501 }, 'toGPerKg')).toContain('at most 500');
    expect(saysOf(lateLine, { id, lineId: id, minutes: 0 }, 'minutes')).toContain('at least a minute');
    expect(saysOf(lateLine, { id, lineId: id, minutes: 121 }, 'minutes')).toContain('at most 120');
    expect(saysOf(changeLot, { id, lineId: id, lotCode: '  ' }, 'lotCode')).toBe('Scan or name the lot.');
  });

  it('keep a method between one step and forty, and name the step that is wrong', () => {
    const step = { key: 'mix', kind: 'mix' };
    const method = (steps: unknown[]) => ({ id, steps, reason: 'The mixer broke' });
    expect(refusal(changeMethod, method([{ ...step, mixedBy: 'hand' }]))).toEqual([]);
    expect(saysOf(changeMethod, method([]), 'steps')).toBe('At least one step must be left.');
    expect(refusal(changeMethod, method(Array.from({ length: 41 }, () => step)))[0]?.path).toBe('steps');
    expect(saysOf(changeMethod, method([step, { ...step, title: 'x'.repeat(61) }]), 'steps[1].title')).toBe(
      'Keep the title of a step below 60 letters.',
    );
    expect(saysOf(changeMethod, method([step, { ...step, kind: 'boil' }]), 'steps[1].kind')).toContain(
      'A step must be one of chill, weigh-meat',
    );
    expect(refusal(changeMethod, method([{ ...step, mixedBy: 'robot' }]))[0]?.path).toBe('steps[0].mixedBy');
    expect(
      saysOf(changeMethod, method([{ ...step, kind: 'grind', fatFromPct: 120 }]), 'steps[0].fatFromPct'),
    ).toBe('Fat is from must be from 1 to 100 %.');
  });
});

describe('a batch that is opened', () => {
  const batch = {
    id,
    recipeId: id,
    meatMg: 40_000_000,
    window: { minPct: 23, maxPct: 27 },
    plannedFor: '2026-03-16',
    uses: [{ lotId: id, massMg: 40_000_000 }],
  };

  it('belongs to the shop, as it is written, with nothing signed, unless it says otherwise', () => {
    expect(openBatch.parse(batch)).toMatchObject({ owner: null, hotness: null, signed: {} });
  });

  it('is refused at the field that is wrong', () => {
    expect(saysOf(openBatch, { ...batch, uses: [] }, 'uses')).toBe('A batch needs at least one trim.');
    expect(saysOf(openBatch, { ...batch, uses: [{ lotId: id, massMg: 0 }] }, 'uses[0].massMg')).toBe(
      'A weight must be above 0.',
    );
    expect(saysOf(openBatch, { ...batch, window: { minPct: 30, maxPct: 20 } }, 'window')).toContain(
      'crossed',
    );
    expect(saysOf(openBatch, { ...batch, window: { minPct: -1, maxPct: 20 } }, 'window.minPct')).toContain(
      '0 % or more',
    );
    expect(saysOf(openBatch, { ...batch, plannedFor: '16.3.2026' }, 'plannedFor')).toContain('2026-03-14');
    expect(saysOf(openBatch, { ...batch, signed: { wild: 'ok' } }, 'signed.wild')).toContain(
      'at least three letters',
    );
    expect(refusal(openBatch, undefined)[0]?.message).toBe('The input is missing.');
  });
});

describe('a calibration', () => {
  it('holds a device of the shop against a reference', () => {
    const held = { id, device: 'probe:hand', reference: 0, shown: 0.3 };
    expect(refusal(newCalibration, { ...held, shown: 'cold' })[0]?.path).toBe('shown');
    expect(refusal(newCalibration, { ...held, reference: undefined })[0]?.path).toBe('reference');
  });
});
