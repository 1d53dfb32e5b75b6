import { v7 as uuid } from 'uuid';
import { marksOf, numberOf } from '@zest/core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { BatchView } from '@zest/contract';
import { verifyLedger } from '../src/ledger/index.js';
import { benchHands, stepOf, lineOf, current, type BenchHands } from './bench-hands.js';
import { openTestShop, sheetOf, tick, type Hands, type TestShop } from './shop.js';

let shop: TestShop;
let ines: Hands;
let bram: Hands;
let oda: Hands;
let hands: BenchHands;
beforeAll(async () => {
  shop = await openTestShop('bench_work');
  ines = await shop.signIn('Ines');
  bram = await shop.signIn('Bram');
  oda = await shop.signIn('Oda');
  hands = benchHands(shop, ines, bram);
});
afterAll(() => shop.close());

describe('what is said and ticked', () => {
  it('is kept with who and when, once however often it is sent', async () => {
    const batch = await hands.upTo('weigh-meat');
    const body = {
      id: uuid(),
      stepId: current(batch).id,
      kind: 'timer',
      timer: 'soak',
      minutes: 60,
    };
    for (let i = 0; i < 3; i += 1)
      expect((await bram.post(`/batches/${batch.id}/marks`, body)).status).toBe(200);
    const { marks } = await sheetOf(ines, batch.id);
    expect(marks.filter((m) => m.kind === 'timer')).toMatchObject([
      { person: 'Bram', timer: 'soak', minutes: 60 },
    ]);
    const other = await bram.post(`/batches/${batch.id}/marks`, { ...body, minutes: 90 });
    expect(other.status).toBe(409);
    expect(
      (await bram.post(`/batches/${batch.id}/marks`, { ...body, id: uuid(), kind: 'shout' })).status,
    ).toBe(422);
    expect((await bram.post(`/batches/${uuid()}/marks`, { ...body, id: uuid(), stepId: null })).status).toBe(
      404,
    );
  });

  it('opens the machine: nothing closes before somebody has said that it is ready and safe', async () => {
    const batch = await hands.upTo('mix');
    const mix = stepOf(batch, 'mix');
    expect(mix.ready.map((r) => r.key)).toContain('guard');
    expect(mix.missing.map((m) => m.what)).toContain('ready');
    await tick(oda, batch.id, mix.id, 'ready');
    expect(stepOf(await sheetOf(ines, batch.id), 'mix').missing.map((m) => m.what)).not.toContain('ready');
  });
});

