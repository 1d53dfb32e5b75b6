import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { LibraryItem, Recipe, StockItem, TrimLot } from '@zest/contract';
import { benchHands, current, stepOf, type BenchHands } from './bench-hands.js';
import { openTestShop, sheetOf, type Hands, type TestShop } from './shop.js';

let shop: TestShop;
let ines: Hands;
let bram: Hands;
let hands: BenchHands;
beforeAll(async () => {
  shop = await openTestShop('stated');
  ines = await shop.signIn('Ines');
  bram = await shop.signIn('Bram');
  hands = benchHands(shop, ines, bram);
});
afterAll(() => shop.close());

const text = (answer: { body: unknown }) => JSON.stringify(answer.body);
const library = async () => (await ines.get('/ingredients')).body as LibraryItem[];
const itemOf = async (name: string) => (await library()).find((i) => i.name === name)!;

/** What is known of an item with something changed, as the lead writes it down. */
async function state(item: LibraryItem, change: object, more: object = {}) {
  const { id, version, name: _n, form: _f, role: _r, typed: _t, freeMg: _m, isSupply: _s, ...facts } = item;
  const { priceMinorPerKg: _price, ...known } = facts;
  return ines.put(`/ingredients/${id}`, { version, facts: { ...known, ...change }, ...more });
}

/** A new ingredient with a bag of it in the store. */
async function bagOf(name: string, saltKind: string, more: object = {}): Promise<LibraryItem> {
  const item = { id: uuid(), name, form: 'ready', role: 'seasoning', saltKind, ...more };
  const made = await ines.post('/goods/ingredients', item);
  if (made.status !== 200) throw new Error(text(made));
  const bag = { itemId: item.id, kind: 'ingredient', amount: 5_000_000, supplier: 'Quayside Spice' };
  const stocked = await ines.post('/goods', { id: uuid(), ...bag, priceMinor: 400 });
  if (stocked.status !== 200) throw new Error(text(stocked));
  return itemOf(name);
}

describe('an ingredient of which nobody has stated what is in it', () => {
  it('does not go into a mix at the bench before it is stated, and then does', async () => {
    const sauce = await bagOf('Harbour sauce', 'not salt', { role: 'packet' });
    expect((await state(sauce, { compound: true, stated: ['salt', 'cure'] })).status).toBe(200);
    const batch = await hands.upTo('mix');
    const extra = { stepId: current(batch).id, ingredientId: sauce.id, massMg: 20_000, reason: 'for colour' };
    const refused = await hands.send(batch, 'extras', extra, ines);
    expect([refused.status, text(refused)]).toEqual([
      422,
      expect.stringContaining('Nobody has stated of Harbour sauce its binder, its water and its allergens'),
    ]);
    // Its maker states the rest but the allergens; the lead says so, and the label does.
    const now = await itemOf('Harbour sauce');
    const stated = { compound: true, stated: ['salt', 'cure', 'binder', 'water'], mayContain: true };
    expect((await state(now, stated)).status).toBe(200);
    const signed = await hands.done(batch, 'extras', extra, ines);
    expect(signed.label?.text).toContain('harbour sauce (may contain allergens: not stated)');
  });

  it('is in no pre-blend', async () => {
    await bagOf('Rub of somebody', 'not salt', { role: 'packet' });
    const rub = await itemOf('Rub of somebody');
    await state(rub, { compound: true, stated: [] });
    const pepper = (await library()).find((i) => i.typed && !i.compound && i.role === 'seasoning')!;
    const parts = [
      { ingredientId: rub.id, gPerKg: 500 },
      { ingredientId: pepper.id, gPerKg: 500 },
    ];
    const blended = await ines.post('/pre-blends', { id: uuid(), name: 'Half and half', parts });
    expect([blended.status, text(blended)]).toEqual([
      422,
      expect.stringContaining('Nobody has stated of Rub'),
    ]);
  });

  it('that was entered as not known yet is said later, where it hurts', async () => {
    const crystals = await bagOf('Clear crystals', 'not known yet');
    expect(crystals.typed).toBe(false);
    const figures = { contents: { ...crystals.contents, saltPct: 99 } };
    expect((await state(crystals, figures)).body).toMatchObject({ typed: false });
    const known = await state(await itemOf('Clear crystals'), figures, { typed: true });
    expect(known.body).toMatchObject({ typed: true, contents: { saltPct: 99 } });
    const bags = ((await ines.get('/goods')).body as StockItem[]).find((g) => g.name === 'Clear crystals');
    expect(bags?.lots[0]?.status).toBe('hold');
  });
});

