import { doseFraction } from '../recipe/dose.js';
import { mixPerMeat } from '../recipe/scale.js';
import type { MadeLine } from '../recipe/as-made.js';
import type { LabelPart } from '../recipe/label.js';
import type { BatchFacts, ShopFacts } from './facts.js';
import { labelParts } from './label.js';
import { batchLines } from './lines.js';
import { batchMasses, sumWhere, type BatchMasses } from './masses.js';

/** A batch as it was really made, for what a recipe learns from it. Masses mg, money minor units. */
export interface MadeBatch {
  id: string;
  number: number;
  versionNo: number;
  state: 'open' | 'closed' | 'cancelled';
  meatMg: number;
  mixMg: number;
  outMg: number;
  meatMinor: number;
  lines: MadeLine[];
  parts: LabelPart[];
}

/** What a batch tells of its recipe: every line as made against as written, its meat, its label. */
export function madeBatch(facts: BatchFacts, shop: ShopFacts): MadeBatch {
  const masses = batchMasses(facts);
  const { lines, basis } = batchLines(facts, masses, shop);
  const weighed = lines.filter((l) => l.weighedMg > 0);
  const { batch } = facts;
  return {
    id: batch.id,
    number: batch.number,
    versionNo: batch.versionNo,
    state: batch.state,
    meatMg: masses.meatMg,
    mixMg: weighed.reduce((sum, l) => sum + l.weighedMg, 0),
    outMg: masses.productMg,
    meatMinor: meatCost(facts, masses),
    lines: weighed.filter((l) => l.kind === 'ingredient').map((l) => madeLine(facts, l, basis.massMg)),
    parts: labelParts(facts, masses),
  };
}

function madeLine(
  facts: BatchFacts,
  line: { id: string; name: string; weighedMg: number },
  basisMg: number,
): MadeLine {
  const document = facts.lines.find((l) => l.id === line.id)?.document;
  const written = document ? doseFraction(document.dose) : { basis: 'meat' as const, fraction: 0 };
  const perMeat = mixPerMeat(facts.batch.recipe.lines.map((l) => l.dose));
  return {
    key: document?.key ?? line.name,
    name: line.name,
    writtenGPerKg: written.fraction * 1000 * (written.basis === 'mix' ? perMeat : 1),
    madeGPerKg: (line.weighedMg / basisMg) * 1000,
  };
}

function meatCost(facts: BatchFacts, masses: BatchMasses): number {
  const price = new Map(facts.accounts.map((a) => [a.id, a.priceMinor ?? 0]));
  return facts.lines
    .filter((l) => l.kind === 'meat')
    .reduce((sum, line) => {
      const massMg = sumWhere(masses.live, (t) => t.lineId === line.id);
      return sum + (massMg / 1e6) * (price.get(line.lotAccountId) ?? 0);
    }, 0);
}