describe('the tasting', () => {
  it('stands between the mix and the stuffer, waits for the core, and is void after an addition', async () => {
    const batch = await hands.upTo('stuff');
    expect(batch.taste).toMatchObject({ state: 'none', maySkip: true });
    expect(stepOf(batch, 'stuff').missing.map((m) => m.what)).toContain('taste');
    const { id } = stepOf(batch, 'stuff');
    expect((await hands.out(batch, id, 60_000, { to: 'loss', reason: 'taste' })).status).toBe(200);
    expect((await hands.taste(batch, 1, 66)).state).toBe('core');
    expect((await hands.taste(batch, 1)).state).toBe('passed');
    const pepper = (await hands.lots(batch)).find((l) => l.name === 'White pepper')!;
    const added = await hands.send(batch, 'extras', {
      stepId: id,
      ingredientId: pepper.ingredientId,
      massMg: 8_000,
      reason: 'added at the bench',
    });
    expect(added.status).toBe(200);
    const now = added.body as BatchView;
    expect(now.taste.state).toBe('void');
    expect(now.taste.sentence).toContain('White pepper went in after the patty');
    expect(await hands.cards()).toContain('White pepper went in unwritten');
    expect(now.lines.filter((l) => l.name === 'White pepper').map((l) => l.weighedMg)).toContain(8_000);
    expect((await hands.taste(batch, 1)).state).toBe('passed');
  });

  it('of a proven recipe is not skipped once something unwritten went in, which is mixed in first', async () => {
    const batch = await hands.upTo('stuff');
    const { id } = stepOf(batch, 'stuff');
    await tick(bram, batch.id, id, 'taste-skipped');
    expect((await sheetOf(ines, batch.id)).taste.state).toBe('skipped');
    const pepper = (await hands.lots(batch)).find((l) => l.name === 'White pepper')!;
    const now = await hands.done(batch, 'extras', {
      stepId: id,
      ingredientId: pepper.ingredientId,
      massMg: 8_000,
      reason: 'added at the bench',
    });
    expect(now.taste).toMatchObject({ state: 'none', maySkip: false });
    expect(now.taste.sentence).toContain('White pepper: not as this version has it');
    const remix = current(now);
    expect([remix.kind, remix.missing.map((m) => m.what)]).toEqual([
      'remix',
      ['minutes', 'tack', 'temperature'],
    ]);
    const refused = await bram.post(`/batches/${batch.id}/steps/${remix.id}/close`, {
      id: uuid(),
      version: remix.version,
    });
    expect(refused.status).toBe(422);
  });

  it('forgets what was taken back: no line, no label, no gauge, and the recipe is proven again', async () => {
    const batch = await hands.upTo('stuff');
    const { id } = stepOf(batch, 'stuff');
    const nutmeg = (await hands.lots(batch)).find((l) => l.name === 'Mustard flour' || l.name === 'Thyme')!;
    const extraId = uuid();
    const added = await ines.post(`/batches/${batch.id}/extras`, {
      id: extraId,
      stepId: id,
      ingredientId: nutmeg.ingredientId,
      massMg: 5_000,
      reason: 'added at the bench',
      signed: { 'allergen-mustard': 'for the test' },
    });
    expect(added.status).toBe(200);
    const taken = await ines.post(`/batches/${batch.id}/reversals`, {
      id: uuid(),
      transferId: extraId,
      reason: 'the wrong jar',
    });
    expect(taken.status).toBe(200);
    const now = await sheetOf(ines, batch.id);
    expect(now.lines.map((l) => l.name).sort()).toEqual(batch.lines.map((l) => l.name).sort());
    expect(now.label).toEqual(batch.label);
    expect(now.gauges).toEqual(batch.gauges);
  });

  it('is not replaced by a pilot patty, which is fried through as well', async () => {
    const batch = await hands.upTo('mix');
    const pilot = (coreC: number | null) =>
      bram.post(`/batches/${batch.id}/marks`, {
        id: uuid(),
        stepId: current(batch).id,
        kind: 'pilot',
        answer: 'Too little salt',
        coreC,
      });
    expect((await pilot(60)).body.errors[0].message).toContain('at least 71 °C');
    expect((await pilot(null)).status).toBe(422);
    expect((await pilot(62)).status).toBe(422);
    expect((await pilot(73)).status).toBe(200);
    const now = await sheetOf(ines, batch.id);
    expect(marksOf(now.marks, 'pilot').map((m) => m.answer)).toEqual(['Too little salt']);
    expect(now.taste.state).toBe('none');
  });

  it('that fails is corrected upwards on what is left, as a weigh-up of its own', async () => {
    const batch = await hands.upTo('stuff');
    expect((await hands.taste(batch, 0)).state).toBe('failed');
    const ginger = lineOf(batch, 'Ginger');
    const made = (ginger.weighedMg / batch.meatBasis.massMg) * 1000;
    const answer = await hands.send(batch, 'taste-corrections', { lineId: ginger.id, toGPerKg: made * 1.5 });
    expect(answer.status).toBe(200);
    const now = answer.body as BatchView;
    expect(current(now).title).toBe('Weigh what was too little');
    const due = now.lines.find((l) => l.stepId === current(now).id)!;
    expect(due.name).toBe('Ginger');
    expect(Math.abs(due.dueMg - ginger.weighedMg * 0.5)).toBeLessThan(ginger.weighedMg * 0.02);
    await hands.weigh(now, due);
    await hands.close(now);
    const remix = current(await sheetOf(ines, now.id));
    expect(remix.missing.map((m) => m.what)).toEqual(['minutes', 'tack', 'temperature']);
    await hands.read(now, remix.id, 'minutes', 1);
    await hands.read(now, remix.id, 'tack', 1);
    await hands.read(now, remix.id, 'temperature', 2);
    expect(current(await sheetOf(ines, now.id)).missing[0]?.sentence).toBe('Mixed 1 of at least 2 minutes.');
    await hands.read(now, remix.id, 'minutes', 1);
    await hands.close(now);
    const after = await sheetOf(ines, now.id);
    expect(current(after).kind).toBe('stuff');
    expect(after.taste.state).toBe('void');
    expect((await hands.taste(after, 1)).state).toBe('passed');
  });

  it('that is too strong is thinned with plain meat, and every other line is topped up for it', async () => {
    const batch = await hands.upTo('stuff');
    const salt = lineOf(batch, 'Fine salt');
    const made = (salt.weighedMg / batch.meatBasis.massMg) * 1000;
    const without = await hands.send(batch, 'taste-corrections', { lineId: salt.id, toGPerKg: made * 0.8 });
    expect(without.status).toBe(422);
    expect(JSON.stringify(without.body)).toContain('say from which lot');
    const lean = await hands.porkLike(batch);
    const answer = await hands.send(batch, 'taste-corrections', {
      lineId: salt.id,
      toGPerKg: made * 0.8,
      lotId: lean.lotId,
    });
    const now = answer.body as BatchView;
    // What comes behind the grind goes through its plate first, and is read there.
    const plate = stepOf(batch, 'grind').document;
    const grind = current(now);
    expect(grind.document).toMatchObject({ kind: 'regrind', plateMm: numberOf(plate, 'plateMm') });
    expect(grind.missing.length).toBeGreaterThan(0);
    const weighs = now.steps.find((s) => s.title === 'Weigh the plain meat')!;
    const meat = now.lines.find((l) => l.stepId === weighs.id)!;
    const remainingKg = now.ribbon.find((r) => r.name === 'Stuff')!.balanceMg / 1e6;
    const meatLeftKg = remainingKg / (batch.mixMg / batch.meatBasis.massMg);
    expect(meat.dueMg / 1e6).toBeCloseTo(meatLeftKg * 0.25, 1);
    const topUps = now.lines.filter(
      (l) => l.stepId === now.steps.find((s) => s.title.startsWith('Top up'))!.id,
    );
    expect(topUps.map((l) => l.name)).toContain('Ginger');
    expect(topUps.map((l) => l.name)).not.toContain('Fine salt');
    expect(now.meatBasis).toEqual(batch.meatBasis);
    const ginger = now.lines.find((l) => l.stepId !== topUps[0]?.stepId && l.name === 'Ginger');
    expect(ginger?.dueMg).toBe(lineOf(batch, 'Ginger').dueMg);
  });
});

