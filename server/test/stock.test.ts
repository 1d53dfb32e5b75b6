import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { CustomerTicket, StockItem, TrimLot } from '@zest/contract';
import { verifyLedger } from '../src/ledger/index.js';
import { coldRoomOf, kg, type ColdRoom } from './cold-room-hands.js';
import { benchHands, stepOf } from './bench-hands.js';
import { openSmallBatch, openTestShop, sheetOf, type Hands, type TestShop } from './shop.js';

let shop: TestShop;
let ines: Hands;
let bram: Hands;
let inspector: Hands;
let room: ColdRoom;
beforeAll(async () => {
  shop = await openTestShop('stock');
  [ines, bram, inspector] = (await Promise.all(
    ['Ines', 'Bram', 'Inspector'].map((who) => shop.signIn(who)),
  )) as [Hands, Hands, Hands];
  room = await coldRoomOf(ines);
});
afterAll(() => shop.close());

describe('parting and joining', () => {
  it('divides with the same fat, sorts with two fats, and widens the doubt of unmixed ground meat', async () => {
    const ground = await room.receive({ form: 'ground', fatKnownBy: 'lab', tempC: 1.5 });
    const divided = await bram.post(`/lots/${ground.id}/split`, {
      id: uuid(),
      version: ground.version,
      massMg: kg(8),
      restMassMg: kg(12),
      fatPct: 20,
      restFatPct: 20,
      mode: 'divide',
    });
    expect([divided.body.part.balanceMg, divided.body.source.balanceMg]).toEqual([kg(8), kg(12)]);
    for (const part of [divided.body.part, divided.body.source] as TrimLot[]) {
      expect(part.fatSd).toBeCloseTo(Math.hypot(0.5, 2), 3);
    }
    const whole = await room.receive();
    const sort = { version: whole.version, massMg: kg(5), restMassMg: kg(15), mode: 'sort', fatPct: 45 };
    const missing = await bram.post(`/lots/${whole.id}/split`, { id: uuid(), ...sort });
    expect(missing.body.errors[0].path).toBe('restFatPct');
    const off = await bram.post(`/lots/${whole.id}/split`, { id: uuid(), ...sort, restFatPct: 20 });
    expect([off.status, off.body.errors[0].message]).toEqual([422, expect.stringContaining('26.3 % fat')]);
    expect((await room.detail(whole.id)).balanceMg).toBe(kg(20));
    const sorted = await bram.post(`/lots/${whole.id}/split`, { id: uuid(), ...sort, restFatPct: 12 });
    expect([sorted.body.part.fatPct, sorted.body.source.fatPct]).toEqual([45, 12]);
    expect(sorted.body.part.fatKnownBy).toBe('eye');
    const tooMuch = await bram.post(`/lots/${whole.id}/split`, {
      id: uuid(),
      version: sorted.body.source.version,
      massMg: kg(99),
      restMassMg: kg(1),
      fatPct: 12,
      restFatPct: 12,
      mode: 'divide',
    });
    expect([tooMuch.status, tooMuch.body.errors[0].path]).toEqual([422, 'massMg']);
  });

  it('merges what belongs together into one lot with the fat and price of the mixture', async () => {
    const a = await room.receive({ fatPct: 10, priceMinorPerKg: 300, useBy: '2026-03-20' });
    const b = await room.receive({ massMg: kg(10), fatPct: 40, priceMinorPerKg: 600, useBy: '2026-03-18' });
    const other = await room.receive({ owner: 'Mrs Sand (own hogget)' });
    const apart = await bram.post('/lots/merge', { id: uuid(), lotIds: [a.id, other.id] });
    expect([apart.status, apart.body.detail]).toEqual([
      409,
      'These lots have different owners; they stay apart.',
    ]);
    const merged = (await bram.post('/lots/merge', { id: uuid(), lotIds: [a.id, b.id] })).body as TrimLot;
    expect(await room.detail(merged.id)).toMatchObject({
      balanceMg: kg(30),
      fatPct: 20,
      priceMinorPerKg: 400,
      useBy: '2026-03-18',
    });
    expect((await room.detail(merged.id)).madeFrom.map((p) => p.massMg).sort()).toEqual(
      [kg(10), kg(20)].sort(),
    );
    expect((await room.lots()).some((l) => l.id === a.id)).toBe(false);
  });

  it('counts stock into the books, more or less, and writes off with a reason, never more than there is', async () => {
    const lot = await room.receive();
    const count = (amount: number) => bram.post(`/lots/${lot.id}/count`, { id: uuid(), amount });
    expect((await count(kg(20.4))).body.difference).toBe(kg(0.4));
    expect((await count(kg(19))).body.difference).toBe(-kg(1.4));
    const writeOff = (amount: number, reason = 'dropped') =>
      ines.post(`/lots/${lot.id}/write-off`, { id: uuid(), amount, reason });
    expect((await writeOff(kg(2))).body.left).toBe(kg(17));
    expect((await writeOff(kg(18))).body.errors[0].path).toBe('amount');
    expect((await writeOff(kg(1), '')).status).toBe(422);
    expect((await room.detail(lot.id)).events.slice(0, 3).map((e) => e.kind)).toEqual([
      'written off',
      'counted',
      'counted',
    ]);
  });

  it('makes a smoked lot out of a raw one by its weight after smoking', async () => {
    const fat = await room.receive({
      trimId: room.trimOf('Pork back fat').id,
      fatPct: 88,
      massMg: kg(10),
      priceMinorPerKg: 200,
    });
    const body = {
      id: uuid(),
      trimId: fat.trimId,
      massMg: kg(8),
      heat: 'raw smoked',
      useBy: '2026-03-20',
      tempC: 4,
      from: { lotId: fat.id, grossMg: kg(8.5) },
    };
    const made = (await bram.post('/lots/produced', body)).body as TrimLot;
    expect(await room.detail(made.id)).toMatchObject({
      heat: 'raw smoked',
      saltGPerKg: 0,
      fatPct: 93.5,
      fatKnownBy: 'computed',
      priceMinorPerKg: 213,
      balanceMg: kg(8),
    });
    const left = { lotId: fat.id, grossMg: kg(1.5) };
    const gained = await bram.post('/lots/produced', { ...body, id: uuid(), massMg: kg(2), from: left });
    expect(gained.body.errors[0].path).toBe('massMg');
  });
});

