import { massPerMeat } from '../../recipe/dose.js';
import { mixPerMeat } from '../../recipe/scale.js';
import { loads } from '../../recipe/loads.js';
import { shareOut } from '../../quantity/share-out.js';
import { NO_SITUATION, loadsOf, streamAt, traitsOf } from '../../steps/index.js';
import { chooseScale, toleranceBand, type WeighKind } from '../../weighing/scales.js';
import { scaleAt } from '../../weighing/shop-scales.js';
import { NITRITE_RULES } from '../../rules/books.js';
import { SLACK } from '../../matter/index.js';
import { batchCure, bringsCure, cureOfLine, type BatchCure, type CureBasis, type CureInput } from './cure.js';
import type { BatchFacts, LineFact, ShopFacts, StepFact } from '../facts/facts.js';
import { materialOf, type BatchMasses } from '../facts/masses.js';
import { lineMg } from '../facts/moves.js';
import { currentMeat, hasOwnSeasoning, type MeatBasis } from '../facts/meat-basis.js';
import { isUnwritten } from '../facts/unwritten.js';
import type { CureView, LineView } from './line-view.js';

export interface BatchLines {
  lines: LineView[];
  mixMg: number;
  /** What the mix came to once everything is weighed; null while something may still go in. */
  madeMixMg: number | null;
  /** Loads of the mixer. */
  loads: number;
  basis: MeatBasis;
  /** All the meat in it: that of the basis, and corrections with seasoning of their own. */
  meatMg: number;
  /** Nitrite of the mix as weighed. */
  cure: BatchCure;
}

/** Every line with its due weight, band, scale, what has been weighed and, for cure, its limit. */
export function batchLines(
  facts: BatchFacts,
  { live, matters }: Pick<BatchMasses, 'live' | 'matters'>,
  shop: ShopFacts,
): BatchLines {
  const basis = currentMeat(facts, live);
  const { recipe } = facts.batch;
  const perMeat = mixPerMeat(recipe.lines.map((l) => l.dose));
  const seasonedApart = sumOf(
    facts.lines.filter((l) => l.kind === 'meat' && hasOwnSeasoning(facts, l.stepId)),
    (l) => l.plannedMg ?? 0,
  );
  const mixMg = Math.round((basis.massMg + seasonedApart) * perMeat);
  const loadCount = loads({ massKg: mixMg / 1e6, capacityKg: recipe.mixerCapacityKg }).loads;
  const weighing = facts.steps.filter((s) => traitsOf(s.document).weighs !== undefined && !s.leftOut);
  const isMade = weighing.length > 0 && weighing.every((s) => s.closedAt !== null);
  const ingredients = facts.lines.filter((l) => l.kind === 'ingredient');
  const seasoning = sumOf(ingredients, (l) => lineMg(live, l.id));
  const madeMixMg = isMade ? Math.round(basis.massMg + seasonedApart) + seasoning : null;
  // Once everything is in, cure is on what is in.
  const onCure: CureBasis = { basisMg: basis.massMg, mixMg: madeMixMg ?? mixMg, loads: loadCount };
  const curing: CureInput = { facts, live, matters, shop, basis: onCure };
  const lines = facts.lines
    .map((line) => ({ line, weighedMg: lineMg(live, line.id) }))
    // What was not written and was taken back was never there.
    .filter(({ line, weighedMg }) => line.plannedMg !== 0 && (weighedMg > 0 || !isUnwritten(line)))
    .map(({ line, weighedMg }) => {
      const correctionMg =
        line.kind === 'ingredient' && line.plannedMg !== null ? seasonedMeat(facts, line) : 0;
      const own =
        correctionMg > 0 ? { basisMg: correctionMg, mixMg: Math.round(correctionMg * perMeat) } : undefined;
      return lineView(facts, line, shop, {
        curing,
        basisMg: basis.massMg,
        mixMg,
        loadCount: own ? 1 : loadCount,
        weighedMg,
        ...own,
      });
    });
  const meatMg = Math.round(basis.massMg + seasonedApart);
  return { lines, mixMg, madeMixMg, loads: loadCount, basis, meatMg, cure: batchCure(curing) };
}

/** The meat of a correction that a line seasons. */
function seasonedMeat(facts: BatchFacts, line: LineFact): number {
  if (line.seasonsStepId === null) return 0;
  return sumOf(
    facts.lines.filter((l) => l.kind === 'meat' && l.stepId === line.seasonsStepId),
    (l) => l.plannedMg ?? 0,
  );
}

function sumOf<T>(items: readonly T[], value: (item: T) => number): number {
  return items.reduce((sum, item) => sum + value(item), 0);
}

interface LineContext {
  curing: CureInput;
  basisMg: number;
  mixMg: number;
  loadCount: number;
  weighedMg: number;
}

