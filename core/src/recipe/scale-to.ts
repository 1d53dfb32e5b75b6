import { InputError, inputError } from '../errors/index.js';
import { shareOut } from '../quantity/share-out.js';
import { chooseScale, type ScaleSpec } from '../weighing/scales.js';
import { casingPlan, pieceMassG } from './piece.js';
import type { WorkingDocument } from './document.js';
import { recipeFigures, type LineFigure } from './figures.js';
import type { Ingredient } from './ingredient.js';
import { loads } from './loads.js';

export const WANTED = ['meat', 'mix', 'finished', 'links', 'packs'] as const;
export type WantedKind = (typeof WANTED)[number];

interface ScaleToInput {
  document: WorkingDocument;
  library: ReadonlyMap<string, Ingredient>;
  wanted: WantedKind;
  /** mg of meat, mix or finished goods; or a count of links or packs. */
  amount: number;
  /** Finished over mix, from the shop's own batches or as the method expects. */
  productYield: number;
  scales: readonly ScaleSpec[];
  /** Multiplies the lines that follow the heat. */
  hotness?: number | undefined;
}

export interface ScaledLine {
  key: string;
  name: string;
  role: string;
  gPerKgMeat: number;
  pctOfMix: number;
  dueMg: number;
  perLoadMg: number[];
  scaleId: string | null;
  /** Under twenty divisions of the finest scale: batches whose dose together is enough to weigh. */
  preBlendFor: number | null;
  /** Whole packets, and what is weighed out of one more. */
  packets: { whole: number; restMg: number; netMg: number } | null;
}

export interface ScaledBatch {
  meatMg: number;
  mixMg: number;
  finishedMg: number;
  links: number | null;
  packs: number | null;
  loads: number;
  fills: number | null;
  metres: number | null;
  lines: ScaledLine[];
}

/** A dose needs so many divisions to be weighed, not guessed; common practice. */
const LEAST_DIVISIONS = 20;

/**
 * A recipe for a wanted amount: forwards from the meat or the mix, backwards from finished kilograms,
 * links or packs through the expected yield. Lines come in whole divisions of their scale and part
 * exactly into the mixer loads.
 *
 * @throws InputError at `amount`, `productYield`, or where the recipe has no piece or pack to count
 */
export function scaleTo(input: ScaleToInput): ScaledBatch {
  const { document, library, scales, productYield } = input;
  if (!(input.amount > 0 && Number.isFinite(input.amount))) {
    throw inputError('amount', 'Say how much is wanted; it must be above 0.');
  }
  if (!(productYield > 0 && productYield <= 2)) {
    throw inputError('productYield', 'The yield must be a fraction above 0, such as 0.92.');
  }
  const figures = recipeFigures(document, library, input.hotness ?? 1);
  const linkG = pieceMassG(document);
  const mixMg = Math.round(mixFor(input, figures.mixPerMeat, linkG));
  const meatMg = Math.round(mixMg / figures.mixPerMeat);
  if (meatMg > 1e11) throw inputError('amount', 'That is more than 100 t of meat; check the unit.');
  const count = loads({ massKg: mixMg / 1e6, capacityKg: document.mixerCapacityKg }).loads;
  const finishedMg = Math.round(mixMg * productYield);
  const plan = casingPlan(document, mixMg);
  const links = linkG === null ? null : (plan?.links ?? Math.floor(mixMg / 1000 / linkG + 1e-9));
  return {
    meatMg,
    mixMg,
    finishedMg,
    links,
    packs: document.packMassG ? Math.floor(finishedMg / 1000 / document.packMassG + 1e-9) : null,
    loads: count,
    fills: document.stufferCapacityKg
      ? loads({ massKg: mixMg / 1e6, capacityKg: document.stufferCapacityKg }).loads
      : null,
    metres: plan?.metres ?? null,
    lines: figures.lines.map((figure) => scaleLine(figure, meatMg, figures.mixPerMeat, count, scales)),
  };
}

function mixFor(input: ScaleToInput, perMeat: number, linkG: number | null): number {
  const { wanted, amount, productYield, document } = input;
  if (wanted === 'meat') return amount * perMeat;
  if (wanted === 'mix') return amount;
  if (wanted === 'finished') return amount / productYield;
  if (wanted === 'links') {
    if (linkG === null)
      throw inputError('wanted', 'The recipe has no piece; give its weight or length first.');
    return amount * linkG * 1000;
  }
  if (!document.packMassG) throw inputError('wanted', 'The recipe has no pack; give its weight first.');
  return (amount * document.packMassG * 1000) / productYield;
}

function scaleLine(
  figure: LineFigure,
  meatMg: number,
  perMeat: number,
  loadCount: number,
  scales: readonly ScaleSpec[],
): ScaledLine {
  const { line, ingredient } = figure;
  const raw = figure.perMeat * meatMg;
  const choice = chooseScale(
    { dueMg: raw, kind: line.role === 'cure' ? 'cure' : 'ingredient', tolerancePct: line.tolerancePct },
    scales,
  );
  const division = scales.find((s) => s.id === choice?.scaleId)?.divisionMg ?? 1;
  const dueMg = Math.max(division, Math.round(raw / division) * division);
  const packet = line.dose && 'packet' in line.dose ? Math.round(line.dose.packet.netG * 1000) : null;
  return {
    key: line.key,
    name: ingredient?.name ?? line.name,
    role: line.role,
    gPerKgMeat: figure.perMeat * 1000,
    pctOfMix: (figure.perMeat / perMeat) * 100,
    dueMg,
    perLoadMg: shareOut(dueMg, new Array<number>(loadCount).fill(1), division),
    scaleId: choice?.scaleId ?? null,
    preBlendFor: raw < LEAST_DIVISIONS * division ? Math.ceil((LEAST_DIVISIONS * division) / raw) : null,
    packets:
      packet === null ? null : { whole: Math.floor(dueMg / packet), restMg: dueMg % packet, netMg: packet },
  };
}

/** {@link scaleTo}, with the sentence instead of an answer where it cannot be. */
export function tryScaleTo(input: ScaleToInput): { batch: ScaledBatch } | { sentence: string } {
  try {
    return { batch: scaleTo(input) };
  } catch (error) {
    if (error instanceof InputError) return { sentence: error.message };
    throw error;
  }
}
