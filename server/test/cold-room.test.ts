import ExcelJS from 'exceljs';
import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type {
  CustomerTicket,
  DeliveryNoteLine,
  LotDetail,
  PreparationRow,
  StockItem,
  Trim,
  TrimLot,
} from '@zest/contract';
import { verifyLedger } from '../src/ledger/index.js';
import { openTestShop, type Hands, type TestShop } from './shop.js';

let shop: TestShop;
let ines: Hands;
let bram: Hands;
let inspector: Hands;
let trims: Trim[];
beforeAll(async () => {
  shop = await openTestShop('coldroom');
  [ines, bram, inspector] = (await Promise.all(
    ['Ines', 'Bram', 'Inspector'].map((who) => shop.signIn(who)),
  )) as [Hands, Hands, Hands];
  trims = (await ines.get('/trims')).body as Trim[];
});
afterAll(() => shop.close());

const trimOf = (name: string) => trims.find((t) => t.name.startsWith(name))!;
const lots = async () => (await ines.get('/lots')).body as TrimLot[];
const detail = async (id: string) => (await ines.get(`/lots/${id}`)).body as LotDetail;
const kg = (n: number) => Math.round(n * 1e6);
const lotBody = (more: object = {}) => ({
  id: uuid(),
  trimId: trimOf('Pork shoulder').id,
  massMg: kg(20),
  fatPct: 20,
  fatKnownBy: 'supplier',
  priceMinorPerKg: 400,
  supplier: 'Saltmarsh Farm',
  tempC: 3,
  state: 'fresh',
  ...more,
});
async function receive(more: object = {}): Promise<TrimLot> {
  const answer = await ines.post('/lots', lotBody(more));
  if (answer.status !== 200) throw new Error(JSON.stringify(answer.body));
  return answer.body as TrimLot;
}

describe('a delivery', () => {
  it('takes in all its lots in one go, once, and holds what came too warm or failed a look', async () => {
    const body = {
      id: uuid(),
      lots: [
        lotBody({ supplierLot: 'SF-7', useBy: '2026-03-18', weightKnown: 'counted', boxMg: kg(10) }),
        lotBody({ trimId: trimOf('Turkey thigh').id, tempC: 4.6 }),
        lotBody({ failedChecks: ['no bone or shot'] }),
      ],
    };
    const answers = await Promise.all([ines.post('/deliveries', body), ines.post('/deliveries', body)]);
    expect(answers.map((a) => a.status)).toEqual([200, 200]);
    const taken = body.lots.map((b) => (answers[0]!.body as TrimLot[]).find((l) => l.id === b.id)!);
    expect(taken.map((l) => l.status)).toEqual(['available', 'hold', 'hold']);
    expect(taken[0]).toMatchObject({
      supplierLot: 'SF-7',
      useBy: '2026-03-18',
      urgency: 'soon',
      weightKnown: 'counted',
    });
    expect(taken[1]!.holdReason).toContain('above the limit of [[C 4]]');
    expect(taken[2]!.holdReason).toContain('no bone or shot');
    expect((await lots()).filter((l) => l.supplierLot === 'SF-7')).toHaveLength(1);
  });

  it('with one bad lot takes in nothing and names the field', async () => {
    const before = (await lots()).length;
    const bad = await ines.post('/deliveries', { id: uuid(), lots: [lotBody(), lotBody({ fatPct: 120 })] });
    expect([bad.status, bad.body.errors[0].path]).toEqual([422, 'lots[1].fatPct']);
    const unknown = await ines.post('/deliveries', {
      id: uuid(),
      lots: [lotBody(), lotBody({ trimId: uuid() })],
    });
    expect([unknown.status, unknown.body.errors[0].path]).toEqual([422, 'lots[1].trimId']);
    expect((await lots()).length).toBe(before);
    expect((await bram.post('/deliveries', { id: uuid(), lots: [lotBody()] })).status).toBe(403);
  });

  it('note is read from text and from XLSX alike, bad rows named, nothing taken in', async () => {
    const before = (await lots()).length;
    const rows = [
      ['Trim', 'kg', 'Price per kg', 'Temp', 'Use by', 'Fat %'],
      ['Pork shoulder', 42.36, 4.15, 2.4, '2026-03-20', 21.5],
      ['Porc', 10, 4, 2, '', ''],
      ['Beef chuck', 12.446, 6.9, 2.1, '2026-03-19', 140],
    ];
    const text = rows
      .map((r) => r.join('\t'))
      .join('\n')
      .replace('12.446', '12.4460');
    const workbook = new ExcelJS.Workbook();
    const sheet = workbook.addWorksheet('note');
    rows.forEach((r) => sheet.addRow(r));
    sheet.getCell('E2').value = new Date('2026-03-20T00:00:00Z');
    const bytes = Buffer.from(await workbook.xlsx.writeBuffer());
    const read = async (note: object) =>
      (
        (await ines.post('/deliveries/read', { note, defaults: { supplier: 'Saltmarsh Farm' } })).body as {
          lines: DeliveryNoteLine[];
        }
      ).lines;
    const fromText = await read({ text });
    const fromXlsx = await read({ xlsxBase64: bytes.toString('base64') });
    expect(fromText.map((l) => l.lot)).toEqual(fromXlsx.map((l) => l.lot));
    expect(fromText[0]!.lot).toMatchObject({ massMg: 42_360_000, useBy: '2026-03-20', maxC: 7 });
    expect(fromText.map((l) => l.issues.map((i) => i.path))).toEqual([[], ['trim'], ['fat']]);
    expect((await lots()).length).toBe(before);
    const junk = await ines.post('/deliveries/read', { note: { xlsxBase64: 'bm90IGEgZmlsZQ==' } });
    expect([junk.status, junk.body.detail]).toEqual([
      422,
      'The file could not be read. Save it as XLSX or CSV and try again.',
    ]);
    expect((await ines.post('/deliveries/read', { note: { text: 'a,b\n1,2' } })).status).toBe(422);
  });
});