function lineView(facts: BatchFacts, line: LineFact, shop: ShopFacts, ctx: LineContext): LineView {
  const rawDue = dueOf(line, ctx);
  const role = line.document?.role;
  const isCure = bringsCure(line);
  const kind: WeighKind = line.kind === 'meat' ? 'meat' : isCure ? 'cure' : 'ingredient';
  const tolerancePct = line.document?.tolerancePct;
  const choice = chooseScale({ dueMg: rawDue, kind, tolerancePct }, shop.scales);
  const scale = scaleAt(shop.scales, choice?.scaleId);
  const dueMg = Math.max(scale.divisionMg, Math.round(rawDue / scale.divisionMg) * scale.divisionMg);
  const cure = cureView(line, ctx, dueMg, shop);
  const band = toleranceBand({
    dueMg,
    kind,
    divisionMg: scale.divisionMg,
    tolerancePct,
    limitMg: cure?.maxMg,
  });
  const account = facts.accounts.find((a) => a.id === line.lotAccountId);
  const into = facts.steps.find((s) => s.placeAccountId === line.placeAccountId);
  return {
    id: line.id,
    stepId: line.stepId,
    kind: line.kind,
    key: line.document?.key ?? null,
    intoStepId: into?.id ?? null,
    name: line.name,
    role: role ?? 'meat',
    material: role ? materialOf(role) : 'lean',
    stream: into ? streamAt(into.document) : 'all',
    lotId: line.lotId,
    lotCode: line.lotCode,
    required: line.document?.required ?? true,
    dueMg,
    lowMg: band.lowMg,
    highMg: band.highMg,
    weighedMg: ctx.weighedMg,
    stockMg: account?.balance ?? null,
    lotHeld: (account?.lotStatus ?? 'available') !== 'available',
    isCure,
    unconfirmed: shop.cureSecondCheck && isCure && !isConfirmed(facts, line.id, ctx.weighedMg),
    accepted: facts.acceptances.some((a) => a.lineId === line.id && a.weighedMg === ctx.weighedMg),
    scaleId: scale.id,
    divisionMg: scale.divisionMg,
    weighings: choice?.weighings ?? 1,
    tooCoarse: choice?.tooCoarse ?? false,
    fatPct: line.kind === 'meat' ? (account?.fatPct ?? null) : null,
    fatSd: line.kind === 'meat' ? (account?.fatSd ?? null) : null,
    gPerKgMeat: line.kind === 'ingredient' ? (rawDue / ctx.basisMg) * 1000 : null,
    pctOfMix: line.kind === 'ingredient' ? (rawDue / ctx.mixMg) * 100 : null,
    perLoadMg:
      line.kind === 'ingredient'
        ? shareOut(dueMg, new Array<number>(loadsInto(into, ctx)).fill(1), scale.divisionMg)
        : [],
    note: line.document?.note ?? null,
    isSubstitute: line.document?.insteadOf !== undefined,
    cure,
  };
}

/** Loads or lots of the step that a line goes into; a correction is one. */
function loadsInto(into: StepFact | undefined, { loadCount, mixMg }: LineContext): number {
  if (!into || loadCount <= 1) return 1;
  return loadsOf(into.document, { ...NO_SITUATION, inMg: mixMg, mixerLoads: loadCount });
}

/** A second person has confirmed the cure at this very weight. */
/** A second person saw this weight: what was weighed or taken back on the line since is another one. */
function isConfirmed({ marks, transfers }: BatchFacts, lineId: string, weighedMg: number): boolean {
  const seen = marks.findLast(
    (m) => m.kind === 'cure' && m.lineId === lineId && m.second !== null && m.massMg === weighedMg,
  );
  return seen !== undefined && !transfers.some((t) => t.lineId === lineId && t.at > seen.at);
}

function dueOf(line: LineFact, ctx: LineContext): number {
  if (line.plannedMg !== null || !line.document) return line.plannedMg ?? 0;
  return massPerMeat(line.document.dose, ctx.mixMg / ctx.basisMg) * ctx.basisMg;
}

/** What a line of cure comes to, with everything else that brings nitrite; of nitrate alone there is nothing to say. */
function cureView(line: LineFact, ctx: LineContext, dueMg: number, shop: ShopFacts): CureView | null {
  const cure = cureOfLine(ctx.curing, line);
  if (!cure) return null;
  const { limitPpm, basis } = NITRITE_RULES[shop.book];
  const massMg = ctx.weighedMg > 0 ? ctx.weighedMg : dueMg;
  return {
    nitritePct: cure.nitritePct,
    ppm: cure.ppmAt(massMg),
    limitPpm,
    basis,
    book: shop.book,
    maxMg: Math.max(0, Math.floor(cure.roomMg * (1 + SLACK))),
    withinLimit: massMg <= cure.roomMg * (1 + SLACK),
  };
}
