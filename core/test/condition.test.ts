import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { judgeCondition, type Measured } from '../src/index.js';

const WELL: Measured = {
  disk: { freeBytes: 80e9, sizeBytes: 250e9 },
  memory: { freeBytes: 2e9, sizeBytes: 4e9 },
  clockStepMs: 20,
  databaseAheadMs: -12,
  databaseMs: 2,
  certificateDays: 300,
};
const said = (more: Partial<Measured>) =>
  judgeCondition({ ...WELL, ...more }).map((f) => `${f.part} ${f.level}`);

describe('the condition of the computer', () => {
  it('is nothing to speak of while all is well', () => {
    expect(judgeCondition(WELL)).toEqual([]);
    expect(said({ certificateDays: null })).toEqual([]);
  });

  it('is told while there is still time, and more loudly when there is none', () => {
    expect(said({ disk: { freeBytes: 4.9e9, sizeBytes: 250e9 } })).toEqual(['disk warn']);
    expect(said({ disk: { freeBytes: 5e9, sizeBytes: 250e9 } })).toEqual([]);
    // A small disk is full later than a large one.
    expect(said({ disk: { freeBytes: 2e9, sizeBytes: 16e9 } })).toEqual([]);
    expect(said({ disk: { freeBytes: 1.5e9, sizeBytes: 16e9 } })).toEqual(['disk warn']);
    expect(said({ disk: { freeBytes: 0.4e9, sizeBytes: 250e9 } })).toEqual(['disk stop']);
    expect(said({ memory: { freeBytes: 150e6, sizeBytes: 4e9 } })).toEqual(['memory warn']);
    expect(said({ memory: { freeBytes: 50e6, sizeBytes: 4e9 } })).toEqual(['memory stop']);
    expect(said({ clockStepMs: -60_000 })).toEqual(['clock warn']);
    expect(said({ clockStepMs: 59_000 })).toEqual([]);
    expect(said({ databaseAheadMs: 5_000 })).toEqual(['clock warn']);
    expect(said({ databaseMs: 500 })).toEqual(['database warn']);
    expect(said({ certificateDays: 30 })).toEqual(['certificate warn']);
    expect(said({ certificateDays: 31 })).toEqual([]);
    expect(said({ certificateDays: 0 })).toEqual(['certificate stop']);
  });

  it('says how far and which way', () => {
    const sentence = (more: Partial<Measured>) => judgeCondition({ ...WELL, ...more })[0]?.sentence;
    expect(sentence({ clockStepMs: -7_200_000 })).toContain('set back by 2 h');
    expect(sentence({ clockStepMs: 300_000 })).toContain('set forward by 5 min');
    expect(sentence({ clockStepMs: 5 * 86_400_000 })).toContain('5 days');
    expect(sentence({ databaseAheadMs: -8_000 })).toContain('8 s behind');
    expect(sentence({ disk: { freeBytes: 1.25e9, sizeBytes: 250e9 } })).toContain('1.3 GB of 250');
  });

  it('puts what stands still before what will, and never gets better by getting worse', () => {
    const level = (m: Measured) =>
      judgeCondition(m).reduce((sum, f) => sum + (f.level === 'stop' ? 2 : 1), 0);
    const bytes = fc.integer({ min: 0, max: 300e9 });
    fc.assert(
      fc.property(bytes, bytes, fc.integer({ min: 0, max: 900 }), (free, memory, days) => {
        const now: Measured = {
          ...WELL,
          disk: { freeBytes: free, sizeBytes: 300e9 },
          memory: { freeBytes: memory, sizeBytes: 300e9 },
          certificateDays: days,
        };
        const worse: Measured = {
          ...now,
          disk: { freeBytes: free / 2, sizeBytes: 300e9 },
          memory: { freeBytes: memory / 2, sizeBytes: 300e9 },
          certificateDays: days - 40,
        };
        expect(level(worse)).toBeGreaterThanOrEqual(level(now));
        const levels = judgeCondition(worse).map((f) => f.level);
        expect(levels).toEqual([...levels].sort((a, b) => Number(b === 'stop') - Number(a === 'stop')));
      }),
    );
  });
});
