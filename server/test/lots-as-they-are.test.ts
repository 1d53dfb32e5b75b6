import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { ReworkRow, TrimLot } from '@zest/contract';
import { verifyLedger } from '../src/ledger/index.js';
import { benchHands, current, type BenchHands } from './bench-hands.js';
import { coldRoomOf, kg, type ColdRoom } from './cold-room-hands.js';
import { openTestShop, type Hands, type TestShop } from './shop.js';

let shop: TestShop;
let ines: Hands;
let bram: Hands;
let room: ColdRoom;
let hands: BenchHands;
beforeAll(async () => {
  shop = await openTestShop('as_they_are');
  ines = await shop.signIn('Ines');
  bram = await shop.signIn('Bram');
  room = await coldRoomOf(ines);
  hands = benchHands(shop, ines, bram);
});
afterAll(() => shop.close());

const pathOf = (answer: { body: { errors?: { path: string }[] } }) => answer.body.errors?.[0]?.path;

describe('what comes in', () => {
  it('has been looked at, and says how its weight is known', async () => {
    const unseen = await ines.post('/lots', room.lotBody({ failedChecks: undefined }));
    expect([unseen.status, pathOf(unseen)]).toEqual([422, 'failedChecks']);
    const unweighed = await ines.post('/lots', room.lotBody({ weightKnown: undefined }));
    expect([unweighed.status, pathOf(unweighed)]).toEqual([422, 'weightKnown']);
    expect((await room.receive({ weightKnown: 'guessed' })).weightKnown).toBe('guessed');
  });

  it('ground is held where whole meat would not be', async () => {
    expect((await room.receive({ tempC: 3.5 })).status).toBe('available');
    expect((await room.receive({ tempC: 3.5, form: 'ground' })).status).toBe('hold');
    expect((await room.receive({ tempC: 3.5, form: 'mixed' })).status).toBe('available');
  });

  it('bought cured and smoked keeps its salt, nitrite, smoke and allergens, in every part of it', async () => {
    const bacon = {
      trimId: room.trimOf('Pork belly').id,
      heat: 'raw smoked',
      saltGPerKg: 25,
      nitritePpm: 110,
      carries: { allergens: ['celery'], parts: [{ name: 'celery powder', allergen: 'celery' }] },
    };
    const unsalted = await ines.post('/lots', room.lotBody({ ...bacon, saltGPerKg: 0 }));
    expect([unsalted.status, pathOf(unsalted)]).toEqual([422, 'saltGPerKg']);
    const ends = await room.receive(bacon);
    const { part } = (
      await bram.post(`/lots/${ends.id}/split`, {
        id: uuid(),
        version: ends.version,
        mode: 'divide',
        massMg: kg(5),
        restMassMg: kg(15),
        fatPct: ends.fatPct,
        restFatPct: ends.fatPct,
      })
    ).body as { part: TrimLot };
    for (const lot of [ends, part]) expect(lot).toMatchObject(bacon);
  });

  it('goes into a raw mix only with the lead, and then its salt, nitrite and allergen are on the label', async () => {
    const ends = await room.receive({
      trimId: room.trimOf('Pork shoulder').id,
      massMg: kg(30),
      fatPct: 22,
      heat: 'raw smoked',
      saltGPerKg: 25,
      nitritePpm: 110,
      carries: { allergens: ['celery'], parts: [{ name: 'celery powder', allergen: 'celery' }] },
    });
    const body = room.batchBody([{ lot: ends, massMg: kg(4) }]);
    const unsigned = await ines.post('/batches', body);
    expect([unsigned.status, pathOf(unsigned)]).toEqual([422, 'signed.cooked']);
  });
});