describe('holding and releasing', () => {
  it('is the lead’s, with a reason, and a warm lot only after a cold reading', async () => {
    const warm = await receive({ tempC: 8.3 });
    const body = { id: uuid(), version: warm.version, status: 'available', reason: 'chilled overnight' };
    expect((await bram.post(`/lots/${warm.id}/status`, body)).status).toBe(403);
    const without = await ines.post(`/lots/${warm.id}/status`, body);
    expect([without.status, without.body.errors[0].path]).toEqual([422, 'tempC']);
    const cold = await ines.post(`/lots/${warm.id}/status`, { ...body, id: uuid(), tempC: 2.2 });
    expect([cold.status, cold.body.status, cold.body.tempC]).toEqual([200, 'available', 2.2]);
    const late = await ines.post(`/lots/${warm.id}/status`, { ...body, id: uuid(), status: 'hold' });
    expect(late.status).toBe(409);
    const events = (cold.body as LotDetail).events.map((e) => e.kind);
    expect(events).toEqual(['released', 'held', 'received']);
  });

  it('counts minutes out of the chill and holds after two hours', async () => {
    const lot = await receive();
    const start = shop.clock.now();
    const move = (kind: string, more = {}) =>
      bram.post(`/lots/${lot.id}/chill`, { id: uuid(), kind, ...more });
    expect((await move('out')).body.isOut).toBe(true);
    expect((await move('out')).status).toBe(409);
    shop.clock.minutes(45);
    expect((await move('in')).body.errors[0].path).toBe('tempC');
    const back = (await move('in', { tempC: 3.9 })).body as LotDetail;
    expect([back.outMinutes, back.isOut, back.status]).toEqual([45, false, 'available']);
    await move('out');
    shop.clock.minutes(80);
    const held = (await move('in', { tempC: 4 })).body as LotDetail;
    expect([held.outMinutes, held.status, held.holdReason]).toEqual([
      125,
      'hold',
      'Out of the chill for 125 minutes.',
    ]);
    const released = await ines.post(`/lots/${lot.id}/status`, {
      id: uuid(),
      version: held.version,
      status: 'available',
      reason: 'chilled and read',
      tempC: 1.8,
    });
    expect((released.body as LotDetail).outMinutes).toBe(0);
    shop.clock.set(start);
  });

  it('freezes twice only with a reason, and a thawed lot is weighed again before it is used', async () => {
    const lot = await receive({ state: 'thawed' });
    const freeze = { id: uuid(), version: lot.version, state: 'frozen' };
    const refused = await ines.post(`/lots/${lot.id}/state`, freeze);
    expect([refused.status, refused.body.errors[0].path]).toEqual([422, 'reason']);
    const frozen = (
      await ines.post(`/lots/${lot.id}/state`, { ...freeze, id: uuid(), reason: 'cold room failed' })
    ).body;
    const thawed = (
      await ines.post(`/lots/${lot.id}/state`, { id: uuid(), version: frozen.version, state: 'thawed' })
    ).body as LotDetail;
    expect(thawed.weightKnown).toBe('pre-thaw');
    const batch = await ines.post('/batches', await batchBody([{ lot: thawed, massMg: kg(10) }]));
    expect(batch.body.detail).toContain('was thawed and not weighed since');
    const weighed = await bram.post(`/lots/${lot.id}/preparations`, {
      id: uuid(),
      how: 'thaw',
      grossMg: kg(20),
      usableMg: kg(19.2),
      parts: [{ name: 'drip', massMg: kg(0.8), to: 'bin' }],
      tempC: 2,
    });
    expect(weighed.body.usable).toMatchObject({
      weightKnown: 'weighed',
      state: 'thawed',
      balanceMg: kg(19.2),
    });
    expect(weighed.body.source.balanceMg).toBe(0);
  });

  it('keeps a picture and shows it to whoever is signed in', async () => {
    const lot = await receive();
    const png = Buffer.concat([Buffer.from([0x89, 0x50, 0x4e, 0x47]), Buffer.alloc(200, 7)]);
    const refused = await bram.post(`/lots/${lot.id}/photos`, {
      id: uuid(),
      imageBase64: Buffer.alloc(200, 1).toString('base64'),
    });
    expect(refused.body.detail).toBe('The picture must be a JPEG or a PNG.');
    const kept = await bram.post(`/lots/${lot.id}/photos`, {
      id: uuid(),
      imageBase64: png.toString('base64'),
    });
    const [photo] = (kept.body as LotDetail).photos;
    const shown = await inspector.get(`/lot-photos/${photo}`);
    expect([shown.status, shown.headers['content-type']]).toEqual([200, 'image/png']);
    expect(Buffer.compare(shown.body as Buffer, png)).toBe(0);
  });
});