describe('other goods', () => {
  it('are typed at receipt: an untyped bag is held, a cure states both strengths', async () => {
    const item = {
      id: uuid(),
      name: 'White crystals',
      form: 'fine',
      role: 'seasoning',
      saltKind: 'not known yet',
    };
    expect((await ines.post('/goods/ingredients', item)).body.typed).toBe(false);
    const bag = (
      await ines.post('/goods', {
        id: uuid(),
        itemId: item.id,
        kind: 'ingredient',
        amount: kg(5),
        supplier: 'Quayside Spice',
        priceMinor: 90,
      })
    ).body as StockItem;
    expect(bag.lots[0]).toMatchObject({ status: 'hold', balance: kg(5) });
    expect(bag.free).toBe(0);
    const cure = { ...item, id: uuid(), name: 'Pink cure', role: 'cure', saltKind: 'cure' };
    const vague = await ines.post('/goods/ingredients', cure);
    expect(vague.body.errors.map((e: { path: string }) => e.path)).toEqual([
      'nitritePct',
      'nitratePct',
      'saltPct',
    ]);
    const strong = { ...cure, nitritePct: 6.25, nitratePct: 0 };
    const impossible = await ines.post('/goods/ingredients', { ...strong, saltPct: 100 });
    expect(impossible.body.errors[0]).toMatchObject({
      path: 'saltPct',
      message: expect.stringContaining('106.3 %') as string,
    });
    const weak = await ines.post('/goods/ingredients', { ...strong, nitritePct: 0, saltPct: 99 });
    expect(weak.body.errors[0].path).toBe('nitritePct');
    const told = await ines.post('/goods/ingredients', { ...strong, saltPct: 93.75 });
    expect(told.body).toMatchObject({ role: 'cure', nitritePct: 6.25, nitratePct: 0, typed: true });
    const twice = await ines.post('/goods/ingredients', {
      ...strong,
      id: uuid(),
      saltPct: 93.75,
    });
    expect(twice.body.errors[0].path).toBe('name');
  });

  it('come in before their price is known, and what is made of them costs at least so much', async () => {
    const item = { id: uuid(), name: 'Juniper', form: 'whole', role: 'seasoning', saltKind: 'not salt' };
    expect((await ines.post('/goods/ingredients', item)).status).toBe(200);
    const bag = {
      id: uuid(),
      itemId: item.id,
      kind: 'ingredient',
      amount: kg(1),
      supplier: '  quayside   SPICE ',
    };
    const got = (await ines.post('/goods', bag)).body as StockItem;
    // Whoever it comes from is spelt as before.
    expect(got.lots[0]).toMatchObject({ priceMinor: null, supplier: 'Quayside Spice' });
    const known = (
      (await ines.get('/ingredients')).body as { id: string; priceMinorPerKg: number | null }[]
    ).find((i) => i.id === item.id);
    expect(known?.priceMinorPerKg).toBeNull();
  });

  it('say when they run out and what is short for the week', async () => {
    const goods = (await inspector.get('/goods')).body as StockItem[];
    const salt = goods.find((g) => g.name === 'Fine salt')!;
    expect(salt.used28).toBeGreaterThan(0);
    expect(salt.daysLeft).toBeCloseTo(salt.free / (salt.used28 / 28), 6);
    expect(goods.find((g) => g.name === 'Iced water')!.isSupply).toBe(true);
    expect(goods.filter((g) => g.kind === 'casing').every((g) => g.measure === 'mm')).toBe(true);
    const outlook = (await inspector.get('/outlook')).body;
    expect(outlook.oldest[0].ageDays).toBeGreaterThanOrEqual(outlook.oldest[1].ageDays);
    expect(outlook.mustGo.length).toBeGreaterThan(0);
  });

  it('a new trim can be made, once per name', async () => {
    const body = { id: uuid(), name: 'Goose skin 50/50', species: 'Goose', fatPct: 50 };
    expect((await ines.post('/trims', body)).body).toMatchObject({ species: 'goose', maxC: 4, wild: false });
    expect((await ines.post('/trims', { ...body, id: uuid() })).body.errors[0].path).toBe('name');
    expect((await bram.post('/trims', { ...body, id: uuid(), name: 'Other' })).status).toBe(403);
  });
});

