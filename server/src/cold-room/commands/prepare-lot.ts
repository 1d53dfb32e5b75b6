import { v7 as uuid } from 'uuid';
import {
  SHOP_ACCOUNTS,
  InputError,
  fatAfter,
  isWarmer,
  massToken,
  prepare,
  temperatureToken,
  type LossReason,
} from '@zest/core';
import type { Person, PrepareLot } from '@zest/contract';
import { lossAccount, postTransfers, type NewTransfer } from '../../ledger/index.js';
import type { AppContext } from '../../platform/app-context.js';
import type { Transaction } from '../../platform/database.js';
import { fromInputError, invalid } from '../../platform/problem.js';
import { limitOf } from './cold-reading.js';
import { addEvent, childLot, mustAllow, stockTransfer } from '../store/lot-writes.js';
import { shopTime } from '../../platform/shop-time.js';
import { commandOnLot, mustBeThawedDay } from './status.js';
import type { LotRow } from '../store/lots.js';
import { findTrim, type TrimKind } from '../store/trims.js';
import { insertPreparation } from '../store/preparations.js';

/** What the floor scale cannot tell apart, over the few weighings of one preparation. */
const DIVISION_MG = 40_000;

/**
 * Raw in, prepared out: the usable becomes a lot of its own at its true cost, every part goes where
 * it was sent, and what nobody can explain is written down as that. Within the error of weighing, where the gross is
 * more than the books had, the rest is found.
 */
export async function prepareLot(
  app: AppContext,
  person: Person,
  lotId: string,
  body: PrepareLot,
): Promise<void> {
  await commandOnLot(app, person, lotId, 'prepare-lot', body, async ({ tx, now, lot }) => {
    mustAllow('prepare', lot, body.grossMg);
    const answer = compute(lot, body);
    const isThaw = body.how === 'thaw';
    if (isThaw && lot.state === 'fresh') {
      throw invalid([{ path: 'how', message: `${lot.code} is fresh; only frozen meat is thawed.` }]);
    }
    const useBy =
      isThaw && lot.state === 'frozen'
        ? mustBeThawedDay(body.useBy, lot, (await shopTime(tx, now)).today, person.signs)
        : lot.useBy;
    const limit = await limitOf(tx, { ...lot, state: 'fresh' });
    const trims = await partTrims(tx, body);
    const fat = fatOf(lot, body, trims);
    const hold = isWarmer(body.tempC, limit)
      ? `At ${temperatureToken(body.tempC)} after ${body.how}: chill below ${temperatureToken(limit)} and read before it joins cold meat.`
      : null;
    const usable =
      body.usableMg > 0
        ? await childLot(tx, lot, body.usableMg, {
            id: body.id,
            priceMinor: answer.usableMinorPerKg,
            weightKnown: 'weighed',
            tempC: body.tempC,
            tempAt: now,
            fat: { pct: fat.fatPct, sd: fat.fatSd, knownBy: fat.knownBy },
            useBy,
            ...(isThaw ? { state: 'thawed' as const } : {}),
            ...(body.how === 'roast' ? { heat: 'cooked' as const } : {}),
            ...(hold ? { status: 'hold' as const, holdReason: hold } : {}),
          })
        : undefined;
    const move = (to: string, amount: number, reason: string | null = null) =>
      stockTransfer({ from: lot.accountId, to, amount, at: now, personId: person.id, reason });
    const on = { tx, now, lot, body };
    const moves: NewTransfer[] = [];
    if (answer.takenUpMg > 0) {
      moves.push({ ...move(lot.accountId, answer.takenUpMg), from: SHOP_ACCOUNTS.takeUp });
    }
    if (usable) moves.push(move(usable.accountId, body.usableMg));
    for (const part of body.parts) moves.push(await partMove(on, part, trims, move));
    if (answer.unexplainedMg > 0) {
      moves.push(
        move(lossAccount('missing at stock take'), answer.unexplainedMg, `Not explained at ${body.how}.`),
      );
    }
    await postTransfers(tx, now, moves);
    await addPreparation(tx, lot, body, {
      usableId: usable?.id ?? null,
      unexplainedMg: answer.unexplainedMg,
      now,
      personId: person.id,
    });
    addEvent(tx, {
      lotId,
      kind: 'prepared',
      sentence: `${body.how}: ${massToken(body.grossMg)} in, ${massToken(body.usableMg)} usable${answer.unexplainedMg > 0 ? `, ${massToken(answer.unexplainedMg)} not explained` : ''}.`,
      at: now,
      personId: person.id,
    });
  });
}

