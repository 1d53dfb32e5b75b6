import { mixture } from '../../blend/mixture.js';
import {
  allergensOf,
  carriesParasites,
  everySpecies,
  joinAll,
  ownersOf,
  speciesOf,
  type Matter,
} from '../../matter/index.js';
import { PORK_COOKED_C } from '../../cold-room/parasites.js';
import { temperatureToken } from '../../quantity/tokens.js';
import { SAFE_CORE_C, isPoultry, safeCoreC } from '../../species/index.js';
import { brokenSpeciesRules } from '../../rules/claims.js';
import { checkRecipe } from '../../recipe/check.js';
import { guardOfPortion, type GuardId } from '../../findings/guards.js';
import type { Allergen } from '../../recipe/ingredient.js';
import { numberOf, traitsOf } from '../../steps/index.js';
import type { BatchFacts, LineFact, ShopFacts } from '../facts/facts.js';
import { houseOf } from '../../rules/house.js';
import { carried, madeLines } from './limits.js';
import { factsOfLane } from '../facts/lanes.js';
import { batchLines } from './lines.js';
import { batchMasses } from '../facts/masses.js';
import { lineMatter } from '../facts/stuff.js';
import type { LineView } from './line-view.js';

/** What is asked of the meats of a batch. */
type MeatGuard = 'owner' | 'cooked' | 'parasites' | 'useBy' | 'species' | 'window' | 'core';
/** What is asked of a batch: of its meats, of its label, and everything that is asked of a recipe. */
type BatchGuard = MeatGuard | `allergen-${Allergen}` | `recipe-${GuardId}`;
type BatchGuardId = BatchGuard | `${BatchGuard}@${string}`;

/** What is wrong with a batch as it is, or as it would be after a command. */
export interface Objection {
  /** A stop is mended; what is to be signed needs the lead's reason. */
  level: 'stop' | 'sign';
  /** Stable name, under which the lead's reason is kept. */
  guard: BatchGuardId;
  /** Which meats, or what, it is about: another of the same guard is another objection. */
  about: string;
  /** How far it goes, where it can be more or less. */
  amount?: number | undefined;
  sentence: string;
}

/** What a figure may move by with the lots' own kilograms and still be what was signed. */
const SAME = 1e-3;

/** Whether two are of one guard, and about the same. */
function isAlike(one: Objection, other: Objection): boolean {
  return one.guard === other.guard && one.level === other.level && one.about === other.about;
}

/** Objections that were not there before, or that go further now. */
export function newObjections(before: readonly Objection[], after: readonly Objection[]): Objection[] {
  return after.filter(
    (one) => !before.some((old) => isAlike(old, one) && (one.amount ?? 0) <= (old.amount ?? 0) + SAME),
  );
}

/** Whether two are one and the same in every respect, as of two products that are both wrong in the same way. */
function isSame(one: Objection, other: Objection): boolean {
  return isAlike(one, other) && one.amount === other.amount && one.sentence === other.sentence;
}

/** A meat of the batch with what is known of the lot it comes from. */
interface MeatIn {
  name: string;
  /** What it is made of: a lot that was kept has the species, the heat and the owners of all that went into it. */
  matter: Matter;
  /** Fat as its lot is thought to be, of all of it. */
  fatPct: number;
}

/** What meats are judged by: the product that they become, and the day. */
interface MeatRules {
  recipe: Pick<BatchFacts['batch']['recipe'], 'state' | 'steps' | 'speciesRules'>;
  window: { minPct: number; maxPct: number };
  owner: string | null;
  /** The calendar day of the shop. */
  today: string;
}

/**
 * Everything that speaks against the meats of a batch, whichever way they came into it: by opening, by
 * another lot, as a correction, as growth or by a new plan.
 */
