import { v7 as uuid } from 'uuid';
import { marksOf, numberOf } from '@zest/core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { BatchView, LibraryItem, MethodStep, Recipe, TrimLot } from '@zest/contract';
import { benchHands, lineOf, stepOf, type BenchHands } from './bench-hands.js';
import { coldRoomOf, kg } from './cold-room-hands.js';
import { openTestShop, sheetOf, type Hands, type TestShop } from './shop.js';

let shop: TestShop;
let ines: Hands;
let hands: BenchHands;
beforeAll(async () => {
  shop = await openTestShop('another_way');
  ines = await shop.signIn('Ines');
  hands = benchHands(shop, ines, await shop.signIn('Bram'));
});
afterAll(() => shop.close());

const CURE = 'Cure 0.6 % nitrite';
const pathsOf = (answer: { body: { errors?: { path: string }[] } }) =>
  (answer.body.errors ?? []).map((e) => e.path);
const text = (answer: { body: unknown }) => JSON.stringify(answer.body);
const stepsOf = ({ steps }: BatchView): MethodStep[] =>
  steps.filter((s) => s.state !== 'closed').map((s) => s.document);

describe('a fresh batch that is smoked after all', () => {
  const withSmoke = (batch: BatchView): MethodStep[] => [
    ...stepsOf(batch),
    { key: 'wait', kind: 'rest', hours: 12, stopAboveC: 4 },
    { key: 'cold-smoke', kind: 'smoke', minutes: 240, chamberC: 25 },
    { key: 'cold', kind: 'chill', stopAboveC: 4 },
  ];
  const become = (batch: BatchView, more: object) =>
    ines.post(`/batches/${batch.id}/method`, {
      id: uuid(),
      steps: withSmoke(batch),
      reason: 'an order for smoked ones',
      ...more,
    });
  const itemNamed = async (name: string) =>
    ((await ines.get('/ingredients')).body as LibraryItem[]).find((i) => i.name === name)!.id;
  const signed = { state: 'ordered so', class: 'ordered so', 'high-limit': 'cold smoke', salt: 'saltier' };

  it('takes its cure with its way, weighed with the rest, is what it becomes, and is not smoked without it', async () => {
    const batch = await hands.upTo('weigh-ingredients');
    const bare = await become(batch, { signed });
    expect([bare.status, pathsOf(bare)]).toEqual([422, ['signed.no-cure']]);
    const salt = { ingredientId: await itemNamed('Fine salt'), gPerKgMeat: 20 };
    const noCure = await become(batch, { signed, cure: salt });
    expect([noCure.status, pathsOf(noCure)]).toEqual([422, ['cure.ingredientId']]);
    const cure = { ingredientId: await itemNamed(CURE), gPerKgMeat: 40 };
    const tooMuch = await become(batch, { signed, cure });
    expect([tooMuch.status, text(tooMuch)]).toEqual([422, expect.stringContaining('nitrite')]);
    const unsigned = await become(batch, { cure: { ...cure, gPerKgMeat: 20 } });
    expect(pathsOf(unsigned)).toContain('signed.state');
    const answer = await become(batch, { signed, cure: { ...cure, gPerKgMeat: 20 } });
    expect([answer.status, text(answer)]).toEqual([200, expect.anything()]);
    const now = await sheetOf(ines, batch.id);
    expect(now.recipe.state).toBe('raw smoked (not cooked)');
    const line = lineOf(now, CURE);
    expect(line.stepId).toBe(stepOf(now, 'weigh-ingredients').id);
    expect(line.dueMg / now.meatBasis.massMg).toBeCloseTo(0.02, 4);
    // Its signature stands with what it covers.
    const covers = marksOf(now.marks, 'signed').find((m) => m.guard === 'state');
    expect(covers).toMatchObject({ why: 'ordered so', about: 'raw smoked (not cooked)' });
    expect(covers?.covers).toContain('instead of raw');
    for (const one of now.lines.filter((l) => l.kind === 'ingredient' && l.id !== line.id))
      await hands.weigh(now, one);
    await expect(hands.close(now)).rejects.toThrow(CURE);
    await hands.weigh(now, line);
    await hands.close(now);
    expect((await sheetOf(ines, batch.id)).uncured).toBe(false);
    const twice = await become(await sheetOf(ines, batch.id), { signed, cure: { ...cure, gPerKgMeat: 5 } });
    expect(twice.status).toBe(409);
  });

  it('has it mixed into what is left where the mixing is over, and not at all in casings', async () => {
    const batch = await hands.upTo('stuff');
    const cure = { ingredientId: await itemNamed(CURE), gPerKgMeat: 20 };
    const now = (await become(batch, { signed, cure })).body as BatchView;
    const late = now.steps.filter((s) => s.origin === 'late').map((s) => s.kind);
    expect(late).toEqual(['weigh-ingredients', 'remix']);
    const line = lineOf(now, CURE);
    expect(line.dueMg / (batch.meatBasis.massMg * 0.02)).toBeGreaterThan(0.9);
    await hands.weigh(now, line);
    await hands.close(now);
    const cured = await sheetOf(ines, batch.id);
    expect(cured.cure.parts.map((p) => p.state)).toEqual(['cured']);
    const mixed = await hands.workUntil(cured, (s) => s.kind === 'stuff');
    await hands.taste(mixed, 1);
    const { id: stuffId, balanceMg } = stepOf(mixed, 'stuff');
    await hands.out(mixed, stuffId, balanceMg);
    await hands.send(mixed, 'casing', { stepId: stuffId, lengthMm: 5000 });
    const filled = await hands.workUntil(await sheetOf(ines, batch.id), (s) => s.kind === 'link');
    const again = await become(filled, { signed, cure });
    expect(again.status).toBe(409);
  });
});

