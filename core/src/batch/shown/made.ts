import { basisMg } from '../../matter/index.js';
import { massPerMeat } from '../../recipe/dose.js';
import { mixPerMeat } from '../../recipe/scale.js';
import type { MadeLine } from '../../recipe/as-made.js';
import type { RecipeLine } from '../../recipe/document.js';
import type { BatchFacts, ShopFacts } from '../facts/facts.js';
import { isUncured } from '../judged/cure-door.js';
import { batchLabel } from './label.js';
import { batchLines } from '../judged/lines.js';
import { lineMg } from '../facts/moves.js';
import { batchMasses, type BatchMasses } from '../facts/masses.js';
import { hasOwnSeasoning } from '../facts/meat-basis.js';
import { isUnwritten } from '../facts/unwritten.js';
import type { LineView } from '../judged/line-view.js';

/** A batch as it was really made, for what a recipe learns from it. Masses mg, money minor units. */
export interface MadeBatch {
  id: string;
  number: number;
  versionNo: number;
  state: 'open' | 'closed' | 'cancelled';
  meatMg: number;
  /** Of what became its product: what was kept as a lot of its own is neither lost nor in it. */
  mixMg: number;
  outMg: number;
  meatMinor: number;
  lines: MadeLine[];
  /** Its declaration; null before anything was weighed. */
  label: string | null;
}

/** What a batch tells of its recipe: every line as made against as written, its meat, its label. */
export function madeBatch(facts: BatchFacts, shop: ShopFacts): MadeBatch {
  const masses = batchMasses(facts);
  const { lines, basis, cure } = batchLines(facts, masses, shop);
  const weighed = lines.filter((l) => l.weighedMg > 0);
  const apartMg = facts.lines
    .filter((l) => l.kind === 'meat' && hasOwnSeasoning(facts, l.stepId))
    .reduce((sum, l) => sum + (lines.find((v) => v.id === l.id)?.weighedMg ?? 0), 0);
  const { batch } = facts;
  return {
    id: batch.id,
    number: batch.number,
    versionNo: batch.versionNo,
    state: batch.state,
    meatMg: masses.meatMg,
    mixMg:
      weighed.reduce((sum, l) => sum + l.weighedMg, 0) - Math.round(basisMg(masses.matters.setAside, 'mix')),
    outMg: masses.productMg,
    meatMinor: meatCost(facts, masses),
    lines: madeLines(facts, weighed, basis.massMg + apartMg),
    label: batchLabel(facts, masses, isUncured(facts, cure))?.text ?? null,
  };
}

/**
 * Each line of the recipe, and whatever else went in, by all the weights it had: another lot, a top-up or a
 * correction of a line is more of that line.
 */
function madeLines(facts: BatchFacts, weighed: readonly LineView[], meatMg: number): MadeLine[] {
  const perMeat = mixPerMeat(facts.batch.recipe.lines.map((l) => l.dose));
  const byKey = new Map<string, { name: string; document: RecipeLine; massMg: number }>();
  for (const line of weighed) {
    const document = facts.lines.find((l) => l.id === line.id)?.document;
    if (!document) continue;
    const key = isUnwritten({ document }) ? document.ingredientId : document.key;
    const massMg = (byKey.get(key)?.massMg ?? 0) + line.weighedMg;
    byKey.set(key, { name: line.name, document, massMg });
  }
  return [...byKey].map(([key, { name, document, massMg }]) => {
    const written = facts.batch.recipe.lines.find((l) => l.key === key);
    return {
      key,
      name,
      ingredientId: document.ingredientId,
      role: document.role,
      writtenGPerKg: written ? massPerMeat(written.dose, perMeat) * 1000 : 0,
      madeGPerKg: (massMg / meatMg) * 1000,
    };
  });
}

function meatCost(facts: BatchFacts, masses: BatchMasses): number {
  const price = new Map(facts.accounts.map((a) => [a.id, a.priceMinor ?? 0]));
  return facts.lines
    .filter((l) => l.kind === 'meat')
    .reduce((sum, line) => {
      const massMg = lineMg(masses.live, line.id);
      return sum + (massMg / 1e6) * (price.get(line.lotAccountId) ?? 0);
    }, 0);
}
