import { v7 as uuid } from 'uuid';
import { heldFor, isWarmer, mayNotBecome, temperatureToken, thawedDayWrong } from '@zest/core';
import type { ColdReading, Person, TrimLot } from '@zest/contract';
import { touchBatch, touchBatchesOfLot } from '../../ledger/index.js';
import type { AppContext } from '../../platform/app-context.js';
import { once } from '../../platform/commands.js';
import type { Transaction } from '../../platform/database.js';
import { announce } from '../../platform/live.js';
import { addNotice } from '../../platform/notices.js';
import { conflict, invalid, stale } from '../../platform/problem.js';
import { limitOf, readNow } from './cold-reading.js';
import { addEvent, mustAllow, mustLock, type LotEventKind } from '../store/lot-writes.js';
import { toLot, type LotRow } from '../store/lots.js';
import { holdLots, reachOf } from '../store/reach.js';
import { shopTime } from '../../platform/shop-time.js';
import * as store from '../store/status.js';

interface LotCommand {
  id: string;
}

/** Carries out one command on one lot: once, alone, in one transaction, and tells the screens. */
export async function commandOnLot(
  app: AppContext,
  person: Person,
  lotId: string,
  kind: string,
  body: LotCommand,
  work: (on: { tx: Transaction; now: Date; lot: LotRow }) => Promise<void>,
): Promise<void> {
  const now = app.now();
  const head = { id: body.id, kind, personId: person.id, at: now, request: { lotId, ...body } };
  await once(app.db, head, async (tx) => {
    await work({ tx, now, lot: await mustLock(tx, lotId) });
    touchBatchesOfLot(tx, lotId);
    announce(tx, now, { topic: 'lots' });
  });
}

const EVENT: Record<TrimLot['status'], { kind: LotEventKind; words: string }> = {
  available: { kind: 'released', words: 'Released' },
  hold: { kind: 'held', words: 'Put on hold' },
  rejected: { kind: 'rejected', words: 'Rejected' },
};

/**
 * Holds, releases or rejects a lot. Whatever it was held for, it is released only with a reading at or below
 * the limit of what it is now.
 */
export async function setLotStatus(
  app: AppContext,
  person: Person,
  lotId: string,
  body: LotCommand &
    ColdReading & {
      version: number;
      status: TrimLot['status'];
      reason: string;
    },
): Promise<void> {
  await commandOnLot(app, person, lotId, 'lot-status', body, async ({ tx, now, lot }) => {
    await mustBeCurrent(tx, lot, body.version, now);
    const not = mayNotBecome(body.status, { ...lot, name: lot.code });
    if (not !== null) throw conflict('unchanged', not);
    const clock = toLot(lot, await shopTime(tx, now));
    const limit = await limitOf(tx, lot);
    const read = await readNow(app, lot, body, now);
    if (body.status === 'available' && (read === undefined || isWarmer(read.tempC, limit))) {
      throw invalid([
        {
          path: 'tempC',
          message: `To release it, read its temperature after chilling: at or below ${temperatureToken(limit)}.`,
        },
      ]);
    }
    if (body.status === 'available' && clock.isOut) {
      throw conflict('out', `${lot.code} still stands out of the chill; bring it back first.`);
    }
    await store.writeStatus(tx, {
      id: lot.id,
      status: body.status,
      reason: body.status === 'available' ? null : body.reason,
      tempC: read?.tempC ?? null,
      now,
    });
    if (body.status !== 'available') await sayWhereItIs({ tx, now, lot }, person, body);
    addEvent(tx, {
      lotId,
      kind: EVENT[body.status].kind,
      sentence:
        `${EVENT[body.status].words}: ${body.reason}.${read ? ` Read at ${read.words}.` : ''}`.replace(
          '..',
          '.',
        ),
      at: now,
      personId: person.id,
    });
  });
}

/** What has some of a lot that is wrong is held as well, and the lead of every batch that has some of it is told. */
async function sayWhereItIs(
  { tx, now, lot }: { tx: Transaction; now: Date; lot: LotRow },
  person: Person,
  { status, reason }: { status: TrimLot['status']; reason: string },
): Promise<void> {
  const { lotIds, batchIds } = await reachOf(tx, lot.id);
  const words = `${lot.trimName} ${lot.code}, ${status === 'rejected' ? 'rejected' : 'on hold'}: ${reason}`;
  for (const lotId of await holdLots(tx, lotIds, `Has some of ${words}`)) {
    touchBatchesOfLot(tx, lotId);
    const sentence = `Put on hold: it has some of ${words}`;
    addEvent(tx, { lotId, kind: 'held', sentence, at: now, personId: person.id });
  }
  for (const batchId of batchIds) {
    addNotice(tx, batchId, now, `It has some of ${words}. What was made of it is held.`);
    touchBatch(tx, now, batchId);
  }
}

/**
 * Takes a lot out of the chill or brings it back with its temperature. Its minutes out add up; past
 * the stop, or brought back too warm, it is held until it has been chilled and read.
 */