describe("a customer's own", () => {
  it('meets shop meat only after it was sold to it, and the ticket says everything', async () => {
    const own = await room.receive({
      trimId: room.trimOf('Lamb shoulder').id,
      owner: 'Mr Reed',
      supplier: 'brought by the customer',
      priceMinorPerKg: 0,
      fatPct: 24,
    });
    const shopFat = (await room.lots()).find(
      (l) => l.trimName.startsWith('Pork back fat') && l.owner === null && l.state === 'fresh',
    )!;
    const mixed = await ines.post(
      '/batches',
      room.batchBody(
        [
          { lot: own, massMg: kg(9) },
          { lot: shopFat, massMg: kg(1) },
        ],
        { owner: 'Mr Reed' },
      ),
    );
    expect(mixed.body.detail).toContain("is the shop's; sell it to Mr Reed first");
    const shopBatch = await ines.post('/batches', room.batchBody([{ lot: own, massMg: kg(10) }]));
    expect(shopBatch.body.detail).toContain('belongs to Mr Reed and cannot go into a shop product');
    const sold = (
      await ines.post(`/lots/${shopFat.id}/sale`, {
        id: uuid(),
        customer: 'Mr Reed',
        massMg: kg(1),
        priceMinorPerKg: 350,
      })
    ).body as TrimLot;
    expect(sold).toMatchObject({ owner: 'Mr Reed', priceMinorPerKg: 350 });
    // Another spelling is the same customer: no second ticket, and no way round whose meat it is.
    const again = await room.receive({
      owner: ' mr  REED',
      trimId: room.trimOf('Lamb shoulder').id,
      massMg: kg(1),
    });
    expect(again.owner).toBe('Mr Reed');
    expect((await ines.get('/parties')).body.customers).toContain('Mr Reed');
    expect((await bram.get('/parties')).status).toBe(403);
    expect((await bram.post(`/lots/${again.id}/return`, { id: uuid(), massMg: kg(1) })).status).toBe(200);
    const back = await bram.post(`/lots/${own.id}/return`, { id: uuid(), massMg: kg(4) });
    expect(back.body.balanceMg).toBe(kg(16));
    const ticket = ((await ines.get('/customers')).body as CustomerTicket[]).find(
      (t) => t.customer === 'Mr Reed',
    )!;
    expect(ticket).toMatchObject({ broughtMg: kg(21), returnedMg: kg(5), inStockMg: kg(17), soldMinor: 350 });
    expect((await bram.post(`/lots/${shopFat.id}/return`, { id: uuid(), massMg: kg(1) })).status).toBe(422);
  });
});