describe('trimming out', () => {
  it('makes a usable lot at its true cost, keeps fat, bins bone, sells skin, and shows the yield by supplier', async () => {
    const lot = await receive({ priceMinorPerKg: 600 });
    const usable = uuid();
    const answer = await bram.post(`/lots/${lot.id}/preparations`, {
      id: usable,
      how: 'trim out',
      grossMg: kg(20),
      usableMg: kg(15),
      parts: [
        { name: 'bone', massMg: kg(3), to: 'bin' },
        {
          name: 'fat',
          massMg: kg(1),
          to: 'stock',
          trimId: trimOf('Pork back fat').id,
          creditMinorPerKg: 100,
        },
        { name: 'skin', massMg: kg(0.5), to: 'sale', creditMinorPerKg: 200 },
      ],
      tempC: 3,
    });
    expect(answer.status).toBe(200);
    // (20 × 6.00 − 1 × 1.00 − 0.5 × 2.00) / 15 = 7.87
    expect(answer.body.usable).toMatchObject({
      priceMinorPerKg: 787,
      boughtMinorPerKg: 600,
      balanceMg: kg(15),
    });
    const after = await detail(lot.id);
    expect(after.balanceMg).toBe(0);
    expect(after.madeInto.map((m) => m.massMg).sort()).toEqual([kg(1), kg(15)].sort());
    const rows = (await inspector.get('/preparations')).body as PreparationRow[];
    const row = rows.find((r) => r.lotCode === lot.code)!;
    expect(row).toMatchObject({ yield: 0.75, unexplainedMg: kg(0.5), supplier: 'Saltmarsh Farm' });
    expect((await detail(usable)).madeFrom[0]!.lotId).toBe(lot.id);
  });

  it('soaks, but lets nothing else gain weight, and holds what is still warm', async () => {
    const lot = await receive();
    const body = { id: uuid(), how: 'peel', grossMg: kg(5), usableMg: kg(6), parts: [], tempC: 3 };
    const refused = await bram.post(`/lots/${lot.id}/preparations`, body);
    expect([refused.status, refused.body.errors[0].path]).toEqual([422, 'usableMg']);
    const soaked = await bram.post(`/lots/${lot.id}/preparations`, { ...body, id: uuid(), how: 'soak' });
    expect([soaked.status, soaked.body.source.balanceMg]).toEqual([200, kg(15)]);
    const roasted = await bram.post(`/lots/${lot.id}/preparations`, {
      ...body,
      id: uuid(),
      how: 'roast',
      usableMg: kg(4),
      parts: [{ name: 'steam', massMg: kg(1), to: 'bin' }],
      tempC: 60,
    });
    expect(roasted.body.usable).toMatchObject({ status: 'hold' });
    expect(roasted.body.usable.holdReason).toContain('before it joins cold meat');
  });
});