export async function moveLot(
  app: AppContext,
  person: Person,
  lotId: string,
  body: LotCommand & ColdReading & { kind: 'out' | 'in' },
): Promise<void> {
  await commandOnLot(app, person, lotId, 'lot-chill', body, async ({ tx, now, lot }) => {
    const wasOut = lot.outSince !== null;
    if (body.kind === 'out') {
      mustAllow('take out', lot);
      if (wasOut) throw conflict('unchanged', `${lot.code} is already out.`);
      await store.takeOut(tx, lot.id, now);
      addEvent(tx, { lotId, kind: 'out', sentence: 'Taken out of the chill.', at: now, personId: person.id });
      return;
    }
    mustAllow('bring back', lot);
    if (!wasOut) throw conflict('unchanged', `${lot.code} is not out of the chill.`);
    const read = await readNow(app, lot, body, now);
    if (read === undefined) {
      throw invalid([{ path: 'tempC', message: 'Read its temperature as it goes back.' }]);
    }
    const { outMinutes, outLevel } = toLot(lot, await shopTime(tx, now));
    const limit = await limitOf(tx, lot);
    const hold =
      outLevel === 'stop'
        ? `Out of the chill for ${Math.round(outMinutes)} minutes.`
        : isWarmer(read.tempC, limit)
          ? `Came back at ${temperatureToken(read.tempC)}, above ${temperatureToken(limit)}.`
          : null;
    const outMs = Math.round(outMinutes * 60_000);
    await store.bringBack(tx, { id: lot.id, outMs, tempC: read.tempC, ...heldFor(hold, lot), now });
    addEvent(tx, {
      lotId,
      kind: 'in',
      sentence: `Back in the chill at ${read.words} after ${Math.round(outMinutes)} minutes out in all.`,
      at: now,
      personId: person.id,
    });
    if (hold) addEvent(tx, { lotId, kind: 'held', sentence: hold, at: now, personId: person.id });
  });
}

/**
 * Freezes or thaws a whole lot. What was frozen before is frozen again only with a reason; a thawed
 * lot's weight counts as its weight before the drip until it is weighed again, and it has a new last day.
 */
export async function changeState(
  app: AppContext,
  person: Person,
  lotId: string,
  body: LotCommand & {
    version: number;
    state: 'frozen' | 'thawed';
    reason?: string | undefined;
    useBy?: string | undefined;
  },
): Promise<void> {
  await commandOnLot(app, person, lotId, 'lot-state', body, async ({ tx, now, lot }) => {
    await mustBeCurrent(tx, lot, body.version, now);
    if (lot.state === body.state) throw conflict('unchanged', `${lot.code} is already ${lot.state}.`);
    mustAllow('freeze or thaw', lot);
    if (body.state === 'thawed' && lot.state !== 'frozen') {
      throw conflict('not-frozen', `${lot.code} is ${lot.state}; only what is frozen can be thawed.`);
    }
    if (body.state === 'frozen' && lot.state === 'thawed' && body.reason === undefined) {
      throw invalid([
        { path: 'reason', message: 'It was frozen before. Freezing it a second time needs a reason.' },
      ]);
    }
    const { today } = await shopTime(tx, now);
    const dates =
      body.state === 'thawed'
        ? {
            useBy: mustBeThawedDay(body.useBy, lot, today, body.reason !== undefined),
            frozenOn: lot.frozenOn,
          }
        : { useBy: lot.useBy, frozenOn: today };
    await store.writeState(tx, { id: lot.id, state: body.state, ...dates });
    addEvent(tx, {
      lotId,
      kind: 'state',
      sentence:
        body.state === 'thawed'
          ? `Thawed, use by ${dates.useBy}${body.reason ? `: ${body.reason}` : ''}. Weigh it again after its drip before anything is dosed on it.`
          : `Frozen.${body.reason ? ` ${body.reason}.` : ''}`,
      at: now,
      personId: person.id,
    });
  });
}

/**
 * The last day of a lot that is thawed today.
 * @param signed the lead says that it was frozen in time
 * @throws HttpProblem 422 without one, or for one that thawed meat cannot have
 */
export function mustBeThawedDay(
  useBy: string | undefined,
  lot: Pick<LotRow, 'useBy' | 'frozenOn'>,
  today: string,
  signed: boolean,
): string {
  const why =
    useBy === undefined
      ? 'Thawed meat gets a new last day: say which.'
      : thawedDayWrong(useBy, lot, today, signed);
  if (useBy === undefined || why !== null) throw invalid([{ path: 'useBy', message: why ?? '' }]);
  return useBy;
}

/** Keeps a picture of a lot. */
export async function addPhoto(
  app: AppContext,
  person: Person,
  lotId: string,
  body: LotCommand & { imageBase64: string },
): Promise<void> {
  const image = Buffer.from(body.imageBase64, 'base64');
  if (!imageType(image)) {
    throw invalid([{ path: 'imageBase64', message: 'The picture must be a JPEG or a PNG.' }]);
  }
  await commandOnLot(app, person, lotId, 'lot-photo', body, async ({ tx, now }) => {
    await store.insertPhoto(tx, { id: uuid(), lotId, image, now, personId: person.id });
    addEvent(tx, { lotId, kind: 'checked', sentence: 'A picture was taken.', at: now, personId: person.id });
  });
}

/** The kind of picture by its first bytes, or undefined when it is none that a browser shows. */
export function imageType(image: Buffer): 'image/jpeg' | 'image/png' | undefined {
  if (image.subarray(0, 3).equals(Buffer.from([0xff, 0xd8, 0xff]))) return 'image/jpeg';
  if (image.subarray(0, 4).equals(Buffer.from([0x89, 0x50, 0x4e, 0x47]))) return 'image/png';
  return undefined;
}

async function mustBeCurrent(tx: Transaction, lot: LotRow, version: number, now: Date): Promise<void> {
  if (lot.version !== version) {
    throw stale(
      `${lot.trimName} ${lot.code} has changed since you looked.`,
      toLot(lot, await shopTime(tx, now)),
    );
  }
}
