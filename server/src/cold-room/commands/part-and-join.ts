import { InputError, dividedUnmixed, massToken, mixture, sortingGap } from '@zest/core';
import type { Person, SplitLot } from '@zest/contract';
import { postTransfers } from '../../ledger/index.js';
import type { AppContext } from '../../platform/app-context.js';
import { once } from '../../platform/commands.js';
import { announce } from '../../platform/live.js';
import { conflict, fromInputError, invalid, stale } from '../../platform/problem.js';
import {
  addEvent,
  addParent,
  childLot,
  mustBeFree,
  mustLock,
  mustNotBeRejected,
  stockTransfer,
  setBaseFat,
} from '../store/lot-writes.js';
import { commandOnLot } from './status.js';
import { toLot, type LotRow } from '../store/lots.js';
import { shopTime } from '../../platform/shop-time.js';

/** Points by which sorted streams may disagree with the lot before it is said aloud. */
const SORTING_TOLERANCE = 2;
/** Uncertainty of fats judged while sorting by eye. */
const SORTED_SD = 4;

/**
 * Parts a lot in two. Divided, both keep the fat – less surely, where ground meat was not mixed
 * first. Sorted into a fatter and a leaner stream, both get the fat that was judged.
 * @returns what the lead should be told, or null
 */
export async function splitLot(
  app: AppContext,
  person: Person,
  lotId: string,
  body: SplitLot,
): Promise<void> {
  await commandOnLot(app, person, lotId, 'split-lot', body, async ({ tx, now, lot }) => {
    if (lot.version !== body.version) {
      throw stale(
        `${lot.trimName} ${lot.code} has changed since you looked.`,
        toLot(lot, await shopTime(tx, now)),
      );
    }
    mustNotBeRejected(lot);
    mustBeFree(lot, body.massMg);
    if (body.massMg >= lot.balanceMg) {
      throw invalid([{ path: 'massMg', message: 'The part must weigh less than the whole lot.' }]);
    }
    const [part, rest] = body.mode === 'sort' ? sortedFats(lot, body) : dividedFats(lot);
    const taken = await childLot(tx, lot, body.massMg, {
      id: body.id,
      fat: { pct: part.fatPct, sd: part.fatSd, knownBy: body.mode === 'sort' ? 'eye' : lot.fatKnownBy },
    });
    await postTransfers(tx, now, [
      stockTransfer({
        from: lot.accountId,
        to: taken.accountId,
        amount: body.massMg,
        at: now,
        personId: person.id,
      }),
    ]);
    await setBaseFat(tx, lot.id, rest, body.mode === 'sort' ? 'eye' : lot.fatKnownBy);
    addEvent(tx, {
      lotId,
      kind: 'split',
      sentence: `${massToken(body.massMg)} ${body.mode === 'sort' ? `sorted out at ${part.fatPct} % fat, the rest at ${rest.fatPct} %` : 'parted off'} as ${taken.code}.`,
      at: now,
      personId: person.id,
    });
  });
}

/** What should be said when a lot is parted, or null. */
export function splitWarning(
  lot: { form: string; fatPct: number; balanceMg: number },
  body: SplitLot,
): string | null {
  if (body.mode === 'divide') {
    return lot.form === 'ground'
      ? 'This ground lot was not mixed before it was divided: the parts may differ, so both are now less surely known. Mix first, then divide.'
      : null;
  }
  const gap = sortingGap({ massMg: lot.balanceMg, fatPct: lot.fatPct }, [
    { massMg: body.massMg, fatPct: body.fatPct ?? 0 },
    { massMg: lot.balanceMg - body.massMg, fatPct: body.restFatPct ?? 0 },
  ]);
  return Math.abs(gap) > SORTING_TOLERANCE
    ? `Together the two streams would be ${(lot.fatPct + gap).toFixed(1)} % fat; the lot was thought to be ${lot.fatPct.toFixed(1)} %. One of the figures is off.`
    : null;
}

function dividedFats(lot: LotRow) {
  const fat = { fatPct: lot.fatPct, fatSd: lot.fatSd };
  const each = lot.form === 'ground' ? dividedUnmixed(fat) : fat;
  return [each, each] as const;
}

function sortedFats(lot: LotRow, body: SplitLot) {
  if (body.fatPct === undefined || body.restFatPct === undefined) {
    throw invalid([
      {
        path: body.fatPct === undefined ? 'fatPct' : 'restFatPct',
        message: 'Sorting asks for the fat of both streams.',
      },
    ]);
  }
  const sd = Math.max(SORTED_SD, lot.fatSd);
  return [
    { fatPct: body.fatPct, fatSd: sd },
    { fatPct: body.restFatPct, fatSd: sd },
  ] as const;
}

