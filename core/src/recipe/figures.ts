import {
  fractionOf,
  ingredientMatter,
  joinAll,
  meatMatter,
  type Matter,
  type PartName,
} from '../matter/index.js';
import { contentsOf } from '../matter/of-ingredient.js';
import { massPerMeat, type Dose } from './dose.js';
import type { WorkingDocument, WorkingLine } from './document.js';
import type { Contents, Ingredient } from './ingredient.js';
import { mixPerMeat } from './scale.js';
import { timesDose } from './substitute.js';

/** A line with what it carries, per kilogram of meat. */
export interface LineFigure {
  line: WorkingLine;
  ingredient: Ingredient | undefined;
  /** kg per kg of meat. */
  perMeat: number;
  contents: Contents;
}

/** Everything in a recipe from every source; figures are kg per kg of meat, all read off its matter. */
export interface RecipeFigures {
  /** What the mix is made of, for a ton of meat at the fat end of the window. */
  matter: Matter;
  /** kg of mix per kg of meat. */
  mixPerMeat: number;
  lines: LineFigure[];
  plainSalt: number;
  /** Plain salt, the cure's carrier and the salt of packets, cheese, stock. */
  salt: number;
  nitrite: number;
  nitrate: number;
  binder: number;
  /** Beer, wine, stock, vinegar and ice in full; the water stated of packets, sauces and pre-blends. */
  addedWater: number;
  /** Fat of the meat block at the two ends of the window. */
  meatFat: readonly [number, number];
}

/** The meat that a recipe is reckoned for, mg: so much that nothing is lost in rounding. */
const RECKONED_MG = 1e9;

/** A heat variant multiplies the lines that follow the heat. */
function heated(line: WorkingLine, factor: number): Dose | null {
  const { dose } = line;
  if (!line.hot || dose === null || factor === 1) return dose;
  return timesDose(dose, factor);
}

/**
 * What a recipe holds per kilogram of meat, lines without a dose left out.
 * @throws InputError when the doses reach the whole mix
 */
export function recipeFigures(
  document: Pick<WorkingDocument, 'lines' | 'window'> & Partial<Pick<WorkingDocument, 'speciesRules'>>,
  library: ReadonlyMap<string, Ingredient>,
  heat = 1,
): RecipeFigures {
  const dosed = document.lines.flatMap((line) => {
    const dose = heated(line, heat);
    return dose === null ? [] : [{ line, dose }];
  });
  const total = mixPerMeat(dosed.map((d) => d.dose));
  const lines = dosed.map(({ line, dose }): LineFigure => {
    const ingredient = library.get(line.ingredientId ?? '');
    return {
      line,
      ingredient,
      perMeat: massPerMeat(dose, total),
      contents: contentsOf({ known: ingredient, role: line.role, nitritePct: line.nitritePct }),
    };
  });
  const { minPct, maxPct } = document.window;
  const matter = joinAll([meatOf(maxPct, document.speciesRules ?? []), ...lines.map(matterOf)]);
  const perMeat = (part: PartName) => fractionOf(matter, part, 'meat block');
  return {
    matter,
    mixPerMeat: total,
    lines,
    plainSalt: lines.reduce(
      (sum, l) => (l.line.role === 'salt' ? sum + (l.perMeat * l.contents.saltPct) / 100 : sum),
      0,
    ),
    salt: perMeat('salt'),
    nitrite: perMeat('nitrite'),
    nitrate: perMeat('nitrate'),
    binder: perMeat('binder'),
    addedWater: perMeat('addedWater'),
    meatFat: [minPct / 100, maxPct / 100],
  };
}

/** The meat of a recipe, by the species that it asks for. */
function meatOf(fatPct: number, rules: WorkingDocument['speciesRules']): Matter {
  const named = rules.filter((r) => (r.maxPct ?? 1) > 0).map((r) => r.species);
  const meat = {
    id: 'meat',
    name: named.length > 0 ? named.join(' and ') : 'meat',
    species: null,
    owner: null,
    wild: false,
    heat: 'raw' as const,
    held: false,
    useBy: null,
    frozenBefore: false,
    fatPct,
    fatSd: 0,
    saltGPerKg: 0,
    nitritePpm: 0,
    carries: null,
    priceMinor: 0,
  };
  return meatMatter(meat, RECKONED_MG);
}

function matterOf({ line, ingredient, perMeat }: LineFigure): Matter {
  return ingredientMatter(
    {
      id: line.ingredientId ?? line.key,
      name: line.name,
      role: line.role,
      known: ingredient,
      nitritePct: line.nitritePct,
      compound: ingredient?.compound,
    },
    perMeat * RECKONED_MG,
  );
}
