import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { METHOD_TEMPLATES, SCALES, scaleAt } from '@zest/core';
import type { BatchView, LibraryItem, Recipe, RecipeDraft, TrimLot } from '@zest/contract';
import { benchHands, current, type BenchHands } from './bench-hands.js';
import { coldRoomOf, kg, type ColdRoom } from './cold-room-hands.js';
import { openTestShop, sheetOf, type Hands, type TestShop } from './shop.js';
import { JOBS, type Job } from './worked-jobs.js';

let shop: TestShop;
let ines: Hands;
let hands: BenchHands;
let room: ColdRoom;
let shelf: LibraryItem[];
let casing: { casingId: string; material: string };
beforeAll(async () => {
  shop = await openTestShop('worked');
  ines = await shop.signIn('Ines');
  hands = benchHands(shop, ines, await shop.signIn('Bram'));
  room = await coldRoomOf(ines);
  shelf = (await ines.get('/ingredients')).body as LibraryItem[];
  casing = ((await ines.get('/casings')).body as (typeof casing)[]).find((c) => c.material === 'hog')!;
});
afterAll(() => shop.close());

/** The recipe of a job, written and published; what is to be signed the lead signs. */
async function publish(job: Job): Promise<Recipe> {
  const template = METHOD_TEMPLATES.find((t) => t.id === job.method)!;
  const entersAt = template.steps.find((s) => s.kind === 'mix' || s.kind === 'emulsify')!.key;
  const stuffed = template.steps.some((s) => s.kind === 'stuff');
  const document = {
    state: template.state,
    window: { minPct: 18, maxPct: 24 },
    confidence: 0.8,
    fatClass: job.fatClass,
    speciesRules: [{ species: 'pork', minPct: 100 }],
    usualMeatMg: kg(job.meatKg),
    mixerCapacityKg: 50,
    lines: job.lines.map(([name, dose]) => {
      const item = shelf.find((i) => i.name === name)!;
      return {
        key: name.slice(0, 30),
        ingredientId: item.id,
        name,
        role: item.role,
        dose,
        required: true,
        entersAt,
      };
    }),
    steps: template.steps,
    casing: stuffed ? casing : null,
    linkMassG: stuffed ? 100 : null,
    linkLengthMm: null,
  };
  const draft = (await ines.post('/recipe-drafts', { id: uuid(), name: `Job: ${job.name}`, document }))
    .body as RecipeDraft;
  const send = (signed: Record<string, string>) =>
    ines.post(`/recipe-drafts/${draft.id}/publish`, { id: uuid(), version: draft.version, signed });
  const first = await send({});
  if (first.status === 200) return first.body as Recipe;
  const guards = (first.body.errors as { path: string }[]).map((e) => e.path.replace('signed.', ''));
  const signed = await send(Object.fromEntries(guards.map((g) => [g, 'a worked job'])));
  if (signed.status !== 200) throw new Error(JSON.stringify(signed.body));
  return signed.body as Recipe;
}

/** A batch of it out of lots of its own: 80 parts at 15 % fat, 20 parts at 45. */
async function open(recipe: Recipe, job: Job): Promise<BatchView> {
  const leanMg = Math.round(kg(job.meatKg) * 0.8);
  const parasites = { kind: 'tested', reference: 'Stamp LH 114' };
  const lot = (fatPct: number) =>
    room.receive({ massMg: kg(job.meatKg), fatPct, fatKnownBy: 'lab', parasites });
  const uses: { lot: TrimLot; massMg: number }[] = [
    { lot: await lot(15), massMg: leanMg },
    { lot: await lot(45), massMg: kg(job.meatKg) - leanMg },
  ];
  const body = room.batchBody(uses, { recipeId: recipe.id, window: recipe.document.window });
  const answer = await ines.post('/batches', body);
  if (answer.status !== 200) throw new Error(JSON.stringify(answer.body));
  return sheetOf(ines, body.id);
}

describe('fifteen jobs worked by hand', () => {
  it.each(JOBS.map((job) => [job.name, job] as const))(
    '%s: recipe, blend, sheet, bench and label agree',
    async (_, job) => {
      const recipe = await publish(job);
      let batch = await open(recipe, job);
      const due = (name: string) => batch.lines.find((l) => l.name === name)!;
      const grams = (mg: number) => mg / 1000;

      // The sheet as it was opened, to the division of each line's scale.
      expect(batch.plannedFatPct).toBeCloseTo(21, 2);
      expect(batch.mixMg / 1e6).toBeCloseTo(job.mixKg, 3);
      for (const [name, , byHand] of job.lines) {
        const { dueMg, scaleId } = due(name);
        const division = scaleAt(SCALES, scaleId).divisionMg;
        expect(Math.abs(dueMg - byHand * 1000), name).toBeLessThanOrEqual(division / 2 + 10);
      }
      const gauge = (substance: string) => batch.gauges.find((g) => g.substance === substance)?.value;
      expect(gauge('salt')).toBeCloseTo(job.saltGPerKg, 1);
      if (job.nitritePpm === undefined) expect(gauge('nitrite')).toBeUndefined();
      else expect(Math.abs(gauge('nitrite')! / job.nitritePpm - 1)).toBeLessThan(0.002);
      if (job.nitratePpm !== undefined)
        expect(Math.abs(gauge('nitrate')! / job.nitratePpm - 1)).toBeLessThan(0.002);

      // The bench: meat as planned, every line as due.
      batch = await hands.workUntil(batch, (step) => step.kind === 'weigh-ingredients');
      expect(Math.abs(batch.meatMg - kg(job.meatKg))).toBeLessThanOrEqual(20_000);
      for (const line of batch.lines.filter((l) => l.stepId === current(batch).id))
        await hands.weigh(batch, line);
      batch = await sheetOf(ines, batch.id);
      const weighed = batch.lines.reduce((sum, l) => sum + l.weighedMg, 0);
      expect(Math.abs(weighed / 1e6 / job.mixKg - 1)).toBeLessThan(0.001);
      const cured = batch.cure.parts[0]?.ppmOnMix ?? 0;
      expect(Math.abs(cured - (job.nitritePpm ?? 0))).toBeLessThan(0.3);

      // The label: the most first, as weighed.
      const text = batch.label!.text.toLowerCase();
      const told = [...job.lines]
        .sort((a, b) => b[2] - a[2])
        .map(([name]) =>
          text.indexOf((shelf.find((i) => i.name === name)!.declaredAs ?? name).toLowerCase()),
        );
      expect(told.every((at) => at > 0)).toBe(true);
      expect(told).toEqual([...told].sort((a, b) => a - b));
      expect(text.startsWith('pork')).toBe(true);
      expect(text.includes('nitrite')).toBe(job.nitritePpm !== undefined);
      expect(batch.unaccountedMg).toBe(0);
      expect(grams(batch.outMg)).toBe(0);
    },
  );
});
