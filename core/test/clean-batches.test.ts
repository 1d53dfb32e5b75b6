import { describe, expect, it } from 'vitest';
import {
  NO_SITUATION,
  STARTING_RECIPES,
  USUAL_CASINGS,
  USUAL_INGREDIENTS,
  USUAL_MACHINES,
  balances,
  expectedYield,
  fold,
  hoursOf,
  isCureFor,
  isWeighed,
  numberOf,
  objections,
  playEntry,
  readingKind,
  readyChecks,
  startingDocument,
  tasksOf,
  traitsOf,
  type BatchFacts,
  type BenchEntry,
  type Ingredient,
  type LineView,
  type RecipeLine,
  type ShopFacts,
  type StartingRecipe,
  type Task,
} from '../src/index.js';
import { A_SHOP, aBatch } from './a-batch.js';
import { seeded } from './seeded.js';

const CLEAN_BATCHES = 100;

const asIngredient = (key: string): Ingredient => {
  const { facts, name, form, role, isSupply } = USUAL_INGREDIENTS.find((i) => i.key === key)!;
  return { ...facts, id: key, name, form, role, isSupply, typed: true, priceMinorPerKg: null };
};

function cureOf(recipe: StartingRecipe): Ingredient | undefined {
  const cures = USUAL_INGREDIENTS.filter((i) => i.role === 'cure').map((i) => asIngredient(i.key));
  const fit = recipe.cure ? cures.filter((cure) => isCureFor(recipe, cure)) : [];
  // A weak one brings all of the salt and less nitrite than meant.
  return fit.sort((a, b) => b.contents.nitritePct - a.contents.nitritePct)[0];
}

/** A starting recipe opened with two meats of its species that meet in the middle of its window. */
function opened(recipe: StartingRecipe): BatchFacts {
  const casing = USUAL_CASINGS.find((c) => c.key === recipe.casing);
  const document = startingDocument(recipe, {
    ingredientOf: asIngredient,
    cure: cureOf(recipe),
    casing: casing ? { casingId: casing.key, ...casing } : null,
    machines: USUAL_MACHINES,
  });
  const lines = document.lines.map((line): RecipeLine => {
    const { contents, compound, allergens, parts, accelerator, species, dose } = asIngredient(
      line.ingredientId ?? '',
    );
    const carries = { contents, compound, allergens: [...allergens], parts: [...parts] };
    const more = {
      ...(accelerator ? { accelerator } : {}),
      ...(species ? { species } : {}),
      ...(dose ? { dose } : {}),
    };
    return { ...line, carries: { ...carries, ...more } } as RecipeLine;
  });
  const total = document.usualMeatMg;
  const fatPct = (document.window.minPct + document.window.maxPct) / 2;
  const fatMg = Math.round((total * (fatPct - 4)) / (70 - 4) / 20_000) * 20_000;
  const bare = aBatch(document.steps, {
    ingredients: lines,
    meats: [
      { name: 'Lean', plannedMg: total - fatMg, fatPct: 4 },
      { name: 'Fat', plannedMg: fatMg, fatPct: 70 },
    ],
    mixerCapacityKg: document.mixerCapacityKg,
    ...(casing ? { casing: { lengthMm: 1e6, gPerM: casing.gPerM } } : {}),
  });
  const species = recipe.speciesRules[0]?.species ?? 'pork';
  const { minPct: windowMinPct, maxPct: windowMaxPct } = document.window;
  return {
    ...bare,
    batch: {
      ...bare.batch,
      recipeName: recipe.name,
      plannedMeatMg: total,
      windowMinPct,
      windowMaxPct,
      recipe: { ...bare.batch.recipe, ...document, lines } as BatchFacts['batch']['recipe'],
    },
    // Each goes in where its recipe says, and is weighed at the weigh-up before that.
    lines: bare.lines.map((line) => {
      const into = bare.steps.find((s) => s.id === line.document?.entersAt);
      const at = bare.steps.findLast(
        (s) => traitsOf(s.document).weighs === 'ingredients' && s.position < (into?.position ?? 0),
      );
      return into ? { ...line, placeAccountId: into.placeAccountId!, stepId: at!.id } : line;
    }),
    accounts: bare.accounts.map((a) => (a.lotKind === 'trim' ? { ...a, species, answered: true } : a)),
  };
}

/** What a batch is asked at its steps, in the order of the hand. */
type Questions = ReadonlyMap<string, readonly Task[]>;

/**
 * A batch that is made as it is written by one hand, entry by entry. The first of its kind answers whatever the bench
 * asks; those after it answer the very same, and find that nothing else is missing.
 */
