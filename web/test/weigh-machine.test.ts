import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  FRESH,
  stationAfter,
  weightNow,
  type OnPan,
  type StationEvent,
} from '../src/areas/bench/weigh/machine.js';

const BAND = { lowMg: 990, highMg: 1010 };
const pan = (netMg: number, more: Partial<OnPan> = {}): OnPan => ({
  netMg,
  stable: true,
  taken: false,
  offZero: false,
  ...more,
});
const at = (netMg: number, more: Partial<OnPan> = {}, typedMg?: number) =>
  weightNow(FRESH, pan(netMg, more), typedMg, BAND);

describe('what is weighed now', () => {
  it('is taken when it stands still and is not above its band', () => {
    expect(at(1000)).toMatchObject({ phase: 'right', valueMg: 1000, act: 'take' });
    expect(at(400)).toMatchObject({ phase: 'short', act: 'take' });
    expect(at(0)).toMatchObject({ phase: 'empty', act: 'nothing' });
    expect(at(1000, { stable: false }).act).toBe('nothing');
    expect(at(1011)).toMatchObject({ phase: 'over', act: 'nothing' });
    expect(at(1000, { offZero: true }).act).toBe('nothing');
  });

  it('that was taken already waits for a tare, and is no weight of anything else', () => {
    expect(at(1000, { taken: true })).toMatchObject({ phase: 'taken', valueMg: 0, act: 'tare' });
  });

  it('by the keys counts whatever lies on the pan, and is held against the band all the same', () => {
    expect(at(5000, { taken: true }, 1000)).toMatchObject({ phase: 'typed', valueMg: 1000, act: 'take' });
    expect(at(5000, { stable: false, offZero: true }, 1000).act).toBe('take');
    expect(at(0, { taken: true }, 1500)).toMatchObject({ phase: 'over', act: 'nothing' });
    expect(at(0, {}, -5).act).toBe('nothing');
  });

  it('out of a jug is what the jug has lost', () => {
    const jug = stationAfter(FRESH, { is: 'jug pressed', onPanMg: 3000 });
    expect(weightNow(jug, pan(2000), undefined, BAND)).toMatchObject({ valueMg: 1000, act: 'take' });
    // The jug itself hangs below zero once it was tared away.
    expect(weightNow(jug, pan(2000, { offZero: true }), undefined, BAND).act).toBe('take');
  });

  it('is never taken while it moves, above its band or twice, whatever is pressed before', () => {
    const event: fc.Arbitrary<StationEvent> = fc.constantFrom<StationEvent>(
      { is: 'keys pressed' },
      { is: 'jug pressed', onPanMg: 3000 },
      { is: 'taking pressed' },
      { is: 'loads pressed' },
      { is: 'scale chosen', lineId: 'a', scaleId: 'floor' },
      { is: 'taken', entryId: 'e', lineId: 'a' },
      { is: 'reopened' },
      { is: 'take-back asked' },
      { is: 'take-back done' },
    );
    const shown = fc.record({
      netMg: fc.integer({ min: -2000, max: 4000 }),
      stable: fc.boolean(),
      taken: fc.boolean(),
      offZero: fc.boolean(),
    });
    fc.assert(
      fc.property(fc.array(event), shown, (events, on) => {
        const station = events.reduce(stationAfter, FRESH);
        const now = weightNow(station, on, undefined, BAND);
        if (now.act !== 'take') return;
        expect(on.stable && !on.taken && now.valueMg > 0 && now.valueMg <= BAND.highMg).toBe(true);
        expect(now.onScaleMg).toBe(now.valueMg);
      }),
    );
  });
});

describe('the station', () => {
  it('goes back to the pan once something was taken, and keeps what else was chosen', () => {
    const chosen = [
      { is: 'loads pressed' },
      { is: 'taking pressed' },
      { is: 'keys pressed' },
    ] as const satisfies readonly StationEvent[];
    const keys = chosen.reduce<typeof FRESH>(stationAfter, FRESH);
    expect(keys).toMatchObject({ source: { by: 'keys' }, takesItself: false, byLoad: false });
    const taken = stationAfter(keys, { is: 'taken', entryId: 'e', lineId: 'l' });
    expect(taken).toMatchObject({ source: { by: 'pan' }, takesItself: false, byLoad: false });
    expect(taken.last).toEqual({ entryId: 'e', lineId: 'l' });
    expect(stationAfter(taken, { is: 'reopened' }).last).toBeNull();
  });

  it('has one source at a time: the jug is put away by the keys, each by its own press', () => {
    const jug = stationAfter(FRESH, { is: 'jug pressed', onPanMg: 10 });
    expect(stationAfter(jug, { is: 'keys pressed' }).source).toEqual({ by: 'keys' });
    expect(stationAfter(jug, { is: 'jug pressed', onPanMg: 20 }).source).toEqual({ by: 'pan' });
    const asked = stationAfter(FRESH, { is: 'take-back asked' });
    expect(asked.takingBack).toBe(true);
    expect(stationAfter(asked, { is: 'take-back done' }).takingBack).toBe(false);
  });
});
