import { usedSince } from '../src/cold-room/store/used.js';
import { openDatabase } from '../src/platform/database.js';
import { benchHands } from './bench-hands.js';
import ExcelJS from 'exceljs';
import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { DeliveryNoteLine, LotDetail, PreparationRow, TrimLot } from '@zest/contract';
import { verifyLedger } from '../src/ledger/index.js';
import { coldRoomOf, kg, type ColdRoom } from './cold-room-hands.js';
import { openTestShop, sheetOf, type Hands, type TestShop } from './shop.js';

let shop: TestShop;
let ines: Hands;
let bram: Hands;
let inspector: Hands;
let room: ColdRoom;
beforeAll(async () => {
  shop = await openTestShop('coldroom');
  [ines, bram, inspector] = (await Promise.all(
    ['Ines', 'Bram', 'Inspector'].map((who) => shop.signIn(who)),
  )) as [Hands, Hands, Hands];
  room = await coldRoomOf(ines);
});
afterAll(() => shop.close());

describe('a delivery', () => {
  it('takes in all its lots in one go, once, and holds what came too warm or failed a look', async () => {
    const body = {
      id: uuid(),
      lots: [
        room.lotBody({ supplierLot: 'SF-7', useBy: '2026-03-18', weightKnown: 'counted', boxMg: kg(10) }),
        room.lotBody({ trimId: room.trimOf('Turkey thigh').id, tempC: 4.6 }),
        room.lotBody({ failedChecks: ['no bone or shot'] }),
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
    expect((await room.lots()).filter((l) => l.supplierLot === 'SF-7')).toHaveLength(1);
  });

  it('with one bad lot takes in nothing and names the field', async () => {
    const before = (await room.lots()).length;
    const bad = await ines.post('/deliveries', {
      id: uuid(),
      lots: [room.lotBody(), room.lotBody({ fatPct: 120 })],
    });
    expect([bad.status, bad.body.errors[0].path]).toEqual([422, 'lots[1].fatPct']);
    const unknown = await ines.post('/deliveries', {
      id: uuid(),
      lots: [room.lotBody(), room.lotBody({ trimId: uuid() })],
    });
    expect([unknown.status, unknown.body.errors[0].path]).toEqual([422, 'lots[1].trimId']);
    expect((await room.lots()).length).toBe(before);
    expect((await bram.post('/deliveries', { id: uuid(), lots: [room.lotBody()] })).status).toBe(403);
  });

  it('note is read from text and from XLSX alike, bad rows named, nothing taken in', async () => {
    const before = (await room.lots()).length;
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
    expect((await room.lots()).length).toBe(before);
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
    const warm = await room.receive({ tempC: 8.3 });
    const body = { id: uuid(), version: warm.version, status: 'available', reason: 'chilled overnight' };
    expect((await bram.post(`/lots/${warm.id}/status`, body)).status).toBe(403);
    const without = await ines.post(`/lots/${warm.id}/status`, body);
    expect([without.status, without.body.errors[0].path]).toEqual([422, 'tempC']);
    const cold = await ines.post(`/lots/${warm.id}/status`, {
      ...body,
      id: uuid(),
      tempC: 2.2,
      secondTempC: 2,
    });
    expect([cold.status, cold.body.status, cold.body.tempC]).toEqual([200, 'available', 2.2]);
    const late = await ines.post(`/lots/${warm.id}/status`, { ...body, id: uuid(), status: 'hold' });
    expect(late.status).toBe(409);
    const events = (cold.body as LotDetail).events.map((e) => e.kind);
    expect(events).toEqual(['released', 'held', 'received']);
  });

  it('counts minutes out of the chill and holds after two hours', async () => {
    const lot = await room.receive();
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
      tempC: 2.5,
    });
    expect((released.body as LotDetail).outMinutes).toBe(0);
    shop.clock.set(start);
  });

  it('freezes twice only with a reason, and a thawed lot is weighed again before it is used', async () => {
    const lot = await room.receive({ state: 'thawed' });
    const freeze = { id: uuid(), version: lot.version, state: 'frozen' };
    const refused = await ines.post(`/lots/${lot.id}/state`, freeze);
    expect([refused.status, refused.body.errors[0].path]).toEqual([422, 'reason']);
    const frozen = (
      await ines.post(`/lots/${lot.id}/state`, { ...freeze, id: uuid(), reason: 'cold room failed' })
    ).body;
    const thawed = (
      await ines.post(`/lots/${lot.id}/state`, {
        id: uuid(),
        version: frozen.version,
        state: 'thawed',
        useBy: '2026-03-17',
      })
    ).body as LotDetail;
    expect(thawed.weightKnown).toBe('pre-thaw');
    const batch = await ines.post('/batches', room.batchBody([{ lot: thawed, massMg: kg(10) }]));
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
    const lot = await room.receive();
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
    const lot = await room.receive({ priceMinorPerKg: 600 });
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
          trimId: room.trimOf('Pork back fat').id,
          creditMinorPerKg: 100,
        },
        { name: 'skin', massMg: kg(0.5), to: 'sale', creditMinorPerKg: 200 },
      ],
      tempC: 3,
    });
    expect(answer.status).toBe(200);
    // (20 × 6.00 − 1 × 1.00 − 0.5 × 2.00) / 15 = 7.87
    expect(answer.body.usable.balanceMg).toBe(kg(15));
    expect(await room.detail(usable)).toMatchObject({ priceMinorPerKg: 787, boughtMinorPerKg: 600 });
    const after = await room.detail(lot.id);
    expect(after.balanceMg).toBe(0);
    expect(after.madeInto.map((m) => m.massMg).sort()).toEqual([kg(1), kg(15)].sort());
    const rows = (await inspector.get('/preparations')).body as PreparationRow[];
    const row = rows.find((r) => r.lotCode === lot.code)!;
    expect(row).toMatchObject({ yield: 0.75, unexplainedMg: kg(0.5), supplier: 'Saltmarsh Farm' });
    expect((await room.detail(usable)).madeFrom[0]!.lotId).toBe(lot.id);
  });

  it('soaks, but lets nothing else gain weight, and holds what is still warm', async () => {
    const lot = await room.receive();
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

it('the ledger is whole after all of it', async () => {
  expect(await verifyLedger(shop.app.db)).toEqual([]);
});

describe('what is used', () => {
  it('today is added up as it comes, to the same as all of it at once', async () => {
    const hands = benchHands(shop, ines, bram);
    const at = () => shop.clock.now();
    const shoulder = await room.receive({ fatPct: 20 });
    const body = room.batchBody([{ lot: shoulder, massMg: kg(10) }]);
    expect((await ines.post('/batches', body)).status).toBe(200);
    const batch = await hands.workUntil(await sheetOf(ines, body.id), (s) => s.kind === 'weigh-ingredients');
    const lines = batch.lines.filter((l) => l.kind === 'ingredient').slice(0, 4);
    const sums = async () => {
      const fresh = openDatabase(shop.app.config.databaseUrl, 1);
      const [going, whole] = [await usedSince(shop.app.db, at(), 28), await usedSince(fresh, at(), 28)];
      await fresh.close();
      expect([...going].sort()).toEqual([...whole].sort());
      return [...whole.values()].reduce((sum, n) => sum + n, 0);
    };
    let before = await sums();
    for (const [i, line] of lines.entries()) {
      await hands.weigh(batch, line, 1000 + i);
      expect(await sums()).toBe(before + 1000 + i);
      before += 1000 + i;
      shop.clock.minutes([0.2, 1, 5, 0.1][i] ?? 1);
      expect(await sums()).toBe(before);
    }
  });
});