describe('a lot that was warm', () => {
  const held = () => room.receive({ tempC: 14 });
  const release = (lot: TrimLot, more: object) =>
    ines.post(`/lots/${lot.id}/status`, {
      id: uuid(),
      version: lot.version,
      status: 'available',
      reason: 'chilled',
      ...more,
    });

  it('is not released seconds later by another word for cold', async () => {
    const lot = await held();
    expect(pathOf(await release(lot, {}))).toBe('tempC');
    const typed = await release(lot, { tempC: 2 });
    expect([typed.status, pathOf(typed)]).toEqual([422, 'secondTempC']);
    const apart = await release(lot, { tempC: 2, secondTempC: 9 });
    expect(pathOf(apart)).toBe('secondTempC');
    const made = await release(lot, { tempC: 2, readingId: 'not-a-reading' });
    expect(pathOf(made)).toBe('secondTempC');
    expect((await room.detail(lot.id)).status).toBe('hold');
  });

  it('is released by two figures that agree, the warmer of which counts', async () => {
    const lot = await held();
    const warmer = await release(lot, { tempC: 6.5, secondTempC: 7.5 });
    expect([warmer.status, pathOf(warmer)]).toEqual([422, 'tempC']);
    expect((await release(lot, { tempC: 5, secondTempC: 6 })).body).toMatchObject({
      status: 'available',
      tempC: 6,
    });
  });

  it('frozen that came too warm is not released by calling it thawed', async () => {
    const lot = await room.receive({ state: 'frozen', tempC: -6 });
    const state = { id: uuid(), version: lot.version, state: 'thawed', useBy: '2026-03-17' };
    const thawed = (await ines.post(`/lots/${lot.id}/state`, state)).body as TrimLot;
    expect(thawed.status).toBe('hold');
    expect(pathOf(await release(thawed, {}))).toBe('tempC');
  });

  it('ground needs the cold of mince to be released', async () => {
    const lot = await room.receive({ tempC: 9, form: 'ground' });
    expect(pathOf(await release(lot, { tempC: 4, secondTempC: 4 }))).toBe('tempC');
    expect((await release(lot, { tempC: 1.5, secondTempC: 1.5 })).status).toBe(200);
  });

  it('brought back from outside is read the same way', async () => {
    const lot = await room.receive({ tempC: 6 });
    const move = (body: object) => bram.post(`/lots/${lot.id}/chill`, { id: uuid(), ...body });
    expect((await move({ kind: 'out' })).status).toBe(200);
    expect(pathOf(await move({ kind: 'in', tempC: -2 }))).toBe('secondTempC');
    expect((await move({ kind: 'in', tempC: 5 })).body.tempC).toBe(5);
  });
});

describe('how long meat may be out', () => {
  it('is a setting of the shop, and holds where it says', async () => {
    const rules = (await ines.get('/rules')).body as Record<string, unknown>;
    const set = (more: object) => ines.put('/rules', { ...rules, ...more });
    expect((await set({ outWarnMinutes: 20, outStopMinutes: 5 })).status).toBe(422);
    expect((await set({ outWarnMinutes: 10, outStopMinutes: 30 })).status).toBe(200);
    const lot = await room.receive({ tempC: 2 });
    await bram.post(`/lots/${lot.id}/chill`, { id: uuid(), kind: 'out' });
    shop.clock.minutes(12);
    expect((await room.detail(lot.id)).outLevel).toBe('warn');
    shop.clock.minutes(20);
    expect((await room.detail(lot.id)).outLevel).toBe('stop');
    const back = await bram.post(`/lots/${lot.id}/chill`, { id: uuid(), kind: 'in', tempC: 4 });
    expect(back.body).toMatchObject({ status: 'hold', holdReason: 'Out of the chill for 32 minutes.' });
    expect((await set({})).status).toBe(200);
  });
});

describe('lots put together', () => {
  const join = (...lots: TrimLot[]) =>
    ines.post('/lots/merge', { id: uuid(), lotIds: lots.map((l) => l.id) });
  const set = (lot: TrimLot, status: string) =>
    ines.post(`/lots/${lot.id}/status`, { id: uuid(), version: lot.version, status, reason: 'smells off' });
  const two = async (more: object = {}) => [await room.receive(more), await room.receive(more)] as const;

  it('do not come back from rejected, and are held as long as they were', async () => {
    const [a, b] = await two();
    for (const lot of [a, b]) expect((await set(lot, 'rejected')).status).toBe(200);
    const refused = await join(a, b);
    expect([refused.status, refused.body.detail]).toEqual([
      409,
      expect.stringContaining('write it off or send it back'),
    ]);
    const [c, d] = await two({ tempC: 14 });
    expect((await join(c, d)).body).toMatchObject({ status: 'hold', holdReason: c.holdReason });
  });

  it('are as long out of the cold as the one that was out longest', async () => {
    const [a, b] = await two();
    expect((await bram.post(`/lots/${b.id}/chill`, { id: uuid(), kind: 'out' })).status).toBe(200);
    expect((await join(a, b)).body).toMatchObject({ isOut: true });
  });
});

describe('an empty lot', () => {
  it('gives nothing: not by preparing it twice, nor more than is there', async () => {
    const lot = await room.receive();
    const trimmed = (grossMg: number) => ({
      id: uuid(),
      how: 'trim out',
      grossMg,
      usableMg: grossMg / 2,
      parts: [{ name: 'bone', massMg: grossMg / 2, to: 'bin' }],
      tempC: 2,
    });
    const prepare = (grossMg: number) => bram.post(`/lots/${lot.id}/preparations`, trimmed(grossMg));
    const more = await prepare(kg(22));
    expect([more.status, more.body.detail]).toEqual([409, expect.stringContaining('count the lot first')]);
    expect((await prepare(kg(20))).status).toBe(200);
    const again = await prepare(kg(20));
    expect([again.status, again.body.detail]).toEqual([409, expect.stringContaining('is empty')]);
    // The way out: what is really there is counted, and is there then.
    expect((await bram.post(`/lots/${lot.id}/count`, { id: uuid(), amount: kg(4) })).status).toBe(200);
    expect((await prepare(kg(4))).status).toBe(200);
  });
});

