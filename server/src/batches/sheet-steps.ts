import {
  SOAK_MINUTES,
  STEP_SHAPES,
  countMarks,
  countingOf,
  fillsOf,
  leastMinutes,
  lossHint,
  needsOf,
  readyChecks,
  stepGate,
  type Missing,
  type ReadyCheck,
} from '@zest/core';
import type { BatchSheet, SheetLine, SheetStep } from '@zest/contract';
import { sumWhere, type MassFigures } from './figures.js';
import { isEmptyStream, stepAfter } from './places.js';
import type { BatchRecord, StepRow } from './record.js';
import type { SheetContext } from './sheet-context.js';

interface StepsInput {
  record: BatchRecord;
  figures: MassFigures;
  lines: readonly SheetLine[];
  /** Mixer loads of the batch. */
  loads: number;
  taste: BatchSheet['taste'];
  context: SheetContext;
}

/** The steps of a batch with their masses, what each still needs, and what is said about it. */
export function sheetSteps(input: StepsInput): SheetStep[] {
  const { record, figures } = input;
  const open = record.steps.filter((s) => s.closedAt === null);
  const currentId = record.batch.state === 'open' ? open[0]?.id : undefined;
  return record.steps.map((step) => {
    const shape = STEP_SHAPES[step.document.kind];
    const station = figures.ribbon.find((s) => s.accountId === step.placeAccountId);
    const weighed = sumWhere(figures.live, (t) => t.stepId === step.id && t.lineId !== null);
    const inMg = station?.inMg ?? weighed;
    const outMg = station?.outMg ?? weighed;
    const place = step.placeAccountId ?? '';
    const ready = checksOf(input, step, inMg);
    const loads = loadsOf(input, step, inMg);
    return {
      ...step.document,
      id: step.id,
      position: step.position,
      state: step.closedAt ? 'closed' : step.id === currentId ? 'current' : 'waiting',
      closedAt: step.closedAt?.toISOString() ?? null,
      closedBy: step.closedBy,
      overrideReason: step.overrideReason,
      missing: step.closedAt
        ? []
        : gateOf(input, step, {
            inMg,
            outMg,
            balanceMg: station?.balanceMg ?? 0,
            loads,
            ready,
          }),
      inMg,
      outMg,
      balanceMg: station?.balanceMg ?? 0,
      stepYield: figures.yields.stepYields[place] ?? null,
      // One stream alone says nothing of the whole batch.
      runningYield:
        (step.document.stream ?? 'all') === 'all' ? (figures.yields.runningYields[place] ?? null) : null,
      holdsMass: shape.holdsMass,
      losses: [...shape.losses],
      minMinutes: leastMinutes({ ...step.document, cured: isCured(record) }),
      ...(countingOf(step.document.shape).weighedEach ? { sampleSize: 1 } : {}),
      fills: fillsNow(record, step, inMg),
      needs: [
        ...needsOf({ ...step.document, cured: isCured(record) }),
        ...(needsClearing(record, step) ? (['cleared'] as const) : []),
      ],
      ready: ready.map((r) => ({ key: r.key, words: r.words, caution: r.caution ?? false })),
      loads,
      hint: step.closedAt
        ? null
        : lossHint({
            kind: step.document.kind,
            inMg,
            outMg,
            explainedMg: inMg - outMg - (station?.balanceMg ?? 0),
            usual: input.context.history.usual.get(step.document.kind),
          }),
      leftOut: step.leftOut,
      caution: shape.caution ?? null,
      nextTitle: shape.holdsMass ? (stepAfter(record, step)?.document.title ?? 'Finished goods') : null,
      version: step.version,
    };
  });
}

function checksOf({ record, context, loads }: StepsInput, step: StepRow, inMg: number): ReadyCheck[] {
  const { casing } = record.batch.recipe;
  const soak = record.marks
    .filter((m) => m.kind === 'timer' && m.subject === 'Soak the casing' && (m.value ?? 0) > 0)
    .at(-1);
  return readyChecks({
    kind: step.document.kind,
    title: step.document.title,
    plateMm: step.document.plateMm,
    hornMm: step.document.hornMm,
    inMg,
    loads,
    ...(casing
      ? {
          casing: {
            name: casing.name,
            calibreMm: casing.calibreMm,
            soakMinutes: SOAK_MINUTES[casing.material as keyof typeof SOAK_MINUTES] ?? 0,
          },
        }
      : {}),
    soakingSinceMs: soak?.at.getTime() ?? null,
    nowMs: context.now.getTime(),
    cured: isCured(record),
  });
}

