import { linkFigures } from '../casing/link.js';
import { pieceLengthMm, pieceMassG, type PieceOf } from './piece.js';
import { InputError } from '../errors/index.js';
import { checkMethod } from '../method/agree.js';
import { expectedYield, traitsOf } from '../steps/index.js';
import type { BookId } from '../rules/books.js';
import type { Machine } from '../shop/machines.js';
import { checkClaims } from './check-claims.js';
import { checkCure } from './check-cure.js';
import { checkInclusions } from './check-inclusions.js';
import { checkLines } from './check-lines.js';
import { checkMachines } from './check-machines.js';
import { checkSentences } from './check-sentences.js';
import { checkPortions } from './check-portions.js';
import { checkProduct } from './check-product.js';
import type { WorkingDocument } from './document.js';
import { recipeFigures, type RecipeFigures } from './figures.js';
import { isSame, type Finding } from '../findings/finding.js';
import { guardOfPortion } from '../findings/guards.js';
import { gauges, type Gauge, type GaugeInput } from './gauges.js';
import type { Ingredient } from './ingredient.js';
import { looksLikeCure } from './common-ingredients.js';
import { lanesOf, type Lane } from './portions.js';

export interface RecipeCheck {
  findings: Finding[];
  gauges: Gauge[];
  /** Absent while the doses cannot be added up. */
  figures: RecipeFigures | undefined;
}

export interface CheckInput {
  name: string;
  document: WorkingDocument;
  library: ReadonlyMap<string, Ingredient>;
  book: BookId | null;
  house?: GaugeInput['house'];
  /** What the shop has said that it works with; nothing is held against a recipe where it has not. */
  machines?: readonly Machine[] | undefined;
}

/**
 * Everything that can be said of a recipe as it stands: what stops it, what has to be signed, what is
 * only said, and the gauges. The same function serves the editor, publishing and opening a batch. Each portion is
 * asked by every guard as the product that it becomes.
 */
export function checkRecipe(input: CheckInput): RecipeCheck {
  const { name, document } = input;
  const unparted = checkPortions(name, document);
  const [main, ...portions] = lanesOf(name, document);
  if (!main || unparted.length > 0) {
    const all = checkLane(input);
    return { ...all, findings: [...all.findings, ...unparted] };
  }
  const own = checkLane({ ...input, document: main.document });
  const findings = own.findings.map((f) => inDocument(f, document, main));
  return {
    ...own,
    findings: [...findings, ...portions.flatMap((lane) => ofPortion(input, lane, findings))],
  };
}

/** What is said of a portion and not of what it parts from. */
function ofPortion(input: CheckInput, lane: Lane<WorkingDocument>, said: readonly Finding[]): Finding[] {
  const { findings } = checkLane({ ...input, name: lane.name, document: lane.document });
  return findings
    .map((f) => inDocument(f, input.document, lane))
    .filter((f) => !said.some((s) => isSame(s, f)))
    .map((f) => ({
      ...f,
      guard: lane.key === null ? f.guard : guardOfPortion(f.guard, lane.key),
      sentence: `${lane.name}: ${f.sentence}`,
    }));
}

/** Fields that each product has for itself. */
const OWN_FIELDS = /^(state|fatClass|claims|casing|linkMassG|linkLengthMm|packMassG|cookingSentence|name)\b/;

/** A finding of one product at its place in the whole recipe. */
function inDocument(found: Finding, document: WorkingDocument, lane: Lane<WorkingDocument>): Finding {
  const at = /^steps\[(\d+)\]/.exec(found.path);
  const step = at && lane.document.steps[Number(at[1])];
  if (at && step) {
    const index = document.steps.findIndex((s) => s.key === step.key);
    return { ...found, path: found.path.replace(at[0], `steps[${index}]`) };
  }
  const portion = document.portions?.findIndex((p) => p.key === lane.key) ?? -1;
  return portion >= 0 && OWN_FIELDS.test(found.path)
    ? { ...found, path: `portions[${portion}].${found.path}` }
    : found;
}

/** One product as if the recipe had no other. */
function checkLane(input: CheckInput): RecipeCheck {
  const { name, document, library, book } = input;
  const { figures, trouble } = figuresOf(document, library);
  const all = figures ? hottest(input) : [];
  const cured = {
    nitrite:
      (figures?.nitrite ?? 0) > 0 || document.lines.some((l) => l.role === 'cure' || looksLikeCure(l.name)),
    nitrate: (figures?.nitrate ?? 0) > 0,
    accelerated: document.lines.some((l) => l.role === 'accelerator'),
    nitrateAlone: figures !== undefined && figures.nitrate > 0 && figures.nitrite === 0,
  };
  const findings = [
    ...head(name, document, book, cured.nitrite || cured.nitrate),
    ...checkProduct(document, book),
    ...checkLines(document, library, figures?.mixPerMeat),
    ...trouble,
    ...(figures ? checkCure(document, figures, all) : []),
    ...checkMethod(document, cured),
    ...checkInclusions(document, library),
    ...checkMachines(document, input.machines ?? [], figures?.mixPerMeat),
    ...checkClaims(name, document, figures),
    ...checkSentences(name, document),
  ];
  return { findings, gauges: all, figures };
}

