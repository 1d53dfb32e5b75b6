import { v7 as uuid } from 'uuid';
import { DEFAULT_FAT_SD, SCALES, addDays, plan } from '@zest/core';
import type { BlendSettings, Person, Recipe } from '@zest/contract';
import { solver } from '../calc/solver.js';
import { addDraft } from '../blend/index.js';
import { countLot, prepareLot, receiveLot } from '../cold-room/index.js';
import { NO_SCALES, calibrate, type ScaleDriver } from '../devices/index.js';
import type { AppContext } from '../platform/app-context.js';
import { writeTheBook, writeWhatWasLearned } from './book.js';
import { CASINGS, INGREDIENTS, TRIMS, makeIds } from './catalogue.js';
import { stockDryGoods } from './dry-goods.js';
import type { DemoClock } from './clock.js';
import { addPeople } from './people.js';
import { BatchPlayer, type Cast } from './play-batch.js';
import { demoRecipes } from './recipes.js';
import { KEEPS_DAYS, STOCK, type DemoLot } from './stock.js';
import * as store from './store/demo.js';
import { DAY, PARTED, PREPARED, WEEK, type PastBatch } from './week.js';

/** The demonstration's own weights were all on a scale. */
export const DEMO_SCALES: ScaleDriver = {
  ...NO_SCALES,
  believes: () => true,
  deviceOf: (readingId) => SCALES.find((s) => readingId.startsWith(`${s.id}-demo-`))?.id,
};

/**
 * Fills an empty database with the demonstration shop: people, recipes, stock, the week behind and
 * four batches under way this morning, one of them in trouble, one parted into two products. Dates are relative to `today`.
 */
export async function seedDemo(
  app: AppContext,
  clock: DemoClock,
  today: Date,
  random: () => number,
): Promise<void> {
  const at = (daysAgo: number, hour: number) =>
    new Date(startOfDay(today).getTime() - daysAgo * 86_400_000 + hour * 3_600_000);
  clock.set(at(60, 5));
  const cast = await addPeople(app);
  const ids = { trims: makeIds(TRIMS), ingredients: makeIds(INGREDIENTS), casings: makeIds(CASINGS) };
  await store.addCatalogue(app.db, ids);
  const recipes = demoRecipes(ids);
  await writeTheBook(app, cast.lead, recipes, at, clock);
  clock.set(at(9, 6));
  await checkDevices(app, cast.lead);
  await stockDryGoods(app, clock, ids);
  const player = new BatchPlayer(app, clock, cast, random);
  const byRecipe = (name: string) => {
    const { id: recipeId, document } = mustFind(recipes, name);
    return { recipeId, window: document.window };
  };
  for (const past of WEEK) {
    clock.set(at(past.daysAgo, 6 + 2 * random()));
    const uses = await deliver(app, clock, cast, ids.trims, past);
    await player.play({ ...byRecipe(past.recipe), uses });
  }
  const lots = [];
  for (const lot of STOCK) {
    clock.set(lot.daysAgo === 0 ? new Date(today.getTime() - 4 * 3_600_000) : at(lot.daysAgo, 5.5));
    lots.push({ ...lot, id: await addTrimLot(app, clock, cast.lead, ids.trims, lot) });
  }
  await prepareLots(app, clock, cast, ids.trims, at);
  await playThisMorning(clock, player, recipes, lots, today);
  clock.set(new Date(today.getTime() - 3.5 * 3_600_000));
  await player.play(
    { ...byRecipe(PARTED.recipe), uses: await deliver(app, clock, cast, ids.trims, PARTED) },
    { stopAt: ['smoke', 'cook-log'], leftCold: true },
  );
  clock.set(new Date(today.getTime() - 3_600_000));
  await planTheDay(app, clock, cast, recipes, lots);
  await writeWhatWasLearned(app, cast, recipes);
}

/** Scales held against a weight and probes against ice water last week; the chamber's was forgotten. */
async function checkDevices(app: AppContext, lead: Person): Promise<void> {
  const checks = [
    ['scale-floor', 20_000, 20_000, 'test weight'],
    ['scale-bench', 5_000, 5_000, 'test weight'],
    ['scale-dose', 200, 200, 'test weight'],
    ['probe-hand', 0, 0, 'ice water'],
    ['probe-core', 0, 0.1, 'ice water'],
    ['probe-core2', 0, 0.4, 'ice water'],
  ] as const;
  for (const [device, reference, shown, note] of checks) {
    await calibrate(app, lead, { id: uuid(), device, reference, shown, note });
  }
}

