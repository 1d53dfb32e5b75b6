import { marksOf } from '../../bench/marks.js';
import { clockOf, timeOut, type ChillEvent, type TimeOut } from '../../cold-room/chill-clock.js';
import { outOfChill, type HouseRules } from '../../rules/house.js';
import { temperatureToken } from '../../quantity/tokens.js';
import { isAtMachine, readingKind, stepTitle, traitsOf } from '../../steps/index.js';
import type { BatchFacts, ReadingFact, StepFact } from '../facts/facts.js';
import { atStep, msOf } from '../facts/moves.js';
import type { Missing } from '../../findings/missing.js';

/**
 * The clock runs by itself: every weight has the meat out; a step that is cold, or a hand that notes it, has
 * it in; what is smoked, dried or cooked is raw no more.
 */
export function outOfCold(facts: BatchFacts): TimeOut {
  const { steps, marks, accounts, transfers } = facts;
  const heated = Math.min(
    ...steps.flatMap((s) => (endsRaw(s) && begun(facts, s) ? [startOf(facts, s)] : [])),
  );
  const masses = new Set(accounts.flatMap((a) => (a.measure === 'mg' ? [a.id] : [])));
  const here = new Set(steps.map((s) => s.id));
  const weights = transfers.filter(
    (t) =>
      t.how !== 'derived' &&
      (masses.has(t.from) || masses.has(t.to)) &&
      (t.stepId === null || here.has(t.stepId)),
  );
  const first = Math.min(...weights.filter((t) => t.lineId !== null).map(msOf));
  const events: ChillEvent[] = [
    ...weights.map((t) => ({ kind: 'out' as const, at: msOf(t) })),
    ...marksOf(marks, 'chill').map((m) => ({
      kind: m.isIn ? ('in' as const) : ('out' as const),
      at: Date.parse(m.at),
    })),
    ...facts.readings.flatMap((r) => readCold(r, steps)),
    ...steps
      .filter((s) => traitsOf(s.document).cold && s.closedAt !== null)
      .map((s) => ({ kind: 'in' as const, at: Date.parse(s.closedAt ?? '') })),
  ].filter((e) => e.at >= first && e.at <= heated);
  const { beforeMs, sinceMs } = timeOut(events);
  if (sinceMs !== null && Number.isFinite(heated))
    return { beforeMs: beforeMs + heated - sinceMs, sinceMs: null };
  return { beforeMs, sinceMs };
}

/** Meat that is read at this or below is cold through, °C; common practice. */
const COLD_C = 4.4;

/** What a reading at or below the limit says: of what lies at a cold step, that it is in as well. */
function readCold({ kind, value, stepId, at }: ReadingFact, steps: readonly StepFact[]): ChillEvent[] {
  const step = steps.find((s) => s.id === stepId);
  if (!step || readingKind(kind).given !== 'probe' || value > COLD_C) return [];
  const read = { kind: 'cold' as const, at: Date.parse(at) };
  return traitsOf(step.document).cold ? [{ ...read, kind: 'in' }, read] : [read];
}

function endsRaw({ document }: StepFact): boolean {
  const t = traitsOf(document);
  return t.heat !== undefined || t.dries === true || t.smokes === true;
}

/** Something was entered at it, or it is done. */
function begun({ readings, transfers }: BatchFacts, step: StepFact): boolean {
  if (step.closedAt !== null) return !step.leftOut;
  return atStep(transfers, step.id).length > 0 || readings.some((r) => r.stepId === step.id);
}

function startOf({ readings, transfers }: BatchFacts, step: StepFact): number {
  const here = [...readings.filter((r) => r.stepId === step.id), ...atStep(transfers, step.id)];
  const at = here.map((f) => Date.parse(f.at));
  return Math.min(...at, step.closedAt === null ? Infinity : Date.parse(step.closedAt));
}

/**
 * Raw meat that is worked on after too long out of the cold: first it goes back, and is read there. What counts is all
 * time out since it was last read cold.
 */
export function missingCold(
  { steps }: Pick<BatchFacts, 'steps'>,
  step: StepFact,
  cold: TimeOut,
  shop: Pick<HouseRules, 'outWarnMinutes' | 'outStopMinutes'> & { now: string },
): Missing[] {
  const t = traitsOf(step.document);
  const works = isAtMachine(step.document) || t.pieces === true;
  const { minutes, isOut, level } = clockOf(cold, Date.parse(shop.now), outOfChill(shop));
  const isRaw = !steps.some((s) => s.position < step.position && !s.leftOut && endsRaw(s));
  if (!works || !isRaw || level !== 'stop') return [];
  const most = `${Math.floor(minutes)} min in all, of ${outOfChill(shop).stopMinutes} at most`;
  const way = isOut ? 'Back to the chill, noted under More, and read there' : 'Read it where it lies';
  return [
    {
      what: 'cold',
      sentence: `${stepTitle(step.document)}: the meat has stood out of the cold for ${most}. ${way} at ${temperatureToken(COLD_C)} or below; or the lead signs.`,
    },
  ];
}