function isCured(record: BatchRecord): boolean {
  return record.lines.some((l) => l.document?.role === 'cure');
}

/** Fills of the stuffer for what came in, with those that were ticked. */
function fillsNow({ batch, marks }: BatchRecord, step: StepRow, inMg: number): SheetStep['fills'] {
  const capacityKg = batch.recipe.stufferCapacityKg;
  if (step.document.kind !== 'stuff' || capacityKg === undefined || inMg <= 0) return null;
  const mine = marks.filter((m) => m.stepId === step.id);
  return fillsOf(inMg, capacityKg, countMarks(mine, 'fill'));
}

/** Mixer loads of a mix, lots of an emulsion; everything else is made at once. */
function loadsOf({ loads }: StepsInput, step: StepRow, inMg: number): number {
  const { kind, lotKg } = step.document;
  if (kind === 'mix') return loads;
  if (kind !== 'emulsify' || lotKg === undefined || inMg <= 0) return 1;
  return Math.max(1, Math.ceil(inMg / 1e6 / lotKg - 1e-6));
}

interface StepNow {
  inMg: number;
  outMg: number;
  balanceMg: number;
  loads: number;
  ready: readonly ReadyCheck[];
}

/** What the step still needs before it may close. */
function gateOf({ record, lines, taste }: StepsInput, step: StepRow, now: StepNow): Missing[] {
  if (isEmptyStream(record, step, now.inMg)) return [];
  const { kind } = step.document;
  const marks = record.marks.filter((m) => m.stepId === step.id);
  return stepGate({
    kind,
    stopAboveC: step.document.stopAboveC,
    stopBelowC: step.document.stopBelowC,
    minMinutes: step.document.minMinutes,
    mixedBy: step.document.mixedBy,
    cured: isCured(record),
    sampleSize: countingOf(step.document.shape).weighedEach ? 1 : step.document.sampleSize,
    mustBeCleared: needsClearing(record, step),
    lines: lines
      .filter((l) => l.stepId === step.id)
      .map((l) => ({
        ...l,
        band: { lowMg: l.lowMg, highMg: l.highMg },
        lotHeld: (record.accounts.get(lotAccountOf(record, l.id))?.lotStatus ?? 'available') !== 'available',
      })),
    readings: record.readings.filter((r) => r.stepId === step.id),
    loads: now.loads,
    skippedLoads: marks.filter((m) => m.kind === 'load-skipped').map((m) => Number(m.subject)),
    ...(now.ready.length > 0 ? { ready: marks.some((m) => m.kind === 'ready') } : {}),
    ...(kind === 'taste' || kind === 'stuff' || kind === 'form' ? { taste } : {}),
    cureLeftOut: NEEDS_CURE.has(kind) && cureLeftOut(record, lines),
    ...(kind === 'stuff' && record.casing
      ? {
          casingUsed: record.transfers.some(
            (t) => t.stepId === step.id && t.from === record.casing?.accountId,
          ),
        }
      : {}),
    inMg: now.inMg,
    outMg: now.outMg,
    balanceMg: now.balanceMg,
  });
}

/** Steps that a batch without its cure must not go through. */
const NEEDS_CURE = new Set(['smoke', 'hang', 'bloom']);

/** The recipe has cure, its weigh-up was signed past, and none was weighed in. */
function cureLeftOut(record: BatchRecord, lines: readonly SheetLine[]): boolean {
  const cures = lines.filter((l) => l.role === 'cure');
  return (
    cures.length > 0 &&
    cures.every((l) => l.weighedMg === 0) &&
    cures.some((l) => record.steps.some((s) => s.id === l.stepId && s.closedAt !== null))
  );
}

function lotAccountOf(record: BatchRecord, lineId: string): string {
  return record.lines.find((l) => l.id === lineId)?.lotAccountId ?? '';
}

/** Between two owners the head of the grinder and the horn are confirmed empty. */
function needsClearing(record: BatchRecord, step: StepRow): boolean {
  const { kind } = step.document;
  return record.batch.meetsOther && (kind === 'grind' || kind === 'stuff');
}
