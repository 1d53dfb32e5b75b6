import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  casingAhead,
  countAgainstMass,
  liquidRoom,
  loadStates,
  lossHint,
  poured,
  ratePerHour,
  readTubCode,
  readyChecks,
  rhythm,
  runningTimers,
  startList,
  tasteState,
  timerWords,
  tubCode,
  usualLoss,
  type MethodStep,
  type Situation,
  NO_SITUATION,
  STEP_KINDS,
  isAtMachine,
  type StartFacts,
  type TasteFacts,
  type TimerEvent,
  type TimerId,
} from '../src/index.js';

describe('what must be ready', () => {
  const grind: MethodStep = { key: 'grind', kind: 'grind', plateMm: 6 };
  const checks = (step: MethodStep, more: Partial<Situation> = {}) =>
    readyChecks(step, { ...NO_SITUATION, inMg: 20_000_000, ...more });

  it('puts the caution first at every machine, and asks nothing where there is none', () => {
    for (const kind of STEP_KINDS) {
      const list = checks({ key: 'one', kind: kind.name });
      const isMoving = isAtMachine({ kind: kind.name });
      expect(list.filter((c) => c.caution)).toHaveLength(isMoving ? 1 : 0);
      expect(list[0]?.caution ?? false, kind.name).toBe(isMoving);
    }
  });

  it('names plate, horn, loads and cure from the batch', () => {
    expect(checks(grind).find((c) => c.key === 'knife')?.words).toContain('6 mm plate');
    const casing = { name: 'Hog casing', calibreMm: 32, soakMinutes: 60 };
    const horn = (hornMm?: number) =>
      checks({ key: 'stuff', kind: 'stuff', hornMm }, { casing }).find((c) => c.key === 'horn');
    expect(horn()?.words).toBe('Horn narrower than 24 mm for a 32 mm casing.');
    expect(horn(20)?.words).toContain('Horn of 20 mm fitted');
    const mix = checks({ key: 'mix', kind: 'mix' }, { mixerLoads: 3, inMg: 60_000_000, cured: true });
    expect(mix.map((c) => c.key)).toEqual(['guard', 'loads', 'cure']);
    expect(mix[1]?.words).toContain('3 loads of about [[mg 20000000]]');
  });

  it('knows how long the casing has been in the water', () => {
    const casing = { name: 'Sheep casing', calibreMm: 20, soakMinutes: 45 };
    const soak = (soakingSinceMs: number | null) =>
      checks({ key: 'stuff', kind: 'stuff' }, { casing, soakingSinceMs, nowMs: 50 * 60_000 }).find(
        (c) => c.key === 'soak',
      );
    expect(soak(null)?.words).toContain('nobody has noted when');
    expect(soak(0)?.words).toContain('soaking for 50 min');
    expect(soak(20 * 60_000)?.words).toContain('has soaked 30 of 45 min');
    const dry = { ...casing, soakMinutes: 0 };
    expect(checks({ key: 'stuff', kind: 'stuff' }, { casing: dry }).some((c) => c.key === 'soak')).toBe(
      false,
    );
  });
});

describe('the start of a batch', () => {
  const facts = (more: Partial<StartFacts>): StartFacts => ({
    plates: [10, 4],
    mixMg: 44_800_000,
    loads: 2,
    lines: [{ name: 'Fine salt', dueMg: 640_000, weighedMg: 0, stockMg: 5_000_000, isLiquid: false }],
    needsProbe: true,
    ...more,
  });

  it('lists plates, tubs for the loads, cold liquid and casing', () => {
    const water = { name: 'Iced water', dueMg: 2_400_000, weighedMg: 0, stockMg: null, isLiquid: true };
    const casing = { name: 'Hog casing', needMm: 61_600, stockMm: 90_000, soakMinutes: 60, strands: true };
    const words = startList(facts({ lines: [water], casing })).map((i) => i.words);
    expect(words).toContain('Stock of every line is there.');
    expect(words.join(' ')).toContain('Plates 10 mm and 4 mm');
    expect(words.join(' ')).toContain('2 tubs of [[mg 22400000]]');
    expect(words.join(' ')).toContain('[[mg 2400000]] of iced water in the cold');
    expect(words.join(' ')).toContain('61.6 m of Hog casing, soaked 60 min');
  });

  it('says which line and which casing are short, before the first weight', () => {
    const short = { name: 'Mace', dueMg: 20_000, weighedMg: 5_000, stockMg: 9_000, isLiquid: false };
    const casing = { name: 'Hog casing', needMm: 61_600, stockMm: 40_000, soakMinutes: 60, strands: true };
    const items = startList(facts({ lines: [short], casing })).filter((i) => i.short);
    expect(items.map((i) => i.key)).toEqual(['stock:Mace', 'casing']);
    expect(items[0]?.words).toContain('[[mg 15000]] is due');
    expect(items[1]?.words).toContain('only 40.0 m is there');
  });
});

