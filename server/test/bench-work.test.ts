import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { BatchSheet, BenchLot, SheetLine, SheetStep } from '@zest/contract';
import { verifyLedger } from '../src/ledger/index.js';
import { pdfText } from './pdf-text.js';
import { SECRETS, openSmallBatch, openTestShop, sheetOf, tick, type Hands, type TestShop } from './shop.js';

let shop: TestShop;
let ines: Hands;
let bram: Hands;
let oda: Hands;
beforeAll(async () => {
  shop = await openTestShop('bench_work');
  ines = await shop.signIn('Ines');
  bram = await shop.signIn('Bram');
  oda = await shop.signIn('Oda');
});
afterAll(() => shop.close());

const stepOf = (sheet: BatchSheet, kind: string): SheetStep => sheet.steps.find((s) => s.kind === kind)!;
const lineOf = (sheet: BatchSheet, name: string): SheetLine => sheet.lines.find((l) => l.name === name)!;
const current = (sheet: BatchSheet): SheetStep => sheet.steps.find((s) => s.state === 'current')!;
const weigh = (batch: BatchSheet, line: SheetLine, massMg = line.dueMg, more: object = {}) =>
  bram.post(`/batches/${batch.id}/weighings`, { id: uuid(), lineId: line.id, massMg, ...more });
const read = (batch: BatchSheet, stepId: string, kind: string, value: number, more: object = {}) =>
  bram.post(`/batches/${batch.id}/readings`, { id: uuid(), stepId, kind, value, ...more });
const out = (batch: BatchSheet, stepId: string, massMg: number, more: object = { to: 'next' }) =>
  bram.post(`/batches/${batch.id}/out`, { id: uuid(), stepId, massMg, ...more });
const send = (batch: BatchSheet, what: string, body: object, who = bram) =>
  who.post(`/batches/${batch.id}/${what}`, { id: uuid(), ...body });
/** The sheet that a command answers; fails with what was refused. */
async function done(batch: BatchSheet, what: string, body: object, who = bram): Promise<BatchSheet> {
  const answer = await send(batch, what, body, who);
  if (answer.status !== 200) throw new Error(JSON.stringify(answer.body));
  return answer.body as BatchSheet;
}
const lots = async (batch: BatchSheet) => (await bram.get(`/batches/${batch.id}/lots`)).body as BenchLot[];

async function close(batch: BatchSheet, who = bram, more: object = {}): Promise<BatchSheet> {
  const now = await sheetOf(ines, batch.id);
  const { id, version } = current(now);
  const answer = await who.post(`/batches/${batch.id}/steps/${id}/close`, { id: uuid(), version, ...more });
  if (answer.status !== 200) throw new Error(JSON.stringify(answer.body));
  return answer.body as BatchSheet;
}

/** Two kilograms of Quay Thick brought to a step, everything before it done as it should be. */
async function upTo(
  kind: 'weigh-meat' | 'weigh-dry' | 'mix' | 'stuff',
  leaveOut: string[] = [],
): Promise<BatchSheet> {
  const batch = await openSmallBatch(ines, 2_000_000);
  await read(batch, stepOf(batch, 'chill').id, 'temperature', 1.5);
  await close(batch);
  if (kind === 'weigh-meat') return sheetOf(ines, batch.id);
  for (const line of batch.lines.filter((l) => l.kind === 'meat')) await weigh(batch, line);
  await close(batch);
  const grind = stepOf(batch, 'grind').id;
  await tick(bram, batch.id, grind, 'ready');
  await read(batch, grind, 'before', 1);
  await out(batch, grind, 1_980_000);
  await read(batch, grind, 'temperature', 3);
  await close(batch);
  if (kind === 'weigh-dry') return sheetOf(ines, batch.id);
  for (const line of (await sheetOf(ines, batch.id)).lines.filter((l) => l.kind === 'dry')) {
    if (!leaveOut.includes(line.name)) await weigh(batch, line);
  }
  await close(batch, ines, leaveOut.length > 0 ? { override: 'Forgotten on purpose' } : {});
  if (kind === 'mix') return sheetOf(ines, batch.id);
  const mix = stepOf(batch, 'mix').id;
  await tick(bram, batch.id, mix, 'ready');
  await read(batch, mix, 'minutes', 4);
  await read(batch, mix, 'tack', 1);
  await close(batch);
  return sheetOf(ines, batch.id);
}

