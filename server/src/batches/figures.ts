import {
  effective,
  loads,
  meatBasis,
  mixPerMeat,
  nitrite,
  ribbon,
  yields,
  chooseScale,
  doseFraction,
  shareOut,
  toleranceBand,
  type BookId,
  type Composition,
  type LedgerAccount,
  type Material,
  type RibbonStation,
  type WeighKind,
  type YieldAnswer,
} from '@zest/core';
import type { SheetLine } from '@zest/contract';
import { SCALES } from '../devices/index.js';
import { SHOP, lossAccount } from '../ledger/index.js';
import type { BenchRules } from '../platform/settings.js';
import { lastGrinds } from './places.js';
import type { AccountRow, BatchRecord, LineRow, TransferRow } from './record.js';

/** Everything about a batch's mass that the core computes from its transfers. */
export interface MassFigures {
  live: TransferRow[];
  yields: YieldAnswer;
  ribbon: RibbonStation[];
  meatMg: number;
  productMg: number;
  unaccountedMg: number;
}

export function massFigures(record: BatchRecord): MassFigures {
  const accounts = ledgerAccounts(record);
  const inMg = record.transfers.filter((t) => record.accounts.get(t.from)?.measure === 'mg');
  const live = effective(inMg);
  const meatAccounts = record.lines.filter((l) => l.kind === 'meat').map((l) => l.lotAccountId);
  const meatMg = sumWhere(live, (t) => meatAccounts.includes(t.from));
  const answer = yields({ accounts, meatBlock: [...new Set(meatAccounts)], transfers: inMg });
  const written =
    sumWhere(live, (t) => t.to === SHOP.unaccounted) - sumWhere(live, (t) => t.from === SHOP.scaleDifference);
  return {
    live,
    yields: answer,
    ribbon: ribbon(accounts, inMg, materials(record.accounts)),
    meatMg,
    productMg: sumWhere(live, (t) => t.to === record.productAccountId),
    unaccountedMg: answer.unaccountedMg + written,
  };
}

export function sumWhere(transfers: readonly TransferRow[], test: (t: TransferRow) => boolean): number {
  return transfers.reduce((sum, t) => (test(t) ? sum + t.amount : sum), 0);
}

function ledgerAccounts(record: BatchRecord): LedgerAccount[] {
  const steps = new Map(record.steps.map((s) => [s.placeAccountId, s]));
  const used = new Set([
    ...record.transfers.flatMap((t) => [t.from, t.to]),
    ...record.steps.map((s) => s.placeAccountId),
    ...record.lines.map((l) => l.lotAccountId),
  ]);
  return [...record.accounts.values()]
    .filter((a) => used.has(a.id) && a.measure === 'mg')
    .map((a) => {
      const step = steps.get(a.id);
      return {
        id: a.id,
        kind: a.kind,
        name: step?.document.title ?? a.name,
        measure: a.measure,
        product: a.id === record.productAccountId,
        ...(step ? { closed: step.closedAt !== null, position: step.position } : {}),
      };
    });
}

/** What each stock account brings into the mix, by material. */
function materials(accounts: ReadonlyMap<string, AccountRow>): Map<string, Composition> {
  const parts = new Map<string, Composition>();
  for (const account of accounts.values()) {
    if (account.fatPct !== null) {
      parts.set(account.id, { lean: 1 - account.fatPct / 100, fat: account.fatPct / 100 });
    } else if (account.id === SHOP.casingMass) {
      parts.set(account.id, { casing: 1 });
    } else if (account.role !== null) {
      parts.set(account.id, { [materialOf(account.role)]: 1 });
    }
  }
  return parts;
}

function materialOf(role: string): Material {
  if (role === 'cure' || role === 'inclusion' || role === 'fat') return role;
  return role === 'liquid' ? 'water' : 'spice';
}