describe('timers', () => {
  const event = (id: TimerId, kind: 'start' | 'stop', atMs: number, minutes = 10): TimerEvent => ({
    id,
    kind,
    atMs,
    minutes,
  });

  it('survive in any order of arrival: what runs depends on the times alone', () => {
    const events = fc.array(
      fc.record({
        id: fc.constantFrom('soak' as const, 'chill' as const),
        kind: fc.constantFrom('start' as const, 'stop' as const),
        atMs: fc.integer({ min: 0, max: 1e6 }),
        minutes: fc.integer({ min: 1, max: 90 }),
      }),
      { maxLength: 12 },
    );
    fc.assert(
      fc.property(events, fc.integer(), (list, seed) => {
        const unique = [...new Map(list.map((e) => [`${e.id} ${e.atMs}`, e])).values()];
        const shuffled = [...unique].sort(
          (a, b) => ((a.atMs * 31 + seed) % 17) - ((b.atMs * 31 + seed) % 17),
        );
        expect(runningTimers(shuffled)).toEqual(runningTimers(unique));
      }),
    );
  });

  it('count down, then ring and count up', () => {
    const [timer] = runningTimers([event('soak', 'start', 0, 60)]);
    expect(timerWords(timer!, 0)).toEqual({ text: '1:00:00', ringing: false });
    expect(timerWords(timer!, 55 * 60_000 + 55_000).text).toBe('4:05');
    expect(timerWords(timer!, 60 * 60_000 + 30_000)).toEqual({ text: '+0:30', ringing: true });
    expect(runningTimers([event('soak', 'start', 0), event('soak', 'stop', 5)])).toEqual([]);
  });
});

describe('loads one by one', () => {
  const asks = [{ kind: 'minutes', leastMinutes: 6 }, { kind: 'tack' }];

  it('share the mass so that it sums exactly, whatever it is', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 2e8 }), fc.integer({ min: 1, max: 9 }), (massMg, loads) => {
        const states = loadStates({ loads, massMg, asks, readings: [], skipped: [] });
        expect(states.reduce((sum, s) => sum + s.massMg, 0)).toBe(massMg);
        expect(
          Math.max(...states.map((s) => s.massMg)) - Math.min(...states.map((s) => s.massMg)),
        ).toBeLessThan(loads);
        expect(states.every((s) => s.missing.length === 2)).toBe(true);
      }),
    );
  });

  it('keep their own minutes, add them up over a chill, and wait for the bind', () => {
    const readings = [
      { kind: 'minutes' as const, value: 3, load: 1 },
      { kind: 'tack' as const, value: 0, load: 1 },
      { kind: 'minutes' as const, value: 4, load: 1 },
      { kind: 'tack' as const, value: 1, load: 1 },
    ];
    const states = loadStates({ loads: 3, massMg: 30, asks, readings, skipped: [3] });
    const missing = states.map((s) => s.missing.map((m) => m.kind));
    expect(missing).toEqual([[], ['minutes', 'tack'], []]);
    expect(states[2]?.skipped).toBe(true);
    const whole = { kind: 'minutes', value: 6, load: 0 };
    const one = loadStates({ loads: 1, massMg: 9, asks, readings: [whole], skipped: [] });
    expect(one[0]?.missing.map((m) => m.kind)).toEqual(['tack']);
  });

  it('hold an emulsion lot until it has been read under its limit', () => {
    const at = (value: number) =>
      loadStates({
        loads: 2,
        massMg: 20,
        asks: [{ kind: 'temperature', aboveC: 12 }],
        readings: [{ kind: 'temperature', value, load: 1 }],
        skipped: [],
      })[0]?.missing.map((m) => m.kind);
    expect(at(12.1)).toEqual(['temperature']);
    expect(at(12)).toEqual([]);
  });
});