describe('what is stated otherwise after a version was published', () => {
  it('is said to open batches, and is signed for before the next is opened, which is made by it', async () => {
    const ring = ((await ines.get('/recipes')).body as Recipe[]).find((r) => r.name === 'Lighthouse Ring')!;
    const meats = { 'Pork shoulder': 4_000_000, 'Pork belly': 1_000_000 };
    const open = { window: { minPct: 15, maxPct: 45 } };
    const before = await hands.open('Lighthouse Ring', meats, open);
    const cure = await itemOf('Cure 0.6 % nitrite');
    const weaker = { contents: { ...cure.contents, nitritePct: 0.5 } };
    expect((await state(cure, weaker)).status).toBe(200);
    const told = await sheetOf(ines, before.id);
    expect(told.notices.map((n) => n.sentence).join()).toContain('nitrite 0.6 % then, 0.5 % now');
    expect(told.lines.find((l) => l.isCure)?.cure?.nitritePct).toBe(0.6);
    await expect(hands.open('Lighthouse Ring', meats, open)).rejects.toThrow(/nitrite 0.6 % then, 0.5 % now/);
    const signed = { recipe: 'the new bags are weaker; weighed up for it' };
    const after = await hands.open('Lighthouse Ring', meats, { ...open, signed });
    expect(after.lines.find((l) => l.isCure)?.cure?.nitritePct).toBe(0.5);
    expect(after.recipe.versionNo).toBe(ring.versionNo);
    expect((await state(await itemOf('Cure 0.6 % nitrite'), { contents: cure.contents })).status).toBe(200);
  });
});

describe('a part that is kept while it dries', () => {
  it('is what it is now: what both weights are short of has evaporated, as far as its method lets it', async () => {
    const open = { heat: 'mild', window: { minPct: 0, maxPct: 60 } };
    const batch = await hands.open(
      'Loft Fennel',
      { 'Pork shoulder': 8_000_000, 'Pork belly': 2_000_000 },
      open,
    );
    let now = await sheetOf(ines, batch.id);
    while (current(now).kind !== 'hang') {
      const step = current(now);
      for (const line of now.lines.filter((l) => l.stepId === step.id)) await hands.weigh(now, line);
      const held = current(await sheetOf(ines, batch.id));
      if (held.holdsMass && held.balanceMg > 0 && held.outMg === 0)
        await hands.out(now, held.id, held.balanceMg);
      await hands.close(now, ines, { override: 'on to the drying' });
      now = await sheetOf(ines, batch.id);
    }
    const hang = stepOf(now, 'hang');
    const keep = (massMg: number, restMassMg: number) =>
      bram.post('/lots/produced', {
        id: uuid(),
        trimId: trim!.id,
        massMg,
        useBy: '2026-03-17',
        tempC: 4,
        from: { batchId: batch.id, stepId: hang.id, restMassMg },
      });
    const trims = (await ines.get('/trims')).body as { id: string; name: string; species: string }[];
    const trim = trims.find((t) => t.species === 'pork');
    const left = Math.round(hang.balanceMg * 0.72);
    const half = Math.round(left / 2);
    // Nine tenths cannot have gone by air.
    const gone = await keep(Math.round(hang.balanceMg * 0.05), Math.round(hang.balanceMg * 0.05));
    expect([gone.status, text(gone)]).toEqual([422, expect.stringContaining('go as evaporation')]);
    const kept = await keep(half, left - half);
    expect([kept.status, text(kept).slice(0, 200)]).toEqual([200, expect.any(String)]);
    const lot = kept.body as TrimLot;
    const salt = now.gauges.find((g) => g.substance === 'salt')!.value;
    const wet = (salt * now.meatBasis.massMg) / now.madeMixMg!;
    // In g per kg of what is left of it: 1 / 0.72 of the wet mix, the casing's own weight aside.
    expect(lot.saltGPerKg / (wet / 0.72)).toBeGreaterThan(0.97);
    expect(lot.saltGPerKg / (wet / 0.72)).toBeLessThan(1.01);
    const sheet = await sheetOf(ines, batch.id);
    expect(stepOf(sheet, 'hang').balanceMg).toBe(left - half);
    expect(sheet.entries.some((e) => e.to === 'evaporation' && e.amount === hang.balanceMg - left)).toBe(
      true,
    );
  });
});