async function taste(batch: BatchSheet, passed: 0 | 1, coreC = 74) {
  const { id } = stepOf(batch, 'stuff');
  shop.clock.minutes(1);
  await read(batch, id, 'core', coreC);
  await read(batch, id, 'verdict', passed);
  shop.clock.minutes(1);
  return (await sheetOf(ines, batch.id)).taste;
}

/** The cards of the lead, all of them. */
const cards = async () => JSON.stringify(await shop.owner.query('SELECT sentence FROM $db.notice'));

describe('what is said and ticked', () => {
  it('is kept with who and when, once however often it is sent', async () => {
    const batch = await upTo('weigh-meat');
    const body = {
      id: uuid(),
      stepId: current(batch).id,
      kind: 'timer',
      subject: 'Soak the casing',
      value: 60,
    };
    for (let i = 0; i < 3; i += 1)
      expect((await bram.post(`/batches/${batch.id}/marks`, body)).status).toBe(200);
    const { marks } = await sheetOf(ines, batch.id);
    expect(marks.filter((m) => m.kind === 'timer')).toMatchObject([
      { person: 'Bram', subject: 'Soak the casing', value: 60 },
    ]);
    const other = await bram.post(`/batches/${batch.id}/marks`, { ...body, subject: 'Another' });
    expect(other.status).toBe(409);
    expect(
      (await bram.post(`/batches/${batch.id}/marks`, { ...body, id: uuid(), kind: 'shout' })).status,
    ).toBe(422);
    expect((await bram.post(`/batches/${uuid()}/marks`, { ...body, id: uuid(), stepId: null })).status).toBe(
      404,
    );
  });

  it('opens the machine: nothing closes before somebody has said that it is ready and safe', async () => {
    const batch = await upTo('mix');
    const mix = stepOf(batch, 'mix');
    expect(mix.ready.map((r) => r.key)).toContain('guard');
    expect(mix.missing.map((m) => m.what)).toContain('ready');
    await tick(oda, batch.id, mix.id, 'ready');
    expect(stepOf(await sheetOf(ines, batch.id), 'mix').missing.map((m) => m.what)).not.toContain('ready');
  });
});

