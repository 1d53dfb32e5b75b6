import {
  FAT_SOURCES,
  InputError,
  joinAll,
  massToken,
  mixture,
  partLot,
  toKept,
  type FatSource,
} from '@zest/core';
import type { LotCarries, Person, SplitLot } from '@zest/contract';
import { postTransfers } from '../../ledger/index.js';
import type { AppContext } from '../../platform/app-context.js';
import { once } from '../../platform/commands.js';
import { announce } from '../../platform/live.js';
import { conflict, fromInputError, invalid, stale } from '../../platform/problem.js';
import {
  addEvent,
  childLot,
  mustAllow,
  mustBeFree,
  mustLock,
  stockTransfer,
  setBaseFat,
} from '../store/lot-writes.js';
import { commandOnLot } from './status.js';
import { carriesOf, matterOf, toLot, type LotRow } from '../store/lots.js';
import { shopTime } from '../../platform/shop-time.js';

/**
 * Parts a lot in two, by the weight and the fat of both: divided, or sorted into a fatter and a leaner stream.
 * Both are less surely known than the whole was.
 * @throws HttpProblem 422 for weights or fats that cannot be those of the lot's parts
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
    mustAllow('divide', lot);
    mustBeFree(lot, body.massMg);
    if (body.massMg >= lot.balanceMg) {
      throw invalid([{ path: 'massMg', message: 'The part must weigh less than the whole lot.' }]);
    }
    const [part, rest] = fatsOf(lot, body);
    const knownBy = body.mode === 'sort' ? 'eye' : lot.fatKnownBy;
    const taken = await childLot(tx, lot, body.massMg, {
      id: body.id,
      fat: { pct: part.fatPct, sd: part.fatSd, knownBy },
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
    await setBaseFat(tx, lot.id, rest, knownBy);
    addEvent(tx, {
      lotId,
      kind: 'split',
      sentence: `${massToken(body.massMg)} ${body.mode === 'sort' ? `sorted out at ${part.fatPct} % fat, the rest at ${rest.fatPct} %` : 'parted off'} as ${taken.code}.`,
      at: now,
      personId: person.id,
    });
  });
}

function fatsOf(lot: LotRow, { mode, massMg, restMassMg, fatPct, restFatPct }: SplitLot) {
  const { fatSd, balanceMg, form } = lot;
  try {
    return partLot({
      mode,
      whole: { massMg: balanceMg, fatPct: lot.fatPct, fatSd, form },
      part: { massMg, fatPct },
      rest: { massMg: restMassMg, fatPct: restFatPct },
    });
  } catch (error) {
    throw error instanceof InputError ? fromInputError(error) : error;
  }
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
    const others = lots.filter((l) => l !== first);
    const merged = await childLot(tx, first, first.balanceMg, mergedFigures(body.id, lots), others);
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
    fat: { pct: fat.fatPct, sd: fat.fatSd, knownBy: leastSure(lots) },
    tempC: Math.max(...lots.map((l) => l.tempC ?? -40)),
    tempAt: new Date(Math.max(...lots.map((l) => l.tempAtTime?.getTime() ?? 0))),
    saltGPerKg: mean((l) => l.saltGPerKg),
    nitritePpm: mean((l) => l.nitritePpm),
    weightKnown: lots.find((l) => l.weightKnown !== 'weighed')?.weightKnown ?? 'weighed',
    carries: mergedCarries(lots),
    matter: lots.some((l) => l.matterJson !== null)
      ? toKept(joinAll(lots.map((l) => matterOf(l, l.balanceMg))))
      : null,
    useBy: useBys[0] ?? null,
  };
}

/** The least sure of the ways in which the fats were known. */
function leastSure(lots: readonly LotRow[]): FatSource {
  const order = FAT_SOURCES.filter((way) => way !== 'computed');
  const ways = lots.map((l) => l.fatKnownBy);
  return [...order].reverse().find((way) => ways.includes(way)) ?? 'computed';
}

function mergedCarries(lots: readonly LotRow[]): LotCarries | null {
  const all = lots.flatMap((lot) => carriesOf(lot) ?? []);
  if (all.length === 0) return null;
  const names = new Set<string>();
  return {
    allergens: [...new Set(all.flatMap((c) => c.allergens))],
    parts: all.flatMap((c) => c.parts).filter((p) => !names.has(p.name) && Boolean(names.add(p.name))),
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
  differ('forms', (l) => l.form);
  differ('release states', (l) => l.status);
  for (const lot of lots) mustAllow('join', lot);
}
