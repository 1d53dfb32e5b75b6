import { batchCost, beyondScaleError, massToken, sample } from '@zest/core';
import type { BatchSheet, BatchSummary, SheetLine, SheetStep } from '@zest/contract';
import { SCALES } from '../devices/index.js';
import { casingFigures, linkMass } from './casing-figures.js';
import { batchFat } from './fat-figures.js';
import { batchGauges, batchLabel } from './obey-figures.js';
import { massFigures, sheetLines, sumWhere, type MassFigures } from './figures.js';
import type { BatchRecord } from './record.js';
import type { SheetContext } from './sheet-context.js';
import { sheetSteps } from './sheet-steps.js';
import { batchTaste } from './taste-figures.js';

interface Computed {
  figures: MassFigures;
  lines: SheetLine[];
  mixMg: number;
  loads: number;
  basis: BatchSheet['meatBasis'];
  steps: SheetStep[];
  taste: BatchSheet['taste'];
}

/** The whole sheet of a batch, every figure computed from the record. */
export function buildSheet(record: BatchRecord, context: SheetContext): BatchSheet {
  const computed = compute(record, context);
  const { book } = context;
  const { figures, lines, mixMg, loads, basis, steps, taste } = computed;
  const { recipe } = record.batch;
  const reversed = new Set(record.transfers.flatMap((t) => (t.reversesId ? [t.reversesId] : [])));
  return {
    ...summaryOf(record, computed),
    recipe: {
      id: record.batch.recipeId,
      name: record.batch.recipeName,
      versionNo: record.batch.versionNo,
      state: recipe.state,
    },
    window: { minPct: record.batch.windowMinPct, maxPct: record.batch.windowMaxPct },
    owner: record.batch.owner,
    heat: record.batch.heat,
    gauges: batchGauges(record, lines, basis.massMg, book),
    label: batchLabel(record, figures),
    signed: record.batch.signed,
    ...batchFat(record, lines),
    lines,
    steps,
    readings: record.readings.map(({ batchId: _batch, ...r }) => ({ ...r, at: r.at.toISOString() })),
    marks: record.marks.map(({ batchId: _batch, ...m }) => ({ ...m, at: m.at.toISOString() })),
    taste,
    learned: context.history.learned,
    entries: record.transfers.map((t) => ({
      id: t.id,
      at: t.at.toISOString(),
      person: t.person ?? '',
      stepId: t.stepId,
      from: accountName(record, t.from),
      to: accountName(record, t.to),
      amount: t.amount,
      measure: record.accounts.get(t.from)?.measure ?? 'mg',
      how: t.how,
      lineId: t.lineId,
      reversesId: t.reversesId,
      reversed: reversed.has(t.id),
      reason: t.reason,
    })),
    meatBasis: basis,
    mixMg,
    loads,
    casing: casingFigures(record, figures, mixMg),
    linkMassG: linkMass(record),
    cost: costFigures(record, figures),
    links: linkFigures(record),
    version: record.batch.version,
  };
}

/** The short form for lists and the day. */
export function buildSummary(record: BatchRecord, context: SheetContext): BatchSummary {
  return summaryOf(record, compute(record, context));
}

function compute(record: BatchRecord, context: SheetContext): Computed {
  const figures = massFigures(record);
  const { lines, mixMg, loads, basis } = sheetLines(record, figures.live, context.book, context.rules);
  const taste = batchTaste(record, figures.live);
  const steps = sheetSteps({ record, figures, lines, loads, taste, context });
  return { figures, lines, mixMg, loads, basis, steps, taste };
}

function summaryOf(record: BatchRecord, { figures, lines, steps }: Computed): BatchSummary {
  const { batch } = record;
  const current = batch.state === 'open' ? steps.find((s) => s.state === 'current') : undefined;
  return {
    id: batch.id,
    number: batch.number,
    product: batch.recipeName,
    state: batch.state,
    plannedFor: batch.plannedFor,
    openedAt: batch.openedAt.toISOString(),
    plannedMeatMg: batch.plannedMeatMg,
    stepTitle: current?.title ?? null,
    stepId: current?.id ?? null,
    waitsFor: current ? (current.missing[0]?.sentence ?? 'Ready to close this step.') : null,
    trouble: batch.state === 'cancelled' ? null : trouble(record, figures, lines),
    meatMg: figures.meatMg,
    outMg: figures.productMg,
    unaccountedMg: figures.unaccountedMg,
    packedYield: figures.meatMg > 0 && figures.productMg > 0 ? figures.productMg / figures.meatMg : null,
    ribbon: figures.ribbon,
  };
}