/** Boned out and thawed lots of the past weeks, so that yields by supplier have something to say. */
async function prepareLots(
  app: AppContext,
  clock: DemoClock,
  cast: Cast,
  trims: ReadonlyMap<string, string>,
  at: (daysAgo: number, hour: number) => Date,
): Promise<void> {
  for (const work of PREPARED) {
    clock.set(at(work.daysAgo, 7));
    const lost = work.parts.reduce((sum, [, kg]) => sum + kg, 0);
    const lotId = await addTrimLot(app, clock, cast.lead, trims, {
      ...work,
      kg: work.grossKg,
      fatPct: 24,
      knownBy: 'eye',
      tempC: work.how === 'thaw' ? -18.4 : 2.4,
      state: work.how === 'thaw' ? 'frozen' : 'fresh',
    });
    const usable = uuid();
    const usableMg = Math.round((work.grossKg - lost) * 1e6);
    await prepareLot(app, cast.lead, lotId, {
      id: usable,
      how: work.how,
      grossMg: Math.round(work.grossKg * 1e6),
      usableMg,
      parts: work.parts.map(([name, kg]) => ({ name, massMg: Math.round(kg * 1e6), to: 'bin' })),
      tempC: 2.8,
      ...(work.how === 'thaw' ? { useBy: addDays(clock.today(), 2) } : {}),
    });
    if (work.daysAgo > 3) await countLot(app, cast.lead, usable, { id: uuid(), amount: 0 });
  }
}

/** The batches meant for today, one customer's own among them, and a what-if. */
async function planTheDay(
  app: AppContext,
  clock: DemoClock,
  cast: Cast,
  recipes: readonly Recipe[],
  lots: readonly (DemoLot & { id: string })[],
): Promise<void> {
  const draft = (recipe: Recipe, kg: number, owner: string | null): BlendSettings => ({
    meatMg: kg * 1_000_000,
    window: recipe.document.window,
    confidence: owner ? 0 : recipe.document.confidence,
    locks: {},
    useFirst: [],
    leaveOut: [],
    wholeBoxes: false,
    maxTrims: null,
    leastUseMg: 500_000,
    objective: { cost: 1, age: 0, trims: 0 },
    speciesRules: owner ? [] : recipe.document.speciesRules,
    owner,
  });
  const keep = (
    name: string,
    recipe: Recipe,
    priority: number,
    settings: BlendSettings,
    plannedFor: string | null,
  ) =>
    addDraft(app, cast.lead, {
      id: uuid(),
      name,
      plannedFor,
      priority,
      recipeId: recipe.id,
      settings,
      result: null,
    });
  for (const [i, plan] of DAY.entries()) {
    const recipe = mustFind(recipes, plan.recipe);
    await keep(`${plan.recipe} ${plan.kg} kg`, recipe, i + 1, draft(recipe, plan.kg, null), clock.today());
  }
  const own = lots.find((l) => l.owner !== undefined);
  const lamb = mustFind(recipes, 'Marsh Lamb Thin');
  if (own?.owner) await keep(`Own hogget, ${own.owner}`, lamb, 9, draft(lamb, 14, own.owner), clock.today());
  const thick = mustFind(recipes, 'Quay Thick');
  await keep(
    'Quay Thick with no belly',
    thick,
    1,
    { ...draft(thick, 40, null), leaveOut: lots.filter((l) => l.trim === 'belly').map((l) => l.id) },
    null,
  );
}