describe('the tasting', () => {
  it('stands between the mix and the stuffer, waits for the core, and is void after an addition', async () => {
    const batch = await upTo('stuff');
    expect(batch.taste).toMatchObject({ state: 'none', maySkip: true });
    expect(stepOf(batch, 'stuff').missing.map((m) => m.what)).toContain('taste');
    const { id } = stepOf(batch, 'stuff');
    expect((await out(batch, id, 60_000, { to: 'loss', reason: 'taste' })).status).toBe(200);
    expect((await taste(batch, 1, 66)).state).toBe('core');
    expect((await taste(batch, 1)).state).toBe('passed');
    const pepper = (await lots(batch)).find((l) => l.name === 'White pepper')!;
    const added = await send(batch, 'extras', {
      stepId: id,
      ingredientId: pepper.ingredientId,
      massMg: 8_000,
      reason: 'added at the bench',
    });
    expect(added.status).toBe(200);
    const now = added.body as BatchSheet;
    expect(now.taste.state).toBe('void');
    expect(now.taste.sentence).toContain('White pepper went in after the patty');
    expect(await cards()).toContain('White pepper went in unwritten');
    expect(now.lines.filter((l) => l.name === 'White pepper').map((l) => l.weighedMg)).toContain(8_000);
    expect((await taste(batch, 1)).state).toBe('passed');
  });

  it('that fails is corrected upwards on what is left, as a weigh-up of its own', async () => {
    const batch = await upTo('stuff');
    expect((await taste(batch, 0)).state).toBe('failed');
    const ginger = lineOf(batch, 'Ginger');
    const made = (ginger.weighedMg / batch.meatBasis.massMg) * 1000;
    const answer = await send(batch, 'taste-corrections', { lineId: ginger.id, toGPerKg: made * 1.5 });
    expect(answer.status).toBe(200);
    const now = answer.body as BatchSheet;
    expect(current(now).title).toBe('Weigh what was too little');
    const due = now.lines.find((l) => l.stepId === current(now).id)!;
    expect(due.name).toBe('Ginger');
    expect(Math.abs(due.dueMg - ginger.weighedMg * 0.5)).toBeLessThan(ginger.weighedMg * 0.02);
    await weigh(now, due);
    await close(now);
    await read(now, current(await sheetOf(ines, now.id)).id, 'temperature', 2);
    await close(now);
    const after = await sheetOf(ines, now.id);
    expect(current(after).kind).toBe('stuff');
    expect(after.taste.state).toBe('void');
    expect((await taste(after, 1)).state).toBe('passed');
  });

  it('that is too strong is thinned with plain meat, and every other line is topped up for it', async () => {
    const batch = await upTo('stuff');
    const salt = lineOf(batch, 'Fine salt');
    const made = (salt.weighedMg / batch.meatBasis.massMg) * 1000;
    const without = await send(batch, 'taste-corrections', { lineId: salt.id, toGPerKg: made * 0.8 });
    expect(without.status).toBe(422);
    expect(JSON.stringify(without.body)).toContain('say from which lot');
    const lean = (await lots(batch)).find((l) => l.kind === 'trim' && (l.freeMg ?? 0) > 3_000_000)!;
    const answer = await send(batch, 'taste-corrections', {
      lineId: salt.id,
      toGPerKg: made * 0.8,
      lotId: lean.lotId,
    });
    const now = answer.body as BatchSheet;
    const meat = now.lines.find((l) => l.stepId === current(now).id)!;
    const remainingKg = now.ribbon.find((r) => r.name === 'Stuff')!.balanceMg / 1e6;
    const meatLeftKg = remainingKg / (batch.mixMg / batch.meatBasis.massMg);
    expect(meat.dueMg / 1e6).toBeCloseTo(meatLeftKg * 0.25, 1);
    const topUps = now.lines.filter(
      (l) => l.stepId === now.steps.find((s) => s.title.startsWith('Top up'))!.id,
    );
    expect(topUps.map((l) => l.name)).toContain('Ginger');
    expect(topUps.map((l) => l.name)).not.toContain('Fine salt');
  });
});

describe('what was forgotten', () => {
  it('goes in late for what is left, mixed again, and is never asked of what is in casings', async () => {
    const batch = await upTo('mix', ['Mace']);
    const mace = lineOf(batch, 'Mace');
    const answer = await send(batch, 'late-lines', { lineId: mace.id, minutes: 4 });
    expect(answer.status).toBe(200);
    const now = answer.body as BatchSheet;
    expect(now.steps.filter((s) => s.key.startsWith('late-')).map((s) => s.title)).toEqual([
      'Weigh the mace',
      'Mix it in cold',
    ]);
    const due = now.lines.find((l) => l.stepId === current(now).id)!;
    expect(Math.abs(due.dueMg - mace.dueMg)).toBeLessThanOrEqual(mace.dueMg * 0.02);
    expect(current(now).id).not.toBe(mace.stepId);
    const salt = await send(batch, 'late-lines', { lineId: lineOf(now, 'Fine salt').id, minutes: 4 });
    expect(salt.status).toBe(409);
  });
});

