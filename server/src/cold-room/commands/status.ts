import { v7 as uuid } from 'uuid';
import { isWarmer, temperatureToken } from '@zest/core';
import type { ColdReading, Person, TrimLot } from '@zest/contract';
import { touchBatchesOfLot } from '../../ledger/index.js';
import type { AppContext } from '../../platform/app-context.js';
import { once } from '../../platform/commands.js';
import type { Transaction } from '../../platform/database.js';
import { announce } from '../../platform/live.js';
import { conflict, invalid, stale } from '../../platform/problem.js';
import { limitOf, readNow } from './cold-reading.js';
import { addEvent, mustAllow, mustLock, type LotEventKind } from '../store/lot-writes.js';
import { toLot, type LotRow } from '../store/lots.js';
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
    if (lot.status === body.status) throw conflict('unchanged', `${lot.code} is already that.`);
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
      if (wasOut) throw conflict('unchanged', `${lot.code} is already out.`);
      await store.takeOut(tx, lot.id, now);
      addEvent(tx, { lotId, kind: 'out', sentence: 'Taken out of the chill.', at: now, personId: person.id });
      return;
    }
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
    await store.bringBack(tx, { id: lot.id, outMs, tempC: read.tempC, hold, now });
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
 * lot's weight counts as its weight before the drip until it is weighed again.
 */
export async function changeState(
  app: AppContext,
  person: Person,
  lotId: string,
  body: LotCommand & { version: number; state: 'frozen' | 'thawed'; reason?: string | undefined },
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
    await store.writeState(tx, lot.id, body.state);
    addEvent(tx, {
      lotId,
      kind: 'state',
      sentence:
        body.state === 'thawed'
          ? 'Thawed. Weigh it again after its drip before anything is dosed on it.'
          : `Frozen.${body.reason ? ` ${body.reason}.` : ''}`,
      at: now,
      personId: person.id,
    });
  });
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