export function meatObjections(meats: readonly MeatIn[], rules: MeatRules): Objection[] {
  const { recipe, owner, today } = rules;
  const found: Objection[] = [];
  // One objection a meat: another lot in place of one of two is asked for alone.
  const each = (test: (meat: MeatIn) => boolean, as: (name: string) => Omit<Objection, 'about'>) => {
    for (const name of new Set(meats.filter(test).map((m) => m.name)))
      found.push({ ...as(name), about: name });
  };
  each(
    (m) => ownersOf(m.matter).some((one) => one !== owner),
    (name) => ({
      level: 'stop',
      guard: 'owner',
      sentence: `${name} belongs to another owner than this batch.`,
    }),
  );
  each(
    (m) => recipe.state === 'raw' && m.matter.worst.heat !== 'raw',
    (name) => ({
      level: 'sign',
      guard: 'cooked',
      sentence: `${name} was already smoked or cooked and would go into a raw mix. Say why that is right.`,
    }),
  );
  each(
    ({ matter }) =>
      carriesParasites(matter, 'any') &&
      isLowCore(recipe, carriesParasites(matter, 'wild') ? SAFE_CORE_C : PORK_COOKED_C),
    (name) => ({
      level: 'stop',
      guard: 'parasites',
      sentence: `${name} can carry parasites, and this product is not cooked through. The lead writes down at its lot how they were answered for: frozen how cold for how many days, or the carcass tested.`,
    }),
  );
  each(
    ({ matter: { worst } }) => worst.useBy !== null && worst.useBy < today,
    (name) => ({
      level: 'sign',
      guard: 'useBy',
      sentence: `${name} is past its use-by date. Put it on hold, or say why it may be used.`,
    }),
  );
  const broken = brokenSpeciesRules(
    recipe.speciesRules,
    speciesOf(joinAll(meats.map((m) => m.matter))).map((s) => ({
      species: s.species,
      massKg: s.massMg / 1e6,
    })),
  );
  if (broken.length > 0) {
    found.push({
      level: 'sign',
      guard: 'species',
      about: broken.join(' '),
      sentence: `${broken.join(' ')} Change the blend, or say what the label will say.`,
    });
  }
  return [...found, ...underTheirCore(meats, recipe), ...windowObjections(meats, rules)];
}

function windowObjections(meats: readonly MeatIn[], { window }: MeatRules): Objection[] {
  const weighed = meats
    .filter((m) => m.matter.massMg > 0)
    .map((m) => ({ massKg: m.matter.massMg / 1e6, fatPct: m.fatPct }));
  if (weighed.length === 0) return [];
  const { fatPct } = mixture(weighed);
  if (fatPct >= window.minPct - 1e-6 && fatPct <= window.maxPct + 1e-6) return [];
  return [
    {
      level: 'sign',
      guard: 'window',
      about: '',
      amount: Math.max(window.minPct - fatPct, fatPct - window.maxPct),
      sentence: `The blend is ${fatPct.toFixed(1)} % fat, outside the window of ${window.minPct}–${window.maxPct} %. Ask for a new blend, or say why it may be.`,
    },
  ];
}

/** Dried, smoked raw, or cooked below the temperature that settles it, °C. */
function isLowCore(recipe: MeatRules['recipe'], settledC: number): boolean {
  if (recipe.state === 'dried' || recipe.state === 'raw smoked (not cooked)') return true;
  return recipe.steps.some(
    (s) => traitsOf(s).heat === 'lethal' && (numberOf(s, 'stopBelowC') ?? 0) < settledC,
  );
}

/** Birds in a product that is cooked to less than they need; below what red meat needs it was signed when published. */
function underTheirCore(meats: readonly MeatIn[], recipe: MeatRules['recipe']): Objection[] {
  const written = recipe.steps.flatMap((s) =>
    traitsOf(s).heat === 'lethal' ? (numberOf(s, 'stopBelowC') ?? []) : [],
  );
  const hottest = Math.max(...written);
  const speciesIn = (meat: MeatIn) => everySpecies(meat.matter);
  const birds = meats.filter((m) => speciesIn(m).some(isPoultry) && hottest < safeCoreC(speciesIn(m)));
  if (written.length === 0 || birds.length === 0) return [];
  return [...new Set(birds.map((m) => m.name))].map((name) => {
    const needed = safeCoreC(birds.filter((m) => m.name === name).flatMap(speciesIn));
    return {
      level: 'sign',
      guard: 'core',
      about: name,
      amount: needed - hottest,
      sentence: `${name} needs ${temperatureToken(needed)} in the core, and this product is cooked to ${temperatureToken(hottest)}. Name the time at temperature that your plan allows.`,
    };
  });
}