describe('parting and joining', () => {
  it('divides with the same fat, sorts with two fats, and widens the doubt of unmixed ground meat', async () => {
    const ground = await receive({ form: 'ground', fatKnownBy: 'lab', tempC: 1.5 });
    const divided = await bram.post(`/lots/${ground.id}/split`, {
      id: uuid(),
      version: ground.version,
      massMg: kg(8),
      mode: 'divide',
    });
    expect(divided.body.warning).toContain('not mixed before it was divided');
    expect([divided.body.part.balanceMg, divided.body.source.balanceMg]).toEqual([kg(8), kg(12)]);
    for (const part of [divided.body.part, divided.body.source] as TrimLot[]) {
      expect(part.fatSd).toBeCloseTo(Math.hypot(0.5, 2), 3);
    }
    const whole = await receive();
    const sort = { version: whole.version, massMg: kg(5), mode: 'sort', fatPct: 45 };
    const missing = await bram.post(`/lots/${whole.id}/split`, { id: uuid(), ...sort });
    expect(missing.body.errors[0].path).toBe('restFatPct');
    const sorted = await bram.post(`/lots/${whole.id}/split`, { id: uuid(), ...sort, restFatPct: 20 });
    expect(sorted.body.warning).toContain('26.3 % fat');
    expect([sorted.body.part.fatPct, sorted.body.source.fatPct]).toEqual([45, 20]);
    const tooMuch = await bram.post(`/lots/${whole.id}/split`, {
      id: uuid(),
      version: sorted.body.source.version,
      massMg: kg(99),
      mode: 'divide',
    });
    expect([tooMuch.status, tooMuch.body.errors[0].path]).toEqual([422, 'massMg']);
  });

  it('merges what belongs together into one lot with the fat and price of the mixture', async () => {
    const a = await receive({ fatPct: 10, priceMinorPerKg: 300, useBy: '2026-03-20' });
    const b = await receive({ massMg: kg(10), fatPct: 40, priceMinorPerKg: 600, useBy: '2026-03-18' });
    const other = await receive({ owner: 'Mrs Sand (own hogget)' });
    const apart = await bram.post('/lots/merge', { id: uuid(), lotIds: [a.id, other.id] });
    expect([apart.status, apart.body.detail]).toEqual([
      409,
      'These lots have different owners; they stay apart.',
    ]);
    const merged = (await bram.post('/lots/merge', { id: uuid(), lotIds: [a.id, b.id] })).body as TrimLot;
    expect(merged).toMatchObject({
      balanceMg: kg(30),
      fatPct: 20,
      priceMinorPerKg: 400,
      useBy: '2026-03-18',
    });
    expect((await detail(merged.id)).madeFrom.map((p) => p.massMg).sort()).toEqual([kg(10), kg(20)].sort());
    expect((await lots()).some((l) => l.id === a.id)).toBe(false);
  });

  it('counts stock into the books, more or less, and writes off with a reason, never more than there is', async () => {
    const lot = await receive();
    const count = (amount: number) => bram.post(`/lots/${lot.id}/count`, { id: uuid(), amount });
    expect((await count(kg(20.4))).body.difference).toBe(kg(0.4));
    expect((await count(kg(19))).body.difference).toBe(-kg(1.4));
    const writeOff = (amount: number, reason = 'dropped') =>
      ines.post(`/lots/${lot.id}/write-off`, { id: uuid(), amount, reason });
    expect((await writeOff(kg(2))).body.left).toBe(kg(17));
    expect((await writeOff(kg(18))).body.errors[0].path).toBe('amount');
    expect((await writeOff(kg(1), '')).status).toBe(422);
    expect((await detail(lot.id)).events.slice(0, 3).map((e) => e.kind)).toEqual([
      'written off',
      'counted',
      'counted',
    ]);
  });

  it('makes a smoked lot out of a raw one by its weight after smoking', async () => {
    const fat = await receive({
      trimId: trimOf('Pork back fat').id,
      fatPct: 88,
      massMg: kg(10),
      priceMinorPerKg: 200,
    });
    const body = {
      id: uuid(),
      trimId: fat.trimId,
      massMg: kg(8),
      fatPct: 92,
      fatSd: 1,
      saltGPerKg: 18,
      nitritePpm: 60,
      heat: 'raw smoked',
      useBy: '2026-04-10',
      tempC: 4,
      from: { lotId: fat.id, grossMg: kg(10) },
    };
    const made = (await bram.post('/lots/produced', body)).body as TrimLot;
    expect(made).toMatchObject({
      heat: 'raw smoked',
      saltGPerKg: 18,
      priceMinorPerKg: 250,
      balanceMg: kg(8),
    });
    const gained = await bram.post('/lots/produced', { ...body, id: uuid(), massMg: kg(12) });
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
    expect(vague.body.errors.map((e: { path: string }) => e.path)).toEqual(['nitritePct', 'nitratePct']);
    const told = await ines.post('/goods/ingredients', { ...cure, nitritePct: 6.25, nitratePct: 0 });
    expect(told.body).toMatchObject({ role: 'cure', nitritePct: 6.25, nitratePct: 0, typed: true });
    const twice = await ines.post('/goods/ingredients', {
      ...cure,
      id: uuid(),
      nitritePct: 6.25,
      nitratePct: 0,
    });
    expect(twice.body.errors[0].path).toBe('name');
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
    const own = await receive({
      trimId: trimOf('Lamb shoulder').id,
      owner: 'Mr Reed',
      supplier: 'brought by the customer',
      priceMinorPerKg: 0,
      fatPct: 24,
    });
    const shopFat = (await lots()).find(
      (l) => l.trimName.startsWith('Pork back fat') && l.owner === null && l.state === 'fresh',
    )!;
    const mixed = await ines.post(
      '/batches',
      await batchBody(
        [
          { lot: own, massMg: kg(9) },
          { lot: shopFat, massMg: kg(1) },
        ],
        { owner: 'Mr Reed' },
      ),
    );
    expect(mixed.body.detail).toContain("is the shop's; sell it to Mr Reed first");
    const shopBatch = await ines.post('/batches', await batchBody([{ lot: own, massMg: kg(10) }]));
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
    const back = await bram.post(`/lots/${own.id}/return`, { id: uuid(), massMg: kg(4) });
    expect(back.body.balanceMg).toBe(kg(16));
    const ticket = ((await inspector.get('/customers')).body as CustomerTicket[]).find(
      (t) => t.customer === 'Mr Reed',
    )!;
    expect(ticket).toMatchObject({ broughtMg: kg(20), returnedMg: kg(4), inStockMg: kg(17), soldMinor: 350 });
    expect((await bram.post(`/lots/${shopFat.id}/return`, { id: uuid(), massMg: kg(1) })).status).toBe(422);
  });
});