/** The first thing the lead should look at. */
function trouble(record: BatchRecord, figures: MassFigures, lines: readonly SheetLine[]): string | null {
  const over = lines.find((l) => l.weighedMg > l.highMg && !l.accepted && !isClosed(record, l.stepId));
  if (over) return `${over.name} is ${massToken(over.weighedMg - over.dueMg)} over its due weight.`;
  const overCure = lines.find((l) => l.cure && l.weighedMg > 0 && !l.cure.withinLimit);
  if (overCure) return `${overCure.name} is above its limit.`;
  const station = figures.ribbon.find((s) => s.closed && missingMass(record, s.accountId, s.balanceMg) !== 0);
  if (station) {
    const word = station.balanceMg > 0 ? 'is missing' : 'too much came out';
    return `${massToken(Math.abs(station.balanceMg))} ${word} at ${station.name}.`;
  }
  return record.notices[0]?.sentence ?? null;
}

/** A closed step's balance beyond the error of the scales and half a percent of what went in. */
function missingMass(record: BatchRecord, placeId: string, balanceMg: number): number {
  const touching = record.transfers.filter((t) => t.from === placeId || t.to === placeId);
  const divisions = touching.reduce((sum, t) => {
    if (t.how === 'derived') return sum;
    const scale = SCALES.find((s) => t.deviceId?.startsWith(`${s.id}-`));
    return sum + (scale?.divisionMg ?? (t.amount > 14_000_000 ? 20_000 : 1_000));
  }, 0);
  const inMg = sumWhere(touching, (t) => t.to === placeId);
  return beyondScaleError(balanceMg, Math.max(divisions, inMg * 0.005));
}

function isClosed(record: BatchRecord, stepId: string): boolean {
  return record.steps.find((s) => s.id === stepId)?.closedAt !== null;
}

function costFigures(record: BatchRecord, figures: MassFigures): BatchSheet['cost'] {
  const prices = new Map(
    [...record.accounts.values()].flatMap((a) =>
      a.priceMinor !== null && a.lotKind !== 'product' && a.lotKind !== 'rework'
        ? [[a.id, { minorPerUnit: a.priceMinor, unitAmount: a.measure === 'mm' ? 1000 : 1_000_000 }] as const]
        : [],
    ),
  );
  const { totalMinor, byAccount } = batchCost(record.transfers, prices);
  const last = figures.ribbon[figures.ribbon.length - 1];
  const standing = [...figures.ribbon].reverse().find((s) => s.inMg > 0);
  const massMg = figures.productMg > 0 ? figures.productMg : standing === last ? 0 : (standing?.inMg ?? 0);
  const count = linkFigures(record)?.count ?? 0;
  const parts = new Map<string, number>();
  for (const [id, minor] of byAccount) {
    const name = accountName(record, id);
    parts.set(name, (parts.get(name) ?? 0) + minor);
  }
  return {
    totalMinor,
    perKgMinor: massMg > 0 ? totalMinor / (massMg / 1e6) : null,
    perLinkMinor: count > 0 ? totalMinor / count : null,
    parts: [...parts].map(([name, minor]) => ({ name, minor })).sort((a, b) => b.minor - a.minor),
  };
}

function linkFigures(record: BatchRecord): BatchSheet['links'] {
  const ids = new Set(
    record.steps.filter((s) => s.document.kind === 'link' || s.document.kind === 'form').map((s) => s.id),
  );
  const mine = record.readings.filter((r) => ids.has(r.stepId));
  const counts = mine.filter((r) => r.kind === 'count');
  const tallied = mine.filter((r) => r.kind === 'tally').reduce((sum, r) => sum + r.value, 0);
  const masses = mine.filter((r) => r.kind === 'sample').map((r) => r.value / 1000);
  if (counts.length === 0 && tallied === 0 && masses.length === 0) return null;
  const spread = masses.length > 0 ? sample({ massesG: masses }) : undefined;
  return {
    count: counts[counts.length - 1]?.value ?? tallied,
    meanG: spread?.meanG ?? null,
    sdG: spread?.sdG ?? null,
    cvPct: spread?.cvPct ?? null,
    n: masses.length,
    outliers: spread?.outliers ?? [],
  };
}

function accountName(record: BatchRecord, id: string): string {
  const step = record.steps.find((s) => s.placeAccountId === id);
  const account = record.accounts.get(id);
  if (step) return step.document.title;
  if (id === record.productAccountId) return 'finished goods';
  return account
    ? `${account.name}${account.lotCode && account.lotCode !== account.name ? ` ${account.lotCode}` : ''}`
    : id;
}