class Maker {
  readonly asked = new Map<string, Task[]>();
  #facts: BatchFacts;
  readonly #random: () => number;
  #nowMs = Date.UTC(2026, 2, 16, 7);
  #n = 0;

  constructor(facts: BatchFacts, random: () => number) {
    this.#facts = facts;
    this.#random = random;
  }

  get facts(): BatchFacts {
    return this.#facts;
  }

  get shop(): ShopFacts {
    return { ...A_SHOP, now: new Date(this.#nowMs).toISOString() };
  }

  make(known?: Questions): void {
    for (const { id, document, closedAt } of this.#facts.steps) {
      if (closedAt !== null) continue;
      this.#prepare(id);
      if (known) for (const task of known.get(id) ?? []) this.#answer(id, task);
      else this.#answerAll(id);
      this.#nowMs += (hoursOf(document) ?? 0) * 3_600_000;
      const { title, missing } = this.#seen(id).step;
      expect([title, missing]).toEqual([title, []]);
      this.#enter({ kind: 'close', body: { id: this.#id(), stepId: id } });
    }
  }

  #prepare(id: string): void {
    const { document } = this.#facts.steps.find((s) => s.id === id)!;
    if (readyChecks(document, NO_SITUATION).length > 0)
      this.#enter({ kind: 'mark', body: { id: this.#id(), stepId: id, kind: 'ready' } });
    if (!this.#facts.lines.some((l) => l.stepId === id)) return;
    for (const line of this.#seen(id).view.lines.filter((l) => l.stepId === id)) this.#weigh(line);
  }

  #answerAll(id: string): void {
    for (let round = 0; round < 400; round += 1) {
      const { view, step } = this.#seen(id);
      const task = tasksOf(view, step).find((t) => t.required && !t.done);
      if (!task) return;
      this.asked.set(id, [...(this.asked.get(id) ?? []), task]);
      this.#answer(id, task);
    }
    throw new Error('The bench never stops asking.');
  }

  /** Somewhere in its band, as a scale shows it. */
  #weigh(line: LineView): void {
    const room = Math.min(line.dueMg - line.lowMg, line.highMg - line.dueMg);
    const off = Math.round(((this.#random() - 0.5) * 1.6 * room) / line.divisionMg) * line.divisionMg;
    this.#enter({ kind: 'weighing', body: { id: this.#id(), lineId: line.id, massMg: line.dueMg + off } });
  }

  #answer(stepId: string, task: Task): void {
    const id = this.#id();
    const { document, placeAccountId } = this.#facts.steps.find((s) => s.id === stepId)!;
    if (isWeighed(task)) {
      const lossPct = numberOf(document, 'targetLossPct');
      const comesOut = lossPct === undefined ? expectedYield([document]) : 1 - (lossPct + 0.5) / 100;
      const standsMg = balances(this.#facts.transfers).get(placeAccountId ?? '') ?? 0;
      const massMg = Math.floor((standsMg * comesOut) / 20_000) * 20_000;
      this.#enter({ kind: 'out', body: { id, stepId, to: 'next', massMg } });
      return;
    }
    if (task.kind === 'casing') {
      this.#enter({ kind: 'casing', body: { id, stepId, lengthMm: 20_000 } });
      return;
    }
    const { kind } = task.ask;
    const values = readingKind(kind).passing(task.ask);
    const value = values[Math.min(task.n, values.length - 1)]!;
    this.#enter({ kind: 'reading', body: { id, stepId, kind, value, load: task.load } });
  }

  #seen(id: string) {
    const view = fold(this.#facts, this.shop);
    return { view, step: view.steps.find((s) => s.id === id)! };
  }

  #enter(entry: BenchEntry): void {
    this.#nowMs += 30_000;
    const at = new Date(this.#nowMs).toISOString();
    this.#facts = playEntry(this.#facts, entry, { person: 'Bram', at, newId: () => this.#id() });
  }

  #id(): string {
    this.#n += 1;
    return `e${this.#n}`;
  }
}

describe('a hundred clean batches', () => {
  it.each(STARTING_RECIPES.map((recipe) => [recipe.name, recipe] as const))(
    'of %s meet the same questions, no objection and no card',
    (_name, recipe) => {
      const start = opened(recipe);
      expect(objections(start, A_SHOP).map((o) => o.sentence)).toEqual([]);
      const random = seeded(7);
      let asked: Questions | undefined;
      for (let i = 0; i < CLEAN_BATCHES; i += 1) {
        const maker = new Maker(start, random);
        maker.make(asked);
        asked ??= maker.asked;
        expect(maker.facts.batch.state).toBe('closed');
        expect(maker.facts.notices).toEqual([]);
        expect(objections(maker.facts, maker.shop).map((o) => o.sentence)).toEqual([]);
      }
    },
  );
});