describe('lots and substitutes', () => {
  it('moves the rest of a meat to another lot by its code, and frees what was set aside', async () => {
    const batch = await upTo('weigh-meat');
    const meat = batch.lines.find((l) => l.kind === 'meat')!;
    await weigh(batch, meat, 400_000);
    const before = new Map((await lots(batch)).map((l) => [l.code, l.freeMg ?? 0]));
    const other = (await lots(batch)).find(
      (l) => l.kind === 'trim' && l.lotId !== meat.lotId && (l.freeMg ?? 0) > 8_000_000,
    )!;
    expect((await send(batch, 'lot-changes', { lineId: meat.id, lotCode: 'T-NONE' })).status).toBe(422);
    const now = (await send(batch, 'lot-changes', { lineId: meat.id, lotCode: other.code }))
      .body as BatchSheet;
    const mine = now.lines.filter((l) => l.kind === 'meat' && [meat.lotId, other.lotId].includes(l.lotId));
    expect(mine.map((l) => l.dueMg).sort((a, b) => a - b)).toEqual([400_000, meat.dueMg - 400_000]);
    const after = new Map((await lots(batch)).map((l) => [l.code, l.freeMg ?? 0]));
    expect(after.get(other.code)).toBe(before.get(other.code)! - (meat.dueMg - 400_000));
    expect(after.get(meat.lotCode)).toBe(before.get(meat.lotCode)! + (meat.dueMg - 400_000));
    expect(await verifyLedger(shop.app.db)).toEqual([]);
  });

  it('takes another ingredient by a factor, and cure for nothing but cure', async () => {
    const batch = await upTo('weigh-dry');
    const pepper = lineOf(batch, 'White pepper');
    const goods = await lots(batch);
    const black = goods.find((l) => l.name === 'Black pepper')!;
    const ask = await send(batch, 'substitutions', {
      lineId: pepper.id,
      ingredientId: black.ingredientId,
      reason: 'ran out',
    });
    expect(ask.status).toBe(422);
    expect(JSON.stringify(ask.body)).toContain('How many grams of Black pepper');
    const now = await done(batch, 'substitutions', {
      lineId: pepper.id,
      ingredientId: black.ingredientId,
      factor: 0.8,
      reason: 'ran out',
    });
    expect(lineOf(now, 'White pepper')).toBeUndefined();
    expect(Math.abs(lineOf(now, 'Black pepper').dueMg - pepper.dueMg * 0.8)).toBeLessThanOrEqual(10);
    expect(lineOf(now, 'Black pepper').note).toContain('instead of White pepper, × 0.8');
    const cure = goods.find((l) => l.role === 'cure')!;
    const refused = await send(batch, 'substitutions', {
      lineId: lineOf(now, 'Mace').id,
      ingredientId: cure.ingredientId,
      factor: 1,
      reason: 'ran out',
    });
    expect(JSON.stringify(refused.body)).toContain('Cure is exchanged for cure only');
    const extra = await send(batch, 'extras', {
      stepId: current(now).id,
      ingredientId: cure.ingredientId,
      massMg: 1000,
      reason: 'more pink',
    });
    expect(extra.status).toBe(422);
  });
});