describe('a machine', () => {
  it('with another plate on it than its step has is a card, and one as written is none', async () => {
    const batch = await hands.upTo('weigh-meat');
    const grind = stepOf(batch, 'grind');
    const written = numberOf(grind.document, 'plateMm')!;
    const ready = (sizeMm: number) =>
      hands.send(batch, 'marks', { stepId: grind.id, kind: 'ready', checks: 'Knife sharp.', sizeMm });
    expect((await ready(written)).status).toBe(200);
    expect(await hands.cards()).not.toContain('is on it');
    expect((await ready(written + 2)).status).toBe(200);
    expect(await hands.cards()).toContain(`a plate of ${written + 2} mm is on it instead of ${written} mm`);
  });
});

describe('what nobody cooks through', () => {
  const record = (lot: TrimLot, said: object, who = ines) =>
    who.post(`/lots/${lot.id}/parasites`, { id: uuid(), record: said });

  it('takes pork and game only with a record of its lot, which three letters and a warm freezer are not', async () => {
    const room = await coldRoomOf(ines);
    const recipes = (await ines.get('/recipes')).body as Recipe[];
    const hung = recipes.find((r) => r.name === 'Loft Fennel')!;
    const pork = await room.receive({ massMg: kg(60), useBy: '2026-04-20', state: 'thawed' });
    const { window } = hung.document;
    const open = (lot: TrimLot) =>
      ines.post('/batches', {
        ...room.batchBody([{ lot, massMg: kg(2) }]),
        recipeId: hung.id,
        window: { minPct: 0, maxPct: Math.max(30, window.maxPct) },
        signed: { window: 'lean today', short: 'more comes', species: 'as it is' },
      });
    const before = await open(pork);
    expect([before.status, text(before)]).toEqual([
      422,
      expect.stringContaining(`${pork.code} can carry parasites`),
    ]);
    // Nobody signs past it in the same breath.
    expect(text(before)).not.toContain('signed.parasites');
    const frozen = { kind: 'frozen', tempC: -18, days: 20, reference: 'Freezer log 3' };
    expect((await record(pork, frozen, await shop.signIn('Bram'))).status).toBe(403);
    expect(pathsOf(await record(pork, { ...frozen, reference: 'yes' }))).toEqual(['record.reference']);
    expect(pathsOf(await record(pork, { ...frozen, days: 19 }))).toEqual(['record.days']);
    expect(pathsOf(await record(pork, { ...frozen, tempC: -12 }))).toEqual(['record.tempC']);
    expect((await record(pork, frozen)).status).toBe(200);
    // What is divided off is the same meat, with the same record.
    const whole = await room.detail(pork.id);
    expect(whole.parasites).toEqual(frozen);
    expect(whole.events.some((e) => e.sentence.includes('Freezer log 3'))).toBe(true);
    const after = await open(pork);
    expect([after.status, text(after)]).toEqual([200, expect.anything()]);
    const fresh = await room.receive();
    expect((await record(fresh, frozen)).status).toBe(409);
    const boar = (await room.lots()).find((l) => l.wild)!;
    expect(pathsOf(await record(boar, frozen))).toEqual(['record.kind']);
    expect((await record(boar, { kind: 'tested', reference: 'Report 2026/31' })).status).toBe(200);
  });

  it('is not had by swapping in what has none', async () => {
    const room = await coldRoomOf(ines);
    const batch = await hands.open('Loft Fennel', { 'Pork shoulder': 1.6e6, 'Pork belly': 0.4e6 });
    const line = batch.lines.find((l) => l.kind === 'meat')!;
    const now = await hands.workUntil(batch, (s) => s.kind === 'weigh-meat');
    const plain = await room.receive({ fatPct: 20 });
    const swap = await hands.send(now, 'lot-changes', { lineId: line.id, lotCode: plain.code }, ines);
    expect([swap.status, text(swap)]).toEqual([422, expect.stringContaining('can carry parasites')]);
  });
});
