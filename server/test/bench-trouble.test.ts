import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { BatchView, LineView } from '@zest/contract';
import { verifyLedger } from '../src/ledger/index.js';
import { benchHands, stepOf, lineOf, current, type BenchHands } from './bench-hands.js';
import { pdfText } from './pdf-text.js';
import { SECRETS, openTestShop, sheetOf, tick, type Hands, type TestShop } from './shop.js';

let shop: TestShop;
let ines: Hands;
let bram: Hands;
let oda: Hands;
let hands: BenchHands;
beforeAll(async () => {
  shop = await openTestShop('bench_trouble');
  ines = await shop.signIn('Ines');
  bram = await shop.signIn('Bram');
  oda = await shop.signIn('Oda');
  hands = benchHands(shop, ines, bram);
});
afterAll(() => shop.close());

describe('made without network', () => {
  it('stands although its step was closed meanwhile, heals what follows, and tells the lead', async () => {
    const batch = await hands.upTo('mix');
    const water = lineOf(batch, 'Iced water');
    expect((await hands.weigh(batch, water, 50_000)).status).toBe(409);
    shop.clock.minutes(20);
    const deviceTime = new Date(shop.clock.now().getTime() - 5 * 60_000).toISOString();
    const sent = { id: uuid(), lineId: water.id, massMg: 50_000, offline: true, deviceTime };
    for (let i = 0; i < 2; i += 1) {
      expect((await bram.post(`/batches/${batch.id}/weighings`, sent)).status).toBe(200);
    }
    const now = await sheetOf(ines, batch.id);
    expect(lineOf(now, 'Iced water').weighedMg).toBe(water.weighedMg + 50_000);
    expect(stepOf(now, 'mix').inMg).toBe(stepOf(batch, 'mix').inMg + 50_000);
    expect(await hands.cards()).toContain(`made without network at ${deviceTime.slice(11, 16)} came`);
    expect(await verifyLedger(shop.app.db)).toEqual([]);
  });

  it('leaves a step open when its gate fails, with one card, and closes it when it is met', async () => {
    const batch = await hands.upTo('mix');
    const { id, version } = current(batch);
    const ask = () =>
      bram.post(`/batches/${batch.id}/steps/${id}/close`, { id: uuid(), version, offline: true });
    const open = (await ask()).body as BatchView;
    expect(current(open).id).toBe(id);
    expect(await hands.cards()).toContain('Bram closed Mix without network, but it stays open');
    await tick(bram, batch.id, id, 'ready');
    await hands.read(batch, id, 'minutes', 4);
    await hands.read(batch, id, 'tack', 1);
    await hands.read(batch, id, 'temperature', 3);
    expect(current((await ask()).body as BatchView).kind).toBe('stuff');
    expect((await ask()).status).toBe(200);
  });

  it('keeps what waited under the hand that made it, and tells the lead once who sent it', async () => {
    const batch = await hands.upTo('weigh-ingredients');
    const names = (await ines.get('/people/names')).body as { id: string; name: string }[];
    const idOf = (name: string) => names.find((p) => p.name === name)!.id;
    const [salt, pepper, ...rest] = batch.lines.filter((l) => l.kind === 'ingredient');
    const send = (line: LineView, more: object) =>
      oda.post(`/batches/${batch.id}/weighings`, {
        id: uuid(),
        lineId: line.id,
        massMg: line.dueMg,
        ...more,
      });
    const waited = { offline: true, madeBy: idOf('Bram') };
    for (const line of [salt!, pepper!]) expect((await send(line, waited)).status).toBe(200);
    await send(rest[0]!, { madeBy: idOf('Bram') });
    await send(rest[1]!, { offline: true, madeBy: idOf('Mr Feld') });
    const by = (line: LineView, now: BatchView) => {
      const { person, sentBy } = now.entries.find((e) => e.lineId === line.id)!;
      return sentBy === null ? person : `${person}, says ${sentBy}`;
    };
    const now = await sheetOf(ines, batch.id);
    expect([salt!, pepper!, rest[0]!, rest[1]!].map((l) => by(l, now))).toEqual([
      'Bram, says Oda',
      'Bram, says Oda',
      'Oda',
      'Oda',
    ]);
    const card = 'Oda sent entries as made by Bram, who was not signed in at that device then.';
    expect((await hands.cards()).split(card)).toHaveLength(2);
    expect((await send(salt!, { offline: true, madeBy: 'Bram' })).status).toBe(422);
  });

  it('ends in the same ledger whichever device comes first', async () => {
    const totals: string[] = [];
    for (const order of [0, 1]) {
      const batch = await hands.upTo('weigh-ingredients');
      const lines = batch.lines.filter((l) => l.kind === 'ingredient').slice(0, 4);
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
    const batch = await hands.upTo('mix');
    const rest = batch.steps.filter((s) => s.state !== 'closed').map((s) => s.document);
    const smoke = {
      key: 'smoke',
      kind: 'smoke',
      instruction: 'Cold smoke.',
      chamberC: 25,
      minutes: 120,
    };
    const asked = await hands.send(
      batch,
      'method',
      { steps: [...rest, smoke], reason: 'One part goes to the smoker' },
      ines,
    );
    expect(asked.status).toBe(422);
    expect(JSON.stringify(asked.body)).toMatch(/cure/i);
    expect((await hands.send(batch, 'method', { steps: rest, reason: 'Not my place' })).status).toBe(403);
    expect((await sheetOf(ines, batch.id)).steps).toHaveLength(batch.steps.length);
  });

  it('puts a step between, keeps the mass together and leaves out what has not begun', async () => {
    const batch = await hands.upTo('stuff');
    const rest = batch.steps.filter((s) => s.state !== 'closed').map((s) => s.document);
    const held = stepOf(batch, 'stuff').balanceMg;
    const cold = {
      key: 'rest-cold',
      kind: 'rest',
      instruction: 'Covered.',
      stopAboveC: 4.4,
    };
    const answer = await hands.send(
      batch,
      'method',
      { steps: [cold, ...rest], reason: 'The stuffer broke', signed: { 'open-limit': 'until it runs' } },
      ines,
    );
    expect(answer.status).toBe(200);
    const now = answer.body as BatchView;
    expect(current(now).kind).toBe('rest');
    expect(current(now).balanceMg).toBe(held);
    expect(await hands.cards()).toContain('Ines changed the method: The stuffer broke');
    await hands.read(now, current(now).id, 'temperature', 2);
    const after = await hands.close(now);
    expect(stepOf(after, 'stuff').balanceMg).toBe(held);
    const without = after.steps
      .filter((s) => s.state !== 'closed' && s.kind !== 'link')
      .map((s) => s.document);
    const left = await hands.done(after, 'method', { steps: without, reason: 'Sold as bulk' }, ines);
    expect(stepOf(left, 'link')).toMatchObject({
      leftOut: true,
      state: 'closed',
      overrideReason: 'Sold as bulk',
    });
    expect(stepOf(left, 'stuff').nextTitle).toBeNull();
  });
});

describe('cure, labels and devices', () => {
  it('wants a second person with a PIN of their own where the shop wants it, for that weight only', async () => {
    await ines.put('/bench-rules', { cureSecondCheck: true });
    const open = ((await ines.get('/batches')).body as { id: string; product: string; state: string }[]).find(
      (b) => b.product === 'Lighthouse Ring' && b.state === 'open',
    )!;
    const batch = await sheetOf(ines, open.id);
    const cure = batch.lines.find((l) => l.role === 'cure')!;
    await hands.weigh(batch, cure);
    const name = `cure:${cure.name}`;
    expect(current(await sheetOf(ines, open.id)).missing.map((m) => m.what)).toContain(name);
    const body = { lineId: cure.id, personId: oda.id, secret: SECRETS['Oda'] };
    expect((await hands.send(batch, 'second-check', { ...body, personId: bram.id })).status).toBe(422);
    expect((await hands.send(batch, 'second-check', { ...body, secret: '0000' })).status).toBe(401);
    const now = (await hands.send(batch, 'second-check', body)).body as BatchView;
    expect(current(now).missing.map((m) => m.what)).not.toContain(name);
    expect(now.marks.find((m) => m.kind === 'cure')).toMatchObject({
      person: 'Bram',
      second: 'Oda',
      massMg: cure.dueMg,
    });
    await hands.weigh(batch, cure, 100);
    expect(current(await sheetOf(ines, open.id)).missing.map((m) => m.what)).toContain(name);
    await ines.put('/bench-rules', { cureSecondCheck: false });
  });

  it('prints the label of a tub into the spool, with batch, load, weight and allergens', async () => {
    const batch = await hands.upTo('mix');
    const label = (await hands.send(batch, 'labels', { what: 'tub', load: 0 })).body as {
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
      (await sheetOf(ines, batch.id)).marks.some((m) => m.kind === 'label' && m.code === label.code),
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
    const far = await ines.post('/calibrations', { ...body, id: uuid(), shown: 9 });
    expect([far.status, far.body.errors[0].path]).toEqual([422, 'shown']);
    expect(far.body.errors[0].message).toContain('not corrected');
    const scale = { device: 'scale-bench', reference: 1000, note: 'check weight' };
    expect((await ines.post('/calibrations', { ...scale, id: uuid(), shown: 1060 })).status).toBe(422);
    expect((await ines.post('/calibrations', { ...scale, id: uuid(), shown: 1001 })).status).toBe(200);
    const unknown = await ines.post('/calibrations', { ...body, id: uuid(), device: 'probe-moon' });
    expect(unknown.body.errors[0].message).toBe('There is no scale or probe of this name.');
  });
});
