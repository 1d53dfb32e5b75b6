import { leanComposition } from '../blend/lean-model.js';
import { doseFraction, type Dose } from './dose.js';
import type { WorkingDocument, WorkingLine } from './document.js';
import { NO_CONTENTS, type Contents, type Ingredient } from './ingredient.js';
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

/** Everything in a recipe from every source, as kg per kg of meat. */
export interface RecipeFigures {
  /** kg of mix per kg of meat. */
  mixPerMeat: number;
  lines: LineFigure[];
  plainSalt: number;
  /** Plain salt, the cure's carrier and the salt of packets, cheese, stock. */
  salt: number;
  nitrite: number;
  nitrate: number;
  erythorbate: number;
  ascorbicAcid: number;
  sugar: number;
  binder: number;
  soyProtein: number;
  /** Beer, wine, stock, vinegar and ice in full; the water stated of packets, sauces and pre-blends. */
  addedWater: number;
  /** Fat that lines bring: cheese, bacon, oil. */
  lineFat: number;
  lineWater: number;
  /** Protein of lines that are meat themselves; of cheese, milk and soy none counts against water. */
  lineMeatProtein: number;
  /** Fat of the meat block at the two ends of the window. */
  meatFat: readonly [number, number];
  /** Water and protein of the meat at the fat end of the window, by the lean model. */
  meatWater: number;
  meatProtein: number;
}

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
  document: Pick<WorkingDocument, 'lines' | 'window'>,
  library: ReadonlyMap<string, Ingredient>,
  heat = 1,
): RecipeFigures {
  const dosed = document.lines.flatMap((line) => {
    const dose = heated(line, heat);
    return dose === null ? [] : [{ line, dose }];
  });
  const total = mixPerMeat(dosed.map((d) => d.dose));
  const lines = dosed.map(({ line, dose }): LineFigure => {
    const { basis, fraction } = doseFraction(dose);
    const ingredient = library.get(line.ingredientId ?? '');
    return {
      line,
      ingredient,
      perMeat: basis === 'meat' ? fraction : fraction * total,
      contents: contentsOf(line, ingredient),
    };
  });
  const sum = (part: (figure: LineFigure) => number) => lines.reduce((all, l) => all + part(l), 0);
  const of = (key: keyof Contents) => sum((l) => (l.perMeat * l.contents[key]) / 100);
  const kind = (name: string) => sum((l) => (l.ingredient?.accelerator === name ? l.perMeat : 0));
  const { minPct, maxPct } = document.window;
  const lean = leanComposition(maxPct);
  return {
    mixPerMeat: total,
    lines,
    plainSalt: sum((l) => (l.line.role === 'salt' ? (l.perMeat * l.contents.saltPct) / 100 : 0)),
    salt: of('saltPct'),
    nitrite: of('nitritePct'),
    nitrate: of('nitratePct'),
    erythorbate: kind('sodium erythorbate') + kind('sodium ascorbate'),
    ascorbicAcid: kind('ascorbic acid'),
    sugar: of('sugarPct'),
    binder: of('binderPct'),
    soyProtein: sum((l) =>
      l.line.role === 'binder' && l.ingredient?.allergens.includes('soy') ? l.perMeat : 0,
    ),
    addedWater: sum((l) =>
      l.line.role === 'liquid'
        ? l.perMeat
        : l.line.role === 'packet' || l.ingredient?.compound === true
          ? (l.perMeat * l.contents.waterPct) / 100
          : 0,
    ),
    lineFat: of('fatPct'),
    lineWater: of('waterPct'),
    lineMeatProtein: sum((l) =>
      l.ingredient?.species === undefined ? 0 : (l.perMeat * l.contents.proteinPct) / 100,
    ),
    meatFat: [minPct / 100, maxPct / 100],
    meatWater: lean.waterPct / 100,
    meatProtein: lean.proteinPct / 100,
  };
}

/** What a line carries: as the library has it, or what the line itself says of its strength. */
function contentsOf(line: WorkingLine, ingredient: Ingredient | undefined): Contents {
  const known = ingredient?.contents ?? NO_CONTENTS;
  if (line.role === 'liquid' && known.waterPct === 0) return { ...known, waterPct: 100 };
  return ingredient === undefined && line.nitritePct !== undefined
    ? { ...known, nitritePct: line.nitritePct }
    : known;
}