/** Puts lots of one trim, one owner and one state together: fat, price and age are those of the mixture. */
export async function mergeLots(
  app: AppContext,
  person: Person,
  body: { id: string; lotIds: string[] },
): Promise<void> {
  const now = app.now();
  const head = { id: body.id, kind: 'merge-lots', personId: person.id, at: now, request: body };
  await once(app.db, head, async (tx) => {
    const lots: LotRow[] = [];
    for (const id of [...new Set(body.lotIds)].sort()) lots.push(await mustLock(tx, id));
    mustBelongTogether(lots);
    const [first] = [...lots].sort((a, b) => b.outMs - a.outMs);
    if (!first) return;
    const merged = await childLot(tx, first, first.balanceMg, mergedFigures(body.id, lots));
    for (const lot of lots.filter((l) => l !== first)) {
      await addParent(tx, { lotId: merged.id, parentLotId: lot.id, batchId: null, massMg: lot.balanceMg });
    }
    await postTransfers(
      tx,
      now,
      lots.map((lot) =>
        stockTransfer({
          from: lot.accountId,
          to: merged.accountId,
          amount: lot.balanceMg,
          at: now,
          personId: person.id,
        }),
      ),
    );
    for (const lot of [...lots, { id: merged.id }]) {
      addEvent(tx, {
        lotId: lot.id,
        kind: 'merged',
        sentence: `${lots.map((l) => l.code).join(', ')} put together as ${merged.code}.`,
        at: now,
        personId: person.id,
      });
    }
    announce(tx, now, { topic: 'lots' });
  });
}

function mergedFigures(id: string, lots: readonly LotRow[]) {
  const total = lots.reduce((sum, l) => sum + l.balanceMg, 0);
  const mean = (value: (lot: LotRow) => number) =>
    lots.reduce((sum, l) => sum + value(l) * l.balanceMg, 0) / total;
  const fat = blendOf(lots);
  const useBys = lots.flatMap((l) => (l.useBy === null ? [] : [l.useBy])).sort();
  const suppliers = [...new Set(lots.map((l) => l.supplier))];
  return {
    id,
    supplier: suppliers.join(', ').slice(0, 80),
    supplierLot: [...new Set(lots.map((l) => l.supplierLot))].join(', ').slice(0, 60),
    receivedAt: new Date(Math.min(...lots.map((l) => l.receivedAt.getTime()))),
    priceMinor: Math.round(mean((l) => l.priceMinorPerKg)),
    boughtMinor: Math.round(mean((l) => l.boughtMinorPerKg)),
    fat: { pct: fat.fatPct, sd: fat.fatSd, knownBy: lots[0]?.fatKnownBy ?? 'eye' },
    tempC: Math.max(...lots.map((l) => l.tempC ?? -40)),
    saltGPerKg: mean((l) => l.saltGPerKg),
    nitritePpm: mean((l) => l.nitritePpm),
    weightKnown: lots.every((l) => l.weightKnown === 'weighed') ? 'weighed' : 'counted',
    useBy: useBys[0] ?? null,
  };
}

function blendOf(lots: readonly LotRow[]) {
  try {
    return mixture(lots.map((l) => ({ massKg: l.balanceMg / 1e6, fatPct: l.fatPct, fatSd: l.fatSd })));
  } catch (error) {
    throw error instanceof InputError ? fromInputError(error) : error;
  }
}

function mustBelongTogether(lots: readonly LotRow[]): void {
  const [first] = lots;
  const differ = (what: string, value: (lot: LotRow) => unknown) => {
    if (first && lots.some((l) => value(l) !== value(first))) {
      throw conflict('do-not-belong-together', `These lots have different ${what}; they stay apart.`);
    }
  };
  differ('owners', (l) => l.owner);
  differ('trims', (l) => l.trimId);
  differ('states', (l) => l.state);
  differ('heat treatment', (l) => l.heat);
  differ('release states', (l) => l.status);
  const held = lots.find((l) => l.reservedMg > 0);
  if (held)
    throw conflict('set-aside', `${held.code} is set aside for a batch; it cannot be put together now.`);
  const empty = lots.find((l) => l.balanceMg <= 0);
  if (empty) throw conflict('empty', `${empty.code} is empty.`);
}