function compute(lot: LotRow, body: PrepareLot) {
  try {
    return prepare({
      how: body.how,
      grossMg: body.grossMg,
      usableMg: body.usableMg,
      parts: body.parts,
      paidMinorPerKg: lot.priceMinorPerKg,
      divisionMg: DIVISION_MG,
    });
  } catch (error) {
    throw error instanceof InputError ? fromInputError(error) : error;
  }
}

type Part = PrepareLot['parts'][number];
type Trims = ReadonlyMap<string, TrimKind>;

/** The trims that parts are kept as, each of the species it comes off. */
async function partTrims(tx: Transaction, { parts }: PrepareLot): Promise<Trims> {
  const found = new Map<string, TrimKind>();
  for (const { to, trimId } of parts) {
    const trim = to === 'stock' && trimId !== undefined ? await findTrim(tx, trimId) : undefined;
    if (trimId !== undefined && trim) found.set(trimId, trim);
  }
  return found;
}

/** Fat of what is usable: as judged, or by what came off as trims of known fat. */
function fatOf(lot: LotRow, body: PrepareLot, trims: Trims) {
  try {
    return fatAfter({
      before: { fatPct: lot.fatPct, fatSd: lot.fatSd, knownBy: lot.fatKnownBy },
      usableMg: Math.max(1, body.usableMg),
      parts: body.parts.map(({ name, massMg, trimId }) => ({
        name,
        massMg,
        fatPct: trims.get(trimId ?? '')?.fatPct,
      })),
      saidPct: body.fatPct,
    });
  } catch (error) {
    throw error instanceof InputError ? fromInputError(error) : error;
  }
}

async function partMove(
  { tx, now, lot, body }: { tx: Transaction; now: Date; lot: LotRow; body: PrepareLot },
  part: Part,
  trims: Trims,
  move: (to: string, amount: number, reason?: string | null) => NewTransfer,
): Promise<NewTransfer> {
  if (part.to === 'sale') return move(SHOP_ACCOUNTS.customers, part.massMg, `${part.name}, sold`);
  if (part.to === 'bin') return move(lossAccount(lossOf(part.name, body.how)), part.massMg, part.name);
  if (part.trimId === undefined) {
    throw invalid([{ path: 'parts', message: `Choose which trim the ${part.name} is kept as.` }]);
  }
  const trim = trims.get(part.trimId);
  if (!trim) throw invalid([{ path: 'parts', message: `The ${part.name} is not a trim of this shop.` }]);
  if (trim.species !== lot.species) {
    const message = `${part.name} comes off ${lot.species}; ${trim.name} is ${trim.species}.`;
    throw invalid([{ path: 'parts', message }]);
  }
  const kept = await childLot(tx, lot, part.massMg, {
    ofId: part.trimId,
    priceMinor: part.creditMinorPerKg ?? 0,
    fat: { pct: trim.fatPct, sd: 4, knownBy: 'eye' },
    tempC: body.tempC,
    tempAt: now,
  });
  return move(kept.accountId, part.massMg, part.name);
}

function lossOf(name: string, how: string): LossReason {
  if (/drip|purge|water|drain/i.test(name) || how === 'drain' || how === 'thaw') return 'drip';
  if (/peel|skin|rind/i.test(name) && how !== 'trim out') return 'peel';
  return how === 'roast' ? 'evaporation' : 'bone and trim';
}

async function addPreparation(
  tx: Transaction,
  lot: LotRow,
  body: PrepareLot,
  found: { usableId: string | null; unexplainedMg: number; now: Date; personId: string },
): Promise<void> {
  await insertPreparation(tx, {
    id: uuid(),
    lotId: lot.id,
    how: body.how,
    grossMg: body.grossMg,
    usableMg: body.usableMg,
    parts: JSON.stringify(body.parts),
    tempC: body.tempC,
    ...found,
  });
}
