import { casingAhead } from '../../bench/casing-ahead.js';
import { countMarks } from '../../bench/marks.js';
import { soakMinutesOf } from '../../casing/materials.js';
import { flowsOf, totalOf } from '../../ledger/flows.js';
import { casingPlan, pieceLengthMm } from '../../recipe/piece.js';
import { traitsOf } from '../../steps/index.js';
import type { BatchFacts } from '../facts/facts.js';
import type { BatchMasses } from '../facts/masses.js';
import type { CasingView } from './view.js';

/** Casing that a step has used so far, mm; what was taken back does not count. */
export function casingUsedMm({ steps, transfers }: BatchFacts, stepId: string): number {
  const account = steps.find((s) => s.id === stepId)?.casingAccountId;
  if (!account) return 0;
  const flows = flowsOf(transfers);
  return totalOf(flows.to(account)) - totalOf(flows.from(account));
}

/**
 * The casing of a product: what it needs, what was used, and whether it lasts for what is left to stuff.
 *
 * @param meantInto what is meant to come into a step of this key, mg; of none, all of the mix
 */
export function casingView(
  facts: BatchFacts,
  masses: BatchMasses,
  meantInto: (stepKey: string | undefined) => number,
): CasingView | null {
  const { recipe } = facts.batch;
  const { casing } = recipe;
  const lengthMm = pieceLengthMm(recipe);
  const [first] = facts.casings;
  if (!casing || !first || lengthMm === null) return null;
  const step = facts.steps.findLast((s) => traitsOf(s.document).machine === 'stuffer' && !s.leftOut);
  const mixMg = meantInto(step?.document.key);
  const station = masses.ribbon.find((r) => r.accountId === step?.placeAccountId);
  const stuffedMg = Math.max(0, station?.outMg ?? 0);
  const standing = station && station.inMg > 0 ? station.balanceMg : mixMg;
  const leftMg = step?.closedAt ? 0 : Math.max(0, standing);
  // What is in casings and what is still to come, as it turned out; the plan before the first kilogram.
  const plan = casingPlan(recipe, stuffedMg + leftMg) ?? casingPlan(recipe, mixMg);
  if (!plan) return null;
  const usedMm = facts.steps.reduce((sum, s) => sum + casingUsedMm(facts, s.id), 0);
  const leftMm = facts.casings.reduce((sum, c) => sum + c.leftMm, 0);
  const ahead =
    stuffedMg + leftMg > 0
      ? casingAhead({
          stuffedKg: stuffedMg / 1e6,
          leftKg: leftMg / 1e6,
          usedM: Math.max(0, usedMm) / 1000,
          atHandM: Math.max(0, leftMm) / 1000,
          plannedM: plan.metres,
        })
      : { needM: 0, shortM: 0 };
  const { tubes = null, filledM, twistM, spareM } = plan;
  return {
    casingId: casing.casingId,
    name: casing.name,
    calibreMm: casing.calibreMm,
    soakMinutes: soakMinutesOf(casing.material),
    aheadM: ahead.needM,
    shortM: ahead.shortM,
    lots: facts.casings.map(({ lotId, lotCode, leftMm: left }) => ({ lotId, lotCode, leftMm: left })),
    links: plan.links,
    needM: plan.metres,
    filledM,
    twistM,
    spareM,
    tubes,
    tubeMm: casing.tubeMm ?? null,
    uncasedMg: Math.round(plan.remainderG * 1000),
    usedMm,
    strands: countMarks(facts.marks, 'strand'),
    bursts: countMarks(facts.marks, 'defect', 'burst'),
    stuffedMg,
    leftMm,
    linkLengthMm: lengthMm,
  };
}