/** The meat weight the dry lines scale to, growth included. */
function currentMeat(record: BatchRecord, live: readonly TransferRow[]) {
  const weighStep = record.steps.find((s) => s.document.kind === 'weigh-meat');
  const dryStep = record.steps.find((s) => s.document.kind === 'weigh-dry');
  const grinds = lastGrinds(record);
  const ground = grinds.length > 0 && grinds.every((g) => g.closedAt !== null);
  const fromGrind = new Set(grinds.flatMap((g) => (g.placeAccountId ? [g.placeAccountId] : [])));
  const places = new Set(record.steps.flatMap((s) => (s.placeAccountId ? [s.placeAccountId] : [])));
  const growth = record.lines.filter(
    (l) => l.kind === 'meat' && l.stepId !== weighStep?.id && !hasOwnSeasoning(record, l.stepId),
  );
  const grown = growth.reduce((sum, l) => sum + (l.plannedMg ?? 0), 0);
  const trimmed = ground ? 0 : trimmedAfterWeighing(record, live);
  const basis = meatBasis({
    plannedMg: record.batch.plannedMeatMg,
    weighedMg: weighStep?.closedAt
      ? sumWhere(live, (t) => t.stepId === weighStep.id && t.lineId !== null) - trimmed
      : 0,
    groundMg: ground ? sumWhere(live, (t) => fromGrind.has(t.from) && places.has(t.to)) : 0,
  });
  // What was kept as a lot of its own before the dry lines were weighed is not seasoned with them.
  const kept = sumWhere(
    live,
    (t) =>
      places.has(t.from) &&
      record.accounts.get(t.to)?.lotKind === 'trim' &&
      !(ground && fromGrind.has(t.from)) &&
      (!dryStep?.closedAt || t.at <= dryStep.closedAt),
  );
  return { massMg: Math.max(1, basis.massMg + grown - kept), from: basis.from };
}

/** A correction whose salt, cure and spice were written as lines of their own does not move the others. */
function hasOwnSeasoning(record: BatchRecord, stepId: string): boolean {
  const key = record.steps.find((s) => s.id === stepId)?.document.key ?? '';
  return record.steps.some(
    (s) => s.document.key === key.replace(/^correction-/, 'season-') && s.document.key !== key,
  );
}

/** Bone and trim that left where the meat was weighed into: nothing is dosed on it. */
function trimmedAfterWeighing(record: BatchRecord, live: readonly TransferRow[]): number {
  const weighed = record.steps.find((s) => s.document.kind === 'weigh-meat');
  const first = new Set(
    record.lines.filter((l) => l.kind === 'meat' && l.stepId === weighed?.id).map((l) => l.placeAccountId),
  );
  return sumWhere(live, (t) => first.has(t.from) && t.to === lossAccount('bone and trim'));
}

/** Every line with its due weight, band, scale, what has been weighed and, for cure, its limit. */
export function sheetLines(
  record: BatchRecord,
  live: readonly TransferRow[],
  book: BookId,
  rules: BenchRules = { cureWitness: false },
): {
  lines: SheetLine[];
  mixMg: number;
  loads: number;
  basis: { massMg: number; from: 'ground' | 'weighed' | 'planned' };
} {
  const basis = currentMeat(record, live);
  const recipe = record.batch.recipe;
  const perMeat = mixPerMeat(recipe.lines.map((l) => l.dose));
  const seasonedApart = sumOf(
    record.lines.filter((l) => l.kind === 'meat' && hasOwnSeasoning(record, l.stepId)),
    (l) => l.plannedMg ?? 0,
  );
  const mixMg = Math.round((basis.massMg + seasonedApart) * perMeat);
  const loadCount = loads({ massKg: mixMg / 1e6, capacityKg: recipe.mixerCapacityKg }).loads;
  const lines = record.lines
    .filter((l) => l.plannedMg !== 0)
    .map((line) => {
      const weighedMg = sumWhere(live, (t) => t.lineId === line.id);
      const correctionMg = line.kind === 'dry' && line.plannedMg !== null ? correctedMeat(record, line) : 0;
      const own =
        correctionMg > 0 ? { basisMg: correctionMg, mixMg: Math.round(correctionMg * perMeat) } : undefined;
      return sheetLine(record, line, {
        basisMg: basis.massMg,
        mixMg,
        loadCount: own ? 1 : loadCount,
        weighedMg,
        book,
        rules,
        ...own,
      });
    });
  return { lines, mixMg, loads: loadCount, basis };
}

/** The meat of the correction that a dry line seasons. */
function correctedMeat(record: BatchRecord, line: LineRow): number {
  const key = record.steps.find((s) => s.id === line.stepId)?.document.key ?? '';
  const weigh = record.steps.find((s) => s.document.key === key.replace(/^season-/, 'correction-'));
  return sumOf(
    record.lines.filter((l) => l.kind === 'meat' && l.stepId === weigh?.id),
    (l) => l.plannedMg ?? 0,
  );
}