describe('a lot that is made of another', () => {
  it('is held when it was smoked without cure, or is still warm', async () => {
    const smoke = async (more: object, made: object = {}) => {
      const fat = await room.receive({ trimId: room.trimOf('Pork back fat').id, fatPct: 80, ...more });
      const from = { lotId: fat.id, grossMg: kg(9) };
      const body = {
        trimId: fat.trimId,
        massMg: kg(8),
        heat: 'raw smoked',
        useBy: '2026-03-20',
        tempC: 3,
        from,
      };
      return (await bram.post('/lots/produced', { id: uuid(), ...body, ...made })).body as TrimLot;
    };
    const cured = { saltGPerKg: 20, nitritePpm: 110, useBy: '2026-03-20' };
    expect(await smoke(cured)).toMatchObject({ status: 'available' });
    const bare = await smoke({ useBy: '2026-03-20' }, { tempC: 55 });
    expect(bare.status).toBe('hold');
    expect(bare.holdReason).toContain('botulism');
    expect(bare.holdReason).toContain('chill below');
    const warm = await smoke(cured, { tempC: 55 });
    expect([warm.status, warm.holdReason?.includes('botulism')]).toEqual(['hold', false]);
  });

  it('has the salt, fat and nitrite of what it was, its species, and no longer life uncooked, whatever is typed', async () => {
    const fat = await room.receive({
      trimId: room.trimOf('Pork back fat').id,
      fatPct: 80,
      saltGPerKg: 20,
      nitritePpm: 100,
      useBy: '2026-03-20',
    });
    const beef = (await ines.get('/trims')).body.find((t: { species: string }) => t.species === 'beef');
    const said = {
      trimId: fat.trimId,
      massMg: kg(8),
      heat: 'raw smoked',
      useBy: '2026-03-20',
      tempC: 3,
      from: { lotId: fat.id, grossMg: kg(9) },
    };
    const make = (more: object) => bram.post('/lots/produced', { id: uuid(), ...said, ...more });
    expect(pathOf(await make({ trimId: beef.id }))).toBe('trimId');
    expect(pathOf(await make({ useBy: '2026-06-01' }))).toBe('useBy');
    const made = (await make({ saltGPerKg: 3, nitritePpm: 0, fatPct: 10 })).body as TrimLot;
    expect(made).toMatchObject({ fatPct: 90, fatKnownBy: 'computed', saltGPerKg: 22.5, nitritePpm: 112.5 });
    expect(pathOf(await make({ from: { lotId: made.id, grossMg: kg(8) }, heat: 'raw' }))).toBe('heat');
  });
});

describe('what a batch leaves over', () => {
  it('waits in the cold room with what is in it, and becomes a lot that can be used', async () => {
    const batch = await hands.upTo('stuff');
    const stuff = current(batch);
    await hands.done(batch, 'out', { stepId: stuff.id, to: 'rework', massMg: 600_000 });
    const rows = (await bram.get('/rework')).body as ReworkRow[];
    const row = rows.find((r) => r.batchId === batch.id)!;
    expect(row).toMatchObject({ massMg: 600_000, species: ['pork'], heat: 'raw' });
    expect(row.saltGPerKg).toBeGreaterThan(5);
    expect(row.carries.parts[0]!.name).toBe('pork');
    const trims = (await ines.get('/trims')).body as { id: string; species: string }[];
    const keep = (species: string, more: object = {}) =>
      bram.post('/lots/produced', {
        id: uuid(),
        trimId: trims.find((t) => t.species === species)!.id,
        massMg: 600_000,
        useBy: '2026-03-16',
        tempC: 2,
        from: { reworkOf: batch.id },
        ...more,
      });
    expect(pathOf(await keep('beef'))).toBe('trimId');
    expect(pathOf(await keep('pork', { massMg: 900_000 }))).toBe('massMg');
    const lot = (await keep('pork')).body as TrimLot;
    expect(lot).toMatchObject({ form: 'mixed', fatKnownBy: 'computed', balanceMg: 600_000, owner: null });
    expect(lot.saltGPerKg).toBeCloseTo(row.saltGPerKg, 1);
    expect(lot.carries?.parts.length).toBeGreaterThan(3);
    expect((await room.lots()).map((l) => l.id)).toContain(lot.id);
    expect((await bram.get('/rework')).body).not.toContainEqual(
      expect.objectContaining({ batchId: batch.id }),
    );
    expect((await keep('pork')).status).toBe(404);
  });
});

it('the ledger is whole after all of it', async () => {
  expect(await verifyLedger(shop.app.db)).toEqual([]);
});
