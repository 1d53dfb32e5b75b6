import { v7 as uuid } from 'uuid';
import {
  SHOP_ACCOUNTS,
  DEFAULT_FAT_SD,
  isWarmer,
  massToken,
  parasitesWrong,
  temperatureToken,
} from '@zest/core';
import type { Delivery, Person, ReceiveLot, Trim } from '@zest/contract';
import type { AppContext } from '../../platform/app-context.js';
import { once } from '../../platform/commands.js';
import type { Transaction } from '../../platform/database.js';
import { announce } from '../../platform/live.js';
import { invalid } from '../../platform/problem.js';
import { shopBook } from '../../platform/settings.js';
import { shopTime } from '../../platform/shop-time.js';
import { limitOf } from './cold-reading.js';
import { addEvent, stockLot } from '../store/lot-writes.js';
import { nextLotCode, type NewLot } from '../store/lots.js';
import { asKnown } from '../store/parties.js';
import { listTrims } from '../store/trims.js';

/**
 * Takes one lot of trim into stock. A delivery that comes too warm, or that fails a check, is put on
 * hold until the lead releases it.
 */
export async function receiveLot(app: AppContext, person: Person, body: ReceiveLot): Promise<void> {
  await receive(app, person, { id: body.id, kind: 'receive-lot', request: body }, [body]);
}

/** Takes all lots of a delivery into stock in one go; a bad one keeps every one out. */
export async function receiveDelivery(app: AppContext, person: Person, body: Delivery): Promise<void> {
  await receive(app, person, { id: body.id, kind: 'receive-delivery', request: body }, body.lots);
}

async function receive(
  app: AppContext,
  person: Person,
  head: { id: string; kind: string; request: object },
  lots: readonly ReceiveLot[],
): Promise<void> {
  const now = app.now();
  await once(app.db, { ...head, personId: person.id, at: now }, async (tx) => {
    const trims = await listTrims(tx, await shopBook(tx));
    const unknown = lots.flatMap((lot, i) =>
      trims.some((t) => t.id === lot.trimId)
        ? []
        : [
            {
              path: lots.length > 1 ? `lots[${i}].trimId` : 'trimId',
              message: "Choose one of the shop's trims.",
            },
          ],
    );
    const { today } = await shopTime(tx, now);
    const issues = [
      ...unknown,
      ...lots.flatMap((lot, i) => daysWrong(lot, lots.length > 1 ? `lots[${i}].` : '', today)),
      ...lots.flatMap((lot, i) => recordWrong(lot, lots.length > 1 ? `lots[${i}].` : '', trims)),
    ];
    if (issues.length > 0) throw invalid(issues);
    const believed = (lot: ReceiveLot) =>
      lot.readingId !== undefined && app.scales.believes(lot.readingId, lot.massMg) ? 'scale' : 'typed';
    for (const lot of lots) {
      const trim = trims.find((t) => t.id === lot.trimId);
      if (!trim) continue;
      const maxC = await limitOf(tx, { ...lot, species: trim.species });
      await takeIn(tx, now, person, lot, { trim, maxC, how: believed(lot) });
    }
    announce(tx, now, { topic: 'lots' });
  });
}

/** What was done to a lot before it came was done by today, and in its order. */
function daysWrong(
  { slaughteredOn, frozenOn }: ReceiveLot,
  at: string,
  today: string,
): { path: string; message: string }[] {
  const said = { slaughteredOn, frozenOn };
  const ahead = (['slaughteredOn', 'frozenOn'] as const).filter((name) => (said[name] ?? '') > today);
  if (ahead.length > 0)
    return ahead.map((name) => ({ path: `${at}${name}`, message: `That day is ahead; today is ${today}.` }));
  if (slaughteredOn === null || frozenOn === null || slaughteredOn <= frozenOn) return [];
  return [{ path: `${at}frozenOn`, message: 'It was frozen after it was slaughtered, not before.' }];
}

