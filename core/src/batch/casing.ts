import { casingAhead } from '../bench/casing-ahead.js';
import { countMarks } from '../bench/marks.js';
import { casingNeed } from '../casing/casing-need.js';
import { linkFigures } from '../casing/link.js';
import { soakMinutesOf } from '../casing/materials.js';
import { traitsOf } from '../steps/index.js';
import type { BatchFacts } from './facts.js';
import { sumWhere, type BatchMasses } from './masses.js';
import type { CasingView } from './view.js';

/** Length of a piece by its recipe, mm; from its mass where no length is written. */
function pieceLengthMm({ batch: { recipe } }: BatchFacts): number | null {
  const { casing, linkLengthMm, linkMassG } = recipe;
  if (linkLengthMm !== null) return linkLengthMm;
  return casing && linkMassG ? linkFigures({ calibreMm: casing.calibreMm, massG: linkMassG }).lengthMm : null;
}

/** The casing of a batch: what it needs, what was used, and whether it lasts for what is left to stuff. */
export function casingView(facts: BatchFacts, masses: BatchMasses, mixMg: number): CasingView | null {
  const { casing } = facts.batch.recipe;
  const lengthMm = pieceLengthMm(facts);
  if (!casing || !facts.casing || lengthMm === null) return null;
  const { accountId } = facts.casing;
  const need = casingNeed({ massKg: mixMg / 1e6, calibreMm: casing.calibreMm, lengthMm });
  const usedMm =
    sumWhere(facts.transfers, (t) => t.from === accountId) -
    sumWhere(facts.transfers, (t) => t.to === accountId);
  const step = facts.steps.find((s) => traitsOf(s.document).machine === 'stuffer' && !s.leftOut);
  const station = masses.ribbon.find((r) => r.accountId === step?.placeAccountId);
  const stuffedKg = Math.max(0, station?.outMg ?? 0) / 1e6;
  const leftKg = step?.closedAt
    ? 0
    : Math.max(0, station && station.inMg > 0 ? station.balanceMg : mixMg) / 1e6;
  const nothing = { needM: 0, shortM: 0 };
  const more = {
    stuffedKg,
    leftKg,
    usedM: Math.max(0, usedMm) / 1000,
    atHandM: Math.max(0, facts.casing.leftMm) / 1000,
    plannedM: need.metres,
  };
  // A stuffer that was closed with nothing through it needs no casing any more.
  const ahead = stuffedKg + leftKg > 0 ? casingAhead(more) : nothing;
  return {
    name: casing.name,
    calibreMm: casing.calibreMm,
    soakMinutes: soakMinutesOf(casing.material),
    aheadM: ahead.needM,
    shortM: ahead.shortM,
    lotId: facts.casing.lotId,
    lotCode: facts.casing.lotCode,
    links: need.links,
    needM: need.metres,
    usedMm,
    strands: countMarks(facts.marks, 'strand'),
    leftMm: facts.casing.leftMm,
    linkLengthMm: lengthMm,
  };
}