describe('what was forgotten', () => {
  it('goes in late for what is left, mixed again, and is never asked of what is in casings', async () => {
    const batch = await hands.upTo('mix', ['Mace']);
    const mace = lineOf(batch, 'Mace');
    const answer = await hands.send(batch, 'late-lines', { lineId: mace.id, minutes: 4 });
    expect(answer.status).toBe(200);
    const now = answer.body as BatchView;
    expect(now.steps.filter((s) => s.key.startsWith('late-')).map((s) => s.title)).toEqual([
      'Weigh the mace',
      'Mix it in cold',
    ]);
    const due = now.lines.find((l) => l.stepId === current(now).id)!;
    expect(Math.abs(due.dueMg - mace.dueMg)).toBeLessThanOrEqual(mace.dueMg * 0.02);
    expect(current(now).id).not.toBe(mace.stepId);
    expect((await hands.send(batch, 'late-lines', { lineId: mace.id, minutes: 4 })).status).toBe(409);
    const salt = await hands.send(batch, 'late-lines', { lineId: lineOf(now, 'Fine salt').id, minutes: 4 });
    expect(salt.status).toBe(409);
  });
});

describe('lots and substitutes', () => {
  it('moves the rest of a meat to another lot by its code, and frees what was set aside', async () => {
    const batch = await hands.upTo('weigh-meat');
    const meat = batch.lines.find((l) => l.kind === 'meat')!;
    await hands.weigh(batch, meat, 400_000);
    const before = new Map((await hands.lots(batch)).map((l) => [l.code, l.freeMg ?? 0]));
    const other = await hands.porkLike(batch, meat.lotId);
    expect((await hands.send(batch, 'lot-changes', { lineId: meat.id, lotCode: 'T-NONE' })).status).toBe(422);
    const swap = { lineId: meat.id, lotCode: other.code };
    const now = (await hands.send(batch, 'lot-changes', swap)).body as BatchView;
    const mine = now.lines.filter((l) => l.kind === 'meat' && [meat.lotId, other.lotId].includes(l.lotId));
    expect(mine.map((l) => l.dueMg).sort((a, b) => a - b)).toEqual([400_000, meat.dueMg - 400_000]);
    const after = new Map((await hands.lots(batch)).map((l) => [l.code, l.freeMg ?? 0]));
    expect(after.get(other.code)).toBe(before.get(other.code)! - (meat.dueMg - 400_000));
    expect(after.get(meat.lotCode)).toBe(before.get(meat.lotCode)! + (meat.dueMg - 400_000));
    expect(await verifyLedger(shop.app.db)).toEqual([]);
  });

  it('takes another ingredient by a factor, and cure for nothing but cure', async () => {
    const batch = await hands.upTo('weigh-ingredients');
    const pepper = lineOf(batch, 'White pepper');
    const goods = await hands.lots(batch);
    const black = goods.find((l) => l.name === 'Black pepper')!;
    const ask = await hands.send(batch, 'substitutions', {
      lineId: pepper.id,
      ingredientId: black.ingredientId,
      reason: 'ran out',
    });
    expect(ask.status).toBe(422);
    expect(JSON.stringify(ask.body)).toContain('How many grams of Black pepper');
    const now = await hands.done(batch, 'substitutions', {
      lineId: pepper.id,
      ingredientId: black.ingredientId,
      factor: 0.8,
      reason: 'ran out',
    });
    expect(lineOf(now, 'White pepper')).toBeUndefined();
    expect(Math.abs(lineOf(now, 'Black pepper').dueMg - pepper.dueMg * 0.8)).toBeLessThanOrEqual(10);
    expect(lineOf(now, 'Black pepper').note).toContain('instead of White pepper, × 0.8');
    const undo = (lineId: string) =>
      hands.send(batch, 'substitutions/undo', { lineId, reason: 'the white one was found' });
    expect((await undo(lineOf(now, 'Mace').id)).status).toBe(404);
    await hands.weigh(now, lineOf(now, 'Black pepper'), 1600);
    expect((await undo(lineOf(now, 'Black pepper').id)).status).toBe(200);
    const back = await sheetOf(ines, batch.id);
    expect(lineOf(back, 'Black pepper')).toMatchObject({ dueMg: 1600, weighedMg: 1600 });
    // 1.6 g of the substitute do the work of 2 g.
    expect(Math.abs(lineOf(back, 'White pepper').dueMg - (pepper.dueMg - 2000))).toBeLessThanOrEqual(10);
    expect((await undo(lineOf(back, 'Black pepper').id)).status).toBe(409);
    expect(await verifyLedger(shop.app.db)).toEqual([]);
    const cure = goods.find((l) => l.role === 'cure')!;
    const refused = await hands.send(batch, 'substitutions', {
      lineId: lineOf(now, 'Mace').id,
      ingredientId: cure.ingredientId,
      factor: 1,
      reason: 'ran out',
    });
    expect(JSON.stringify(refused.body)).toContain('Cure is exchanged for cure only');
    const extra = await hands.send(batch, 'extras', {
      stepId: current(now).id,
      ingredientId: cure.ingredientId,
      massMg: 1000,
      reason: 'more pink',
    });
    expect(extra.status).toBe(422);
  });
});