describe('guards at opening', () => {
  it('cooked material in a raw mix, wild meat in a dried one and a lot past its date need the lead’s word', async () => {
    const cooked = await receive();
    const heated = (
      await bram.post('/lots/produced', {
        id: uuid(),
        trimId: cooked.trimId,
        massMg: kg(12),
        fatPct: 25,
        fatSd: 1,
        heat: 'cooked',
        useBy: '2026-03-15',
        tempC: 3,
        from: { lotId: cooked.id, grossMg: kg(20) },
      })
    ).body as TrimLot;
    const refused = await ines.post('/batches', await batchBody([{ lot: heated, massMg: kg(10) }]));
    expect(refused.body.errors.map((e: { path: string }) => e.path)).toEqual([
      'signed.cooked',
      'signed.useBy',
    ]);
    const signed = { cooked: 'rework of the same product', useBy: 'tested this morning' };
    const opened = await ines.post(
      '/batches',
      await batchBody([{ lot: heated, massMg: kg(10) }], { signed }),
    );
    expect([opened.status, opened.body.signed]).toEqual([200, signed]);
  });

  it('a species that was claimed and a window above the book are named', async () => {
    const beef = (await lots()).find((l) => l.trimName.startsWith('Beef chuck'))!;
    const wrong = await ines.post(
      '/batches',
      await batchBody([{ lot: beef, massMg: kg(10) }], { window: { minPct: 15, maxPct: 25 } }),
    );
    expect(wrong.body.errors[0].path).toBe('signed.species');
    expect(wrong.body.detail).toContain('At least 100 % pork is claimed');
  });
});

async function batchBody(uses: { lot: TrimLot; massMg: number }[], more: object = {}) {
  const recipes = (await ines.get('/recipes')).body as { id: string; name: string }[];
  return {
    id: uuid(),
    recipeId: recipes.find((r) => r.name === 'Quay Thick')!.id,
    meatMg: uses.reduce((sum, u) => sum + u.massMg, 0),
    window: { minPct: 15, maxPct: 30 },
    plannedFor: '2026-03-16',
    uses: uses.map((u) => ({ lotId: u.lot.id, massMg: u.massMg })),
    ...more,
  };
}

it('the ledger is whole after all of it', async () => {
  expect(await verifyLedger(shop.app.db)).toEqual([]);
});