/** The gauges at the heat that comes nearest to each limit: every variant must obey. */
function hottest({ document, library, book, house }: CheckInput): Gauge[] {
  const factor = Math.max(1, ...document.hotness.map((h) => h.factor));
  return gauges({
    figures: recipeFigures(document, library, factor),
    state: document.state,
    fatClass: document.fatClass,
    book,
    meatMg: document.usualMeatMg,
    productYield: expectedYield(document.steps),
    ...(house ? { house } : {}),
  });
}

function figuresOf(
  document: WorkingDocument,
  library: ReadonlyMap<string, Ingredient>,
): { figures: RecipeFigures | undefined; trouble: Finding[] } {
  try {
    return { figures: recipeFigures(document, library), trouble: [] };
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
    return {
      figures: undefined,
      trouble: error.issues.map((issue) => ({
        level: 'stop',
        path: issue.path,
        guard: 'sum',
        sentence: issue.message,
      })),
    };
  }
}

function head(name: string, document: WorkingDocument, book: BookId | null, cured: boolean): Finding[] {
  const found: Finding[] = [];
  const stop = (path: string, sentence: string) =>
    found.push({ level: 'stop', path, guard: 'head', sentence });
  if (name.trim().length < 2) stop('name', 'The recipe needs a name.');
  if (!(document.usualMeatMg > 0))
    stop('usualMeatMg', 'The recipe needs its own batch: the weight of meat it is written for.');
  if (!(document.mixerCapacityKg > 0))
    stop('mixerCapacityKg', 'Say how much the mixer holds, in kilograms of mix.');
  if (!(document.window.minPct <= document.window.maxPct))
    stop('window', 'The fat window is crossed: its start is above its end.');
  if (cured && book === null) {
    stop(
      'book',
      'No rule book is chosen. Limits differ by country: choose the shop’s book before a cured recipe is published.',
    );
  }
  for (const heat of document.hotness) {
    if (!(heat.factor > 0))
      stop('hotness', `The heat “${heat.name}” must multiply its lines by more than 0.`);
  }
  if (document.hotness.length > 0 && !document.lines.some((l) => l.hot)) {
    found.push({
      level: 'warn',
      path: 'hotness',
      guard: 'heat',
      sentence: 'There are heat variants, and no line follows the heat.',
    });
  }
  const stuffed = document.steps.some((s) => traitsOf(s).machine === 'stuffer');
  if (stuffed && !document.casing) stop('casing', 'It is stuffed: choose the casing.');
  if (document.casing && !stuffed) stop('casing', 'A casing is chosen, and no step stuffs it.');
  if (document.casing && document.linkMassG === null && document.linkLengthMm === null) {
    stop('linkMassG', 'Give the weight of a piece or its length.');
  }
  const misfit = pieceMisfit(document);
  if (misfit) stop('linkMassG', misfit);
  return found;
}

/** A casing holds from so much to so much of a plain cylinder of mix (common practice: slack to hard). */
const HOLDS = { least: 0.75, most: 1.12 } as const;

/** Why a piece of this weight, length and casing cannot be; undefined when it can or one of them is free. */
function pieceMisfit({ casing, linkMassG, linkLengthMm }: WorkingDocument): string | undefined {
  const tube = casing && tubeMisfit({ casing, linkMassG, linkLengthMm });
  if (tube) return tube;
  if (!casing || linkMassG === null || linkLengthMm === null) return undefined;
  const { massG } = linkFigures({ calibreMm: casing.calibreMm, lengthMm: linkLengthMm });
  if (linkMassG >= massG * HOLDS.least && linkMassG <= massG * HOLDS.most) return undefined;
  return `A piece of ${linkLengthMm} mm in a ${casing.calibreMm} mm casing holds about ${massG.toFixed(0)} g; ${linkMassG} g cannot be met. Change its weight, its length or the casing.`;
}

/** Why a piece does not go into its tube: longer than it, or heavier than its maker says it takes. */
function tubeMisfit(document: PieceOf): string | undefined {
  const { casing } = document;
  const lengthMm = pieceLengthMm(document);
  const massG = pieceMassG(document);
  if (casing?.tubeMm && lengthMm !== null && lengthMm > casing.tubeMm)
    return `A piece of ${Math.round(lengthMm)} mm is longer than its tube of ${casing.tubeMm} mm, which must be tied too.`;
  if (casing?.tubeTakesG && massG !== null && massG > casing.tubeTakesG)
    return `A piece of ${Math.round(massG)} g is more than its tube takes by its maker, ${casing.tubeTakesG} g.`;
  return undefined;
}