describe('made without network', () => {
  it('stands although its step was closed meanwhile, heals what follows, and tells the lead', async () => {
    const batch = await upTo('mix');
    const water = lineOf(batch, 'Iced water');
    expect((await weigh(batch, water, 50_000)).status).toBe(409);
    const sent = {
      id: uuid(),
      lineId: water.id,
      massMg: 50_000,
      offline: true,
      deviceTime: '2026-03-16T07:10:00.000Z',
    };
    for (let i = 0; i < 2; i += 1) {
      expect((await bram.post(`/batches/${batch.id}/weighings`, sent)).status).toBe(200);
    }
    const now = await sheetOf(ines, batch.id);
    expect(lineOf(now, 'Iced water').weighedMg).toBe(water.weighedMg + 50_000);
    expect(stepOf(now, 'mix').inMg).toBe(stepOf(batch, 'mix').inMg + 50_000);
    expect(await cards()).toContain('made without network at 07:10 UTC');
    expect(await verifyLedger(shop.app.db)).toEqual([]);
  });

  it('leaves a step open when its gate fails, with one card, and closes it when it is met', async () => {
    const batch = await upTo('mix');
    const { id, version } = current(batch);
    const ask = () =>
      bram.post(`/batches/${batch.id}/steps/${id}/close`, { id: uuid(), version, offline: true });
    const open = (await ask()).body as BatchSheet;
    expect(current(open).id).toBe(id);
    expect(await cards()).toContain('Bram closed Mix without network, but it stays open');
    await tick(bram, batch.id, id, 'ready');
    await read(batch, id, 'minutes', 4);
    await read(batch, id, 'tack', 1);
    expect(current((await ask()).body as BatchSheet).kind).toBe('stuff');
    expect((await ask()).status).toBe(200);
  });

  it('ends in the same ledger whichever device comes first', async () => {
    const totals: string[] = [];
    for (const order of [0, 1]) {
      const batch = await upTo('weigh-dry');
      const lines = batch.lines.filter((l) => l.kind === 'dry').slice(0, 4);
      const device = (hands: Hands, part: number) =>
        lines.map(
          (line) => () =>
            hands.post(`/batches/${batch.id}/weighings`, {
              id: uuid(),
              lineId: line.id,
              massMg: Math.round((line.dueMg * part) / 10),
              offline: true,
            }),
        );
      const queues = [device(bram, 4), device(oda, 6)];
      const interleaved =
        order === 0 ? queues.flat() : lines.flatMap((_, i) => [queues[1]![i]!, queues[0]![i]!]);
      for (const post of interleaved) expect((await post()).status).toBe(200);
      const sheet = await sheetOf(ines, batch.id);
      totals.push(JSON.stringify(lines.map((l) => [l.name, lineOf(sheet, l.name).weighedMg])));
    }
    expect(totals[0]).toBe(totals[1]);
    expect(await verifyLedger(shop.app.db)).toEqual([]);
  });
});

describe('the method of an open batch', () => {
  it('asks for the cure when fresh is to be smoked after all, and is recorded', async () => {
    const batch = await upTo('mix');
    const rest = batch.steps.filter((s) => s.state !== 'closed');
    const smoke = {
      key: 'smoke',
      kind: 'smoke',
      title: 'Smoke',
      say: 'Cold smoke.',
      chamberC: 25,
      minutes: 120,
    };
    const asked = await send(
      batch,
      'method',
      { steps: [...rest, smoke], reason: 'One part goes to the smoker' },
      ines,
    );
    expect(asked.status).toBe(422);
    expect(JSON.stringify(asked.body)).toMatch(/cure/i);
    expect((await send(batch, 'method', { steps: rest, reason: 'Not my place' })).status).toBe(403);
    expect((await sheetOf(ines, batch.id)).steps).toHaveLength(batch.steps.length);
  });

  it('puts a step between, keeps the mass together and leaves out what has not begun', async () => {
    const batch = await upTo('stuff');
    const rest = batch.steps.filter((s) => s.state !== 'closed');
    const held = stepOf(batch, 'stuff').balanceMg;
    const cold = {
      key: 'rest-cold',
      kind: 'rest',
      title: 'Rest in the cold',
      say: 'Covered.',
      stopAboveC: 4.4,
    };
    const answer = await send(batch, 'method', { steps: [cold, ...rest], reason: 'The stuffer broke' }, ines);
    expect(answer.status).toBe(200);
    const now = answer.body as BatchSheet;
    expect(current(now).kind).toBe('rest');
    expect(current(now).balanceMg).toBe(held);
    expect(await cards()).toContain('Ines changed the method: The stuffer broke');
    await read(now, current(now).id, 'temperature', 2);
    const after = await close(now);
    expect(stepOf(after, 'stuff').balanceMg).toBe(held);
    const without = after.steps.filter((s) => s.state !== 'closed' && s.kind !== 'link');
    const left = await done(after, 'method', { steps: without, reason: 'Sold as bulk' }, ines);
    expect(stepOf(left, 'link')).toMatchObject({
      leftOut: true,
      state: 'closed',
      overrideReason: 'Sold as bulk',
    });
    expect(stepOf(left, 'stuff').nextTitle).toBe('Finished goods');
  });
});