function sumOf<T>(items: readonly T[], value: (item: T) => number): number {
  return items.reduce((sum, item) => sum + value(item), 0);
}

interface LineContext {
  basisMg: number;
  mixMg: number;
  loadCount: number;
  weighedMg: number;
  book: BookId;
  rules: BenchRules;
}

function sheetLine(record: BatchRecord, line: LineRow, ctx: LineContext): SheetLine {
  const rawDue = dueOf(line, ctx);
  const kind: WeighKind = line.kind === 'meat' ? 'meat' : line.document?.role === 'cure' ? 'cure' : 'dry';
  const tolerance = line.document?.tolerancePct;
  const choice = chooseScale({ dueMg: rawDue, kind, tolerancePct: tolerance }, SCALES);
  const scale = scaleOf(choice?.scaleId);
  const dueMg = Math.max(scale.divisionMg, Math.round(rawDue / scale.divisionMg) * scale.divisionMg);
  const cure = cureFigures(line, ctx, dueMg);
  const band = toleranceBand({
    dueMg,
    kind,
    divisionMg: scale.divisionMg,
    tolerancePct: tolerance,
    limitMg: cure?.maxMg,
  });
  return {
    id: line.id,
    stepId: line.stepId,
    kind: line.kind,
    name: line.name,
    role: line.document?.role ?? 'meat',
    material: line.document ? materialOf(line.document.role) : 'lean',
    stream: record.steps.find((s) => s.placeAccountId === line.placeAccountId)?.document.stream ?? 'all',
    lotId: line.lotId,
    lotCode: line.lotCode,
    required: line.document?.required ?? true,
    dueMg,
    lowMg: band.lowMg,
    highMg: band.highMg,
    weighedMg: ctx.weighedMg,
    stockMg: record.accounts.get(line.lotAccountId)?.balance ?? null,
    unconfirmed:
      ctx.rules.cureWitness &&
      line.document?.role === 'cure' &&
      !record.marks.some(
        (m) => m.kind === 'cure' && m.subject === line.id && m.second !== null && m.value === ctx.weighedMg,
      ),
    accepted: record.acceptances.some((a) => a.lineId === line.id && a.weighedMg === ctx.weighedMg),
    scaleId: scale.id,
    weighings: choice?.weighings ?? 1,
    tooCoarse: choice?.tooCoarse ?? false,
    gPerKgMeat: line.kind === 'dry' ? (rawDue / ctx.basisMg) * 1000 : null,
    pctOfMix: line.kind === 'dry' ? (rawDue / ctx.mixMg) * 100 : null,
    perLoadMg:
      line.kind === 'dry' ? shareOut(dueMg, new Array<number>(ctx.loadCount).fill(1), scale.divisionMg) : [],
    note: line.document?.note ?? null,
    cure,
  };
}

function scaleOf(id: string | undefined) {
  const scale = SCALES.find((s) => s.id === id);
  if (!scale) throw new Error('The shop has no scale for this line.');
  return scale;
}

function dueOf(line: LineRow, ctx: LineContext): number {
  if (line.plannedMg !== null || !line.document) return line.plannedMg ?? 0;
  const { basis, fraction } = doseFraction(line.document.dose);
  return fraction * (basis === 'meat' ? ctx.basisMg : ctx.mixMg);
}

function cureFigures(line: LineRow, ctx: LineContext, dueMg: number): SheetLine['cure'] {
  const nitritePct = line.document?.nitritePct ?? line.document?.carries?.contents.nitritePct;
  if (nitritePct === undefined || (line.document?.role !== 'cure' && nitritePct === 0)) return null;
  const cureG = (ctx.weighedMg > 0 ? ctx.weighedMg : dueMg) / 1000;
  const answer = nitrite({
    cureG,
    nitritePct,
    meatKg: ctx.basisMg / 1e6,
    mixKg: ctx.mixMg / 1e6,
    book: ctx.book,
  });
  return {
    nitritePct,
    ppm: answer.basis === 'mix' ? (answer.ppmOnMix ?? 0) : answer.ppmOnMeat,
    limitPpm: answer.limitPpm,
    basis: answer.basis,
    book: ctx.book,
    maxMg: Math.floor(answer.maxCureG * 1000),
    withinLimit: answer.withinLimit,
  };
}