describe('the tasting of a mix', () => {
  const facts = (more: Partial<TasteFacts>): TasteFacts => ({
    verdicts: [],
    additions: [],
    cores: [],
    doneC: 71,
    provenRuns: 0,
    skipped: false,
    ...more,
  });

  it('is asked of a new recipe, and may be skipped with a tick once it is proven', () => {
    expect(tasteState(facts({}))).toMatchObject({ state: 'none', maySkip: false });
    expect(tasteState(facts({ skipped: true })).state).toBe('none');
    expect(tasteState(facts({ provenRuns: 2 }))).toMatchObject({ state: 'none', maySkip: true });
    const said = (provenRuns: number) => tasteState(facts({ provenRuns })).sentence.split(';')[0];
    expect([said(1), said(2)]).toEqual(['This version has passed once', 'This version has passed 2 times']);
    expect(tasteState(facts({ provenRuns: 2, skipped: true })).state).toBe('skipped');
    const other = tasteState(facts({ provenRuns: 2, skipped: true, changed: ['Smoked paprika'] }));
    expect(other).toMatchObject({ state: 'none', maySkip: false });
    expect(other.sentence).toContain('Smoked paprika: not as this version has it');
  });

  it('waits for a patty read done through before it was judged', () => {
    const verdicts = [{ passed: true, atMs: 10 }];
    expect(tasteState(facts({ verdicts })).state).toBe('core');
    expect(tasteState(facts({ verdicts, cores: [{ valueC: 70.9, atMs: 5 }] })).state).toBe('core');
    expect(tasteState(facts({ verdicts, cores: [{ valueC: 74, atMs: 11 }] })).state).toBe('core');
    expect(tasteState(facts({ verdicts, cores: [{ valueC: 71, atMs: 5 }] })).state).toBe('passed');
    // What failed is not passed by another word on the same patty.
    const again = [{ passed: false, atMs: 8 }, ...verdicts];
    expect(tasteState(facts({ verdicts: again, cores: [{ valueC: 71, atMs: 5 }] })).state).toBe('core');
    expect(tasteState(facts({ verdicts: again, cores: [{ valueC: 71, atMs: 9 }] })).state).toBe('passed');
  });

  it('wants a new patty and a new core after something went in, not only a new word', () => {
    const void1 = facts({
      additions: [{ name: 'Fine salt', atMs: 20 }],
      cores: [{ valueC: 74, atMs: 5 }],
      verdicts: [{ passed: true, atMs: 10 }],
    });
    expect(tasteState(void1).state).toBe('void');
    const judged = { ...void1, verdicts: [...void1.verdicts, { passed: true, atMs: 30 }] };
    expect(tasteState(judged).state).toBe('core');
    const fried = { ...judged, cores: [...judged.cores, { valueC: 74, atMs: 25 }] };
    expect(tasteState(fried).state).toBe('passed');
  });

  it('is void after whatever is added, whoever adds it, until it is judged again', () => {
    const addition = fc.record({
      name: fc.constantFrom('Fine salt', 'Iced water'),
      atMs: fc.integer({ min: 0, max: 100 }),
    });
    fc.assert(
      fc.property(fc.array(addition, { maxLength: 6 }), fc.integer({ min: 0, max: 100 }), (additions, at) => {
        const { state, sentence } = tasteState(
          facts({ additions, verdicts: [{ passed: true, atMs: at }], cores: [{ valueC: 75, atMs: at }] }),
        );
        const later = additions.filter((a) => a.atMs > at);
        expect(state).toBe(later.length > 0 ? 'void' : 'passed');
        for (const { name } of later) expect(sentence).toContain(name);
      }),
    );
  });
});