describe('cure, labels and devices', () => {
  it('wants a second person with a PIN of their own where the shop wants it, for that weight only', async () => {
    await ines.put('/bench-rules', { cureWitness: true });
    const open = ((await ines.get('/batches')).body as { id: string; product: string; state: string }[]).find(
      (b) => b.product === 'Lighthouse Ring' && b.state === 'open',
    )!;
    const batch = await sheetOf(ines, open.id);
    const cure = batch.lines.find((l) => l.role === 'cure')!;
    await weigh(batch, cure);
    const name = `cure:${cure.name}`;
    expect(current(await sheetOf(ines, open.id)).missing.map((m) => m.what)).toContain(name);
    const body = { lineId: cure.id, personId: oda.id, secret: SECRETS['Oda'] };
    expect((await send(batch, 'witness', { ...body, personId: bram.id })).status).toBe(422);
    expect((await send(batch, 'witness', { ...body, secret: '0000' })).status).toBe(401);
    const now = (await send(batch, 'witness', body)).body as BatchSheet;
    expect(current(now).missing.map((m) => m.what)).not.toContain(name);
    expect(now.marks.find((m) => m.kind === 'cure')).toMatchObject({
      person: 'Bram',
      second: 'Oda',
      value: cure.dueMg,
    });
    await weigh(batch, cure, 100);
    expect(current(await sheetOf(ines, open.id)).missing.map((m) => m.what)).toContain(name);
    await ines.put('/bench-rules', { cureWitness: false });
  });

  it('prints the label of a tub into the spool, with batch, load, weight and allergens', async () => {
    const batch = await upTo('mix');
    const label = (await send(batch, 'labels', { what: 'tub', load: 0 })).body as {
      file: string;
      code: string;
      path: string;
    };
    expect(label.code).toBe(`B${batch.number}-L0`);
    const pdf = await bram.get(label.path.replace('/api/v1', ''));
    expect(pdf.headers['content-type']).toContain('application/pdf');
    const text = await pdfText(pdf.body as Buffer);
    expect(text).toContain('Quay Thick');
    expect(text).toContain(`Batch ${batch.number}`);
    expect(text).toMatch(/Contains .*(GLUTEN|WHEAT)/);
    expect((await bram.get('/spool/..%2Fsecret.pdf')).status).toBe(404);
    expect(
      (await sheetOf(ines, batch.id)).marks.some((m) => m.kind === 'label' && m.subject === label.code),
    ).toBe(true);
  });

  it('notes a check in ice water and corrects the probe from then on', async () => {
    const body = { id: uuid(), device: 'probe-hand', reference: 0, shown: 0.6, note: 'ice water' };
    expect((await bram.post('/calibrations', body)).status).toBe(403);
    expect((await ines.post('/calibrations', body)).status).toBe(200);
    const hand = ((await bram.get('/probes')).body as { id: string; offsetC: number; due: boolean }[]).find(
      (p) => p.id === 'hand',
    )!;
    expect(hand).toMatchObject({ offsetC: -0.6, due: false });
    const unknown = await ines.post('/calibrations', { ...body, id: uuid(), device: 'probe-moon' });
    expect(unknown.body.errors[0].message).toBe('There is no scale or probe of this name.');
  });
});