/**
 * What is wrong with a batch: its meats by the lots they really come from, and its ingredients by the
 * check of the recipe on the lines as they are made. A command asks it of the batch as it would be; each portion is
 * asked as the product that it becomes.
 */
export function objections(facts: BatchFacts, shop: ShopFacts): Objection[] {
  const masses = batchMasses(facts);
  const { lines, basis } = batchLines(facts, masses, shop);
  const ofLane = (key: string | null) => laneObjections(factsOfLane(facts, key), lines, basis.massMg, shop);
  const main = ofLane(null);
  return [
    ...main,
    ...facts.portions.flatMap(({ key, name }) =>
      ofLane(key)
        .filter((o) => !main.some((m) => isSame(m, o)))
        .map((o) => ({ ...o, guard: guardOfPortion(o.guard, key), sentence: `${name}: ${o.sentence}` })),
    ),
  ];
}

function laneObjections(
  facts: BatchFacts,
  lines: readonly LineView[],
  meatMg: number,
  shop: ShopFacts,
): Objection[] {
  const { batch } = facts;
  const rules: MeatRules = {
    recipe: batch.recipe,
    window: { minPct: batch.windowMinPct, maxPct: batch.windowMaxPct },
    owner: batch.owner,
    today: shop.today,
  };
  return [
    ...meatObjections(meatsIn(facts, lines), rules),
    ...recipeObjections(facts, lines, meatMg, shop),
    ...allergensGained(facts, lines),
  ];
}

function meatsIn(facts: BatchFacts, lines: readonly LineView[]): MeatIn[] {
  return facts.lines.flatMap((row) => {
    const line = lines.find((l) => l.id === row.id);
    const lot = facts.accounts.find((a) => a.id === row.lotAccountId);
    if (row.kind !== 'meat' || !line || !lot) return [];
    return [
      {
        name: `${row.name} ${row.lotCode}`,
        matter: lineMatter(row, lot, massOf(facts, row, line)),
        fatPct: lot.fatPct ?? 0,
      },
    ];
  });
}

/** What is in, or will be: once its step is closed nothing more comes. */
function massOf(facts: BatchFacts, row: LineFact, line: LineView): number {
  const closed = facts.steps.some((s) => s.id === row.stepId && s.closedAt !== null);
  return closed ? line.weighedMg : Math.max(line.weighedMg, line.dueMg);
}

/** Limits, claims, a second cure and the salt, by the lines as made. */
function recipeObjections(
  facts: BatchFacts,
  lines: readonly LineView[],
  meatMg: number,
  shop: ShopFacts,
): Objection[] {
  const made = madeLines(facts, lines, meatMg);
  const { findings } = checkRecipe({
    name: facts.batch.recipeName,
    document: { ...facts.batch.recipe, usualMeatMg: meatMg, hotness: [], lines: made },
    library: carried(made),
    book: shop.book,
    house: houseOf(shop),
  });
  return findings.flatMap(({ level, guard, about = '', amount, sentence }) =>
    level === 'stop' || level === 'sign'
      ? [{ level, guard: `recipe-${guard}` as const, about, amount, sentence }]
      : [],
  );
}

/** Allergens that went in, or will, and that the recipe does not have. */
function allergensGained(facts: BatchFacts, lines: readonly LineView[]): Objection[] {
  const written = new Set(facts.batch.recipe.lines.flatMap((l) => l.carries?.allergens ?? []));
  const gained = facts.lines.flatMap((row) => {
    const line = lines.find((l) => l.id === row.id);
    const massMg = line ? massOf(facts, row, line) : 0;
    if (massMg <= 0) return [];
    const lot = facts.accounts.find((a) => a.id === row.lotAccountId);
    return allergensOf(lineMatter(row, lot, massMg))
      .filter((allergen) => !written.has(allergen))
      .map((allergen) => ({ allergen, name: row.name }));
  });
  return [...new Set(gained.map((g) => g.allergen))].map((allergen) => ({
    level: 'sign' as const,
    guard: `allergen-${allergen}` as const,
    about: '',
    sentence: `The label gains ${allergen.toUpperCase()} by ${gained.find((g) => g.allergen === allergen)?.name}, which the recipe does not have. The lead signs for the label.`,
  }));
}