/** A record that comes with a delivery answers for what it is about, or is none. */
function recordWrong(
  { parasites, trimId, state }: ReceiveLot,
  at: string,
  trims: readonly Trim[],
): { path: string; message: string }[] {
  const trim = trims.find((t) => t.id === trimId);
  if (!parasites || !trim) return [];
  const wrong = parasitesWrong(parasites, trim);
  if (wrong) return [{ path: `${at}parasites.${wrong.path}`, message: wrong.message }];
  if (parasites.kind !== 'frozen' || state !== 'fresh') return [];
  return [{ path: `${at}parasites.kind`, message: 'What comes fresh was never frozen.' }];
}

async function takeIn(
  tx: Transaction,
  now: Date,
  person: Person,
  lot: ReceiveLot,
  { trim, maxC, how }: { trim: Trim; maxC: number; how: 'scale' | 'typed' },
): Promise<void> {
  const reasons = [
    ...(isWarmer(lot.tempC, maxC)
      ? [`Came at ${temperatureToken(lot.tempC)}, above the limit of ${temperatureToken(maxC)}.`]
      : []),
    ...(lot.failedChecks.length > 0 ? [`Failed at receipt: ${lot.failedChecks.join(', ')}.`] : []),
  ];
  const holdReason = reasons.length > 0 ? reasons.join(' ') : null;
  const supplier = await asKnown(tx, 'supplier', lot.supplier);
  const owner = lot.owner === null ? null : await asKnown(tx, 'owner', lot.owner);
  const source = owner === null ? SHOP_ACCOUNTS.suppliers : SHOP_ACCOUNTS.customers;
  const stock: NewLot = {
    id: lot.id,
    accountId: uuid(),
    kind: 'trim',
    ofId: lot.trimId,
    code: await nextLotCode(tx, 'T'),
    supplier,
    supplierLot: lot.supplierLot,
    owner,
    receivedAt: now,
    priceMinor: lot.priceMinorPerKg,
    fat: { pct: lot.fatPct, sd: DEFAULT_FAT_SD[lot.fatKnownBy], knownBy: lot.fatKnownBy },
    tempC: lot.tempC,
    state: lot.state,
    heat: lot.heat,
    form: lot.form,
    saltGPerKg: lot.saltGPerKg,
    nitritePpm: lot.nitritePpm,
    carries: lot.carries,
    weightKnown: lot.weightKnown,
    useBy: lot.useBy,
    slaughteredOn: lot.slaughteredOn,
    frozenOn: lot.frozenOn,
    parasites: lot.parasites,
    status: holdReason ? 'hold' : 'available',
    holdReason,
    boxMg: lot.boxMg,
  };
  await stockLot(tx, now, person.id, lot.massMg, source, stock, how);
  addEvent(tx, {
    lotId: lot.id,
    kind: 'received',
    sentence: `${massToken(lot.massMg)} ${lot.weightKnown}, ${trim.name}${treated(lot)}, from ${supplier}${lot.supplierLot ? ` (their lot ${lot.supplierLot})` : ''}, at ${temperatureToken(lot.tempC)}.`,
    at: now,
    personId: person.id,
  });
  addEvent(tx, {
    lotId: lot.id,
    kind: holdReason ? 'held' : 'checked',
    sentence: holdReason ?? 'Looked at: clean, cold, no hair, clots, skin, bone or shot.',
    at: now,
    personId: person.id,
  });
}

/** What was done to it before it came, for the history. */
function treated({ heat, saltGPerKg, nitritePpm }: ReceiveLot): string {
  const words = [
    ...(heat === 'raw' ? [] : [heat]),
    ...(saltGPerKg > 0 ? [`${saltGPerKg} g salt per kg`] : []),
    ...(nitritePpm > 0 ? [`${nitritePpm} mg nitrite per kg`] : []),
  ];
  return words.map((w) => `, ${w}`).join('');
}