async function playThisMorning(
  clock: DemoClock,
  player: BatchPlayer,
  recipes: readonly Recipe[],
  lots: readonly (DemoLot & { id: string })[],
  today: Date,
): Promise<void> {
  const hoursAgo = (hours: number) => new Date(today.getTime() - hours * 3_600_000);
  const solve = await solver();
  const choose = (recipe: Recipe, kg: number) => {
    const answer = plan(
      {
        batchKg: kg,
        window: recipe.document.window,
        confidence: recipe.document.confidence,
        divisionKg: 0.02,
        dropBelowKg: 1,
        speciesRules: recipe.document.speciesRules,
        trims: lots
          .filter((l) => !l.owner && !l.hold && l.state !== 'frozen')
          .map((l) => ({
            id: l.id,
            species: TRIMS.find((t) => t.key === l.trim)?.species,
            fatPct: l.fatPct,
            fatSd: DEFAULT_FAT_SD[l.knownBy],
            pricePerKg: l.priceMinorPerKg / 100,
            availableKg: l.kg / 2,
          })),
      },
      solve,
    );
    if (answer.status !== 'optimal')
      throw new Error(`No blend for ${recipe.name}: ${answer.reasons[0]?.message}`);
    return {
      recipeId: recipe.id,
      window: recipe.document.window,
      uses: answer.uses.map((u) => ({ lotId: u.id, massMg: u.massMg })),
    };
  };
  clock.set(hoursAgo(3));
  await player.play(choose(mustFind(recipes, 'Chestnut Turkey Patty'), 20), {
    stopAt: ['form'],
    leftCold: true,
  });
  clock.set(hoursAgo(2.2));
  await player.play(choose(mustFind(recipes, 'Lighthouse Ring'), 30), {
    stopAt: ['ingredients'],
    leftCold: true,
    lostAtGrindKg: 0.94,
  });
  clock.set(hoursAgo(1.5));
  await player.play(choose(mustFind(recipes, 'Marsh Lamb Thin'), 24), { stopAt: ['meats'] });
}

/** The delivery that a past batch used up. */
async function deliver(
  app: AppContext,
  clock: DemoClock,
  cast: Cast,
  trims: ReadonlyMap<string, string>,
  past: PastBatch,
) {
  const uses = [];
  for (const meat of past.meats) {
    const lotId = await addTrimLot(app, clock, cast.lead, trims, {
      ...meat,
      knownBy: 'supplier',
      daysAgo: past.daysAgo,
      tempC: 2.2,
      supplier: 'Cold Lane Abattoir',
    });
    uses.push({ lotId, massMg: Math.round(meat.kg * 1e6) });
  }
  return uses;
}

/** Its butcher’s pigs are tested where they are slaughtered; game is the lead’s to answer for. */
const PIGS_TESTED = { kind: 'tested', reference: 'Stamp LH 114, tested at slaughter' } as const;

async function addTrimLot(
  app: AppContext,
  clock: DemoClock,
  lead: Person,
  trims: ReadonlyMap<string, string>,
  lot: DemoLot,
): Promise<string> {
  const id = uuid();
  await receiveLot(app, lead, {
    id,
    trimId: trims.get(lot.trim) ?? '',
    massMg: Math.round(lot.kg * 1e6),
    fatPct: lot.fatPct,
    fatKnownBy: lot.knownBy,
    priceMinorPerKg: lot.priceMinorPerKg,
    supplier: lot.supplier,
    supplierLot: '',
    tempC: lot.tempC,
    state: lot.state ?? 'fresh',
    useBy: dayAfter(clock.now(), KEEPS_DAYS[lot.state ?? 'fresh']),
    weightKnown: 'weighed',
    slaughteredOn: null,
    frozenOn: null,
    parasites: TRIMS.find((t) => t.key === lot.trim)?.species === 'pork' ? PIGS_TESTED : null,
    boxMg: lot.boxKg === undefined ? null : Math.round(lot.boxKg * 1e6),
    owner: lot.owner ?? null,
    form: 'whole',
    failedChecks: [],
    heat: 'raw',
    saltGPerKg: 0,
    nitritePpm: 0,
    carries: null,
  });
  return id;
}

function dayAfter(date: Date, days: number): string {
  return new Date(date.getTime() + days * 86_400_000).toISOString().slice(0, 10);
}

function mustFind(recipes: readonly Recipe[], name: string): Recipe {
  const recipe = recipes.find((r) => r.name === name);
  if (!recipe) throw new Error(`The demonstration has no recipe ${name}.`);
  return recipe;
}

function startOfDay(date: Date): Date {
  return new Date(Date.UTC(date.getUTCFullYear(), date.getUTCMonth(), date.getUTCDate()));
}