describe("what was made of a customer's own", () => {
  it('has the shop’s casing on its ticket, and goes back to the customer, no more than is there', async () => {
    const hands = benchHands(shop, ines, bram);
    const own = await room.receive({ owner: 'Mr Wren', supplier: 'brought by the customer', fatPct: 22 });
    const body = room.batchBody([{ lot: own, massMg: kg(10) }], { owner: 'Mr Wren' });
    expect((await ines.post('/batches', body)).status).toBe(200);
    const batch = await hands.workUntil(await sheetOf(ines, body.id), (s) => s.kind === 'stuff');
    const stuff = stepOf(batch, 'stuff').id;
    await bram.post(`/batches/${batch.id}/casing`, { id: uuid(), stepId: stuff, lengthMm: 1600 });
    expect((await hands.out(batch, stuff, kg(0.3), { to: 'rework' })).status).toBe(200);
    const ticket = async () =>
      ((await ines.get('/customers')).body as CustomerTicket[]).find((t) => t.customer === 'Mr Wren')!;
    const casing = (await ticket()).sold.find((s) => s.measure === 'mm')!;
    expect(casing.amount).toBe(1600);
    expect(casing.minor).toBe(Math.round(1.6 * casing.priceMinor));
    expect(casing.minor).toBeGreaterThan(0);
    expect((await ticket()).batches[0]).toMatchObject({ outMg: 0, leftOverMg: kg(0.3) });

    const give = (what: string, massMg: number, at = batch.id) =>
      bram.post(`/batches/${at}/returns`, { id: uuid(), what, massMg });
    expect((await give('left over', kg(0.3) + 1)).status).toBe(422);
    expect((await give('finished', 1)).status).toBe(422);
    const shops = await openSmallBatch(ines, kg(2));
    expect((await give('left over', 1, shops.id)).body.detail).toContain("is the shop's own");
    const before = (await ticket()).returnedMg;
    expect((await give('left over', kg(0.2))).status).toBe(200);
    expect((await ticket()).returnedMg).toBe(before + kg(0.2));
    expect((await ticket()).batches[0]!.leftOverMg).toBe(kg(0.1));
    expect(await verifyLedger(shop.app.db)).toEqual([]);
  });
});

describe('guards at opening', () => {
  it('cooked material in a raw mix and a lot past its date need the lead’s word', async () => {
    const cooked = await room.receive();
    const heated = (
      await bram.post('/lots/produced', {
        id: uuid(),
        trimId: cooked.trimId,
        massMg: kg(12),
        heat: 'cooked',
        coreC: 74,
        useBy: '2026-03-15',
        tempC: 3,
        from: { lotId: cooked.id, grossMg: kg(12) },
      })
    ).body as TrimLot;
    const refused = await ines.post('/batches', room.batchBody([{ lot: heated, massMg: kg(10) }]));
    expect(refused.body.errors.map((e: { path: string }) => e.path)).toEqual([
      'signed.cooked',
      'signed.useBy',
    ]);
    const signed = { cooked: 'rework of the same product', useBy: 'tested this morning' };
    const opened = await ines.post('/batches', room.batchBody([{ lot: heated, massMg: kg(10) }], { signed }));
    expect([opened.status, opened.body.signed]).toMatchObject([200, signed]);
  });

  it('a species that was claimed and a window above the book are named', async () => {
    const beef = (await room.lots()).find((l) => l.trimName.startsWith('Beef chuck'))!;
    const wrong = await ines.post(
      '/batches',
      room.batchBody([{ lot: beef, massMg: kg(10) }], { window: { minPct: 15, maxPct: 25 } }),
    );
    expect(wrong.body.errors[0].path).toBe('signed.species');
    expect(wrong.body.detail).toContain('At least 100 % pork is claimed');
  });
});

it('the ledger is whole after all of it', async () => {
  expect(await verifyLedger(shop.app.db)).toEqual([]);
});