describe('at the stuffer and the table', () => {
  it('foretells the casing from what was used so far, not from the plan alone', () => {
    const half = { stuffedKg: 20, leftKg: 20, atHandM: 40, plannedM: 60 };
    expect(casingAhead({ ...half, usedM: 30 })).toMatchObject({ mPerKg: 1.5, needM: 30, shortM: 0 });
    const thirsty = casingAhead({ ...half, usedM: 45 });
    expect(thirsty.shortM).toBeCloseTo(5, 9);
    expect(thirsty.reachesKg).toBeCloseTo(17.78, 2);
    expect(casingAhead({ stuffedKg: 1, leftKg: 39, usedM: 9, atHandM: 40, plannedM: 60 }).mPerKg).toBe(1.5);
    expect(() => casingAhead({ ...half, usedM: -1 })).toThrow('0 or more');
  });

  it('finds the rhythm without the pauses', () => {
    const beat = (atMs: number) => ({ pieces: 5, atMs });
    expect(rhythm([beat(0)])).toEqual({ pieces: 5, perMinute: null });
    expect(rhythm([beat(0), beat(10_000), beat(20_000)])).toEqual({ pieces: 15, perMinute: 30 });
    expect(rhythm([beat(0), beat(10_000), beat(10_000_000), beat(10_010_000)]).perMinute).toBe(30);
  });

  it('holds count times mean against the mass', () => {
    const close = countAgainstMass({ count: 390, meanG: 110, leftoversMg: 500_000, inMg: 43_400_000 });
    expect(close).toEqual({ countedMg: 43_400_000, differenceMg: 0, agrees: true });
    expect(countAgainstMass({ count: 370, meanG: 110, leftoversMg: 0, inMg: 43_400_000 }).agrees).toBe(false);
  });

  it('gives 300 kg an hour for 60 kg in 12 minutes (arithmetic)', () => {
    expect(ratePerHour(60_000_000, 12)).toBeCloseTo(300, 9);
    expect(ratePerHour(1, 0)).toBeNull();
  });
});

describe('what is said while it can still be mended', () => {
  const usual = usualLoss([0.006, 0.007, 0.005, 0.006])!;

  it('says that less came out than the machine usually keeps', () => {
    const hint = lossHint({
      look: 'Look in the head.',
      inMg: 30_000_000,
      outMg: 28_920_000,
      explainedMg: 0,
      usual,
    });
    expect(hint).toBe('[[mg 900000]] less came out than usual here. Look in the head.');
  });

  it('is silent when it is as usual, named already, still being weighed, or little is known', () => {
    const step = { look: 'Look in the head.', inMg: 30_000_000, outMg: 28_920_000, explainedMg: 0, usual };
    expect(lossHint({ ...step, outMg: 29_800_000 })).toBeNull();
    expect(lossHint({ ...step, explainedMg: 1_080_000 })).toBeNull();
    expect(lossHint({ ...step, outMg: 15_000_000 })).toBeNull();
    expect(lossHint({ ...step, outMg: 0 })).toBeNull();
    expect(lossHint({ ...step, usual: usualLoss([0.006]) })).toBeNull();
    expect(usualLoss([])).toBeUndefined();
  });
});

describe('the code on a tub', () => {
  it('is read back as it was printed, whatever the scanner does to its case, and nothing else is', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1e8 }), fc.integer({ min: 0, max: 99 }), (batchNumber, load) => {
        expect(readTubCode(tubCode(batchNumber, load))).toEqual({ batchNumber, load });
        expect(readTubCode(` ${tubCode(batchNumber, load).toLowerCase()} `)).toEqual({ batchNumber, load });
      }),
    );
    for (const code of ['T-0042', 'B-L1', 'B12-L', 'B12L3', 'XB12-L3', ''])
      expect(readTubCode(code)).toBeUndefined();
  });
});

describe('liquid against its cap', () => {
  it('counts every splash, and never lets the room fall below nothing', () => {
    const line = fc.record({
      weighedMg: fc.integer({ min: 0, max: 5e6 }),
      highMg: fc.integer({ min: 0, max: 5e6 }),
    });
    fc.assert(
      fc.property(
        fc.array(line, { minLength: 1, maxLength: 5 }),
        fc.integer({ min: -1e6, max: 4e6 }),
        (lines, limit) => {
          const room = liquidRoom(lines, limit)!;
          expect(room.pouredMg).toBe(lines.reduce((sum, l) => sum + l.weighedMg, 0));
          expect(room.roomMg).toBeGreaterThanOrEqual(0);
          expect(room.roomMg).toBeLessThanOrEqual(Math.max(0, limit));
          expect(room.pouredMg + room.roomMg).toBeLessThanOrEqual(Math.max(room.capMg, room.pouredMg));
        },
      ),
    );
    expect(liquidRoom([], null)).toBeNull();
  });

  it('takes what left the jug', () => {
    expect(poured(1_400_000, 260_000)).toBe(1_140_000);
    expect(poured(100, 200)).toBe(0);
  });
});
