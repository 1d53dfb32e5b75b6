import { randomInt } from 'node:crypto';
import type { Request, Response } from 'express';
import type { Person, Tablet } from '@zest/contract';
import type { AppContext } from '../../platform/app-context.js';
import { audit } from '../../platform/audit.js';
import type { Database } from '../../platform/database.js';
import { isBeyond } from '../../platform/hosts.js';
import { announce } from '../../platform/live.js';
import { HttpProblem, invalid, notFound } from '../../platform/problem.js';
import * as store from '../store/tablets.js';
import { deviceOf, deviceSecret, forgetPerson, hashToken, keepDevice } from './sessions.js';

const CODE_MS = 10 * 60_000;
/** So many wrong codes and those that were made hold no more: eight digits are not guessed in ten. */
const MOST_WRONG = 10;
/** A tablet that is switched on is heard each minute. */
const SILENT_MS = 3 * 60_000;

/** A code that lets one device in; who makes it is nobody where it is made at the server. */
export async function makeCode(
  { db, now }: { db: Database; now: () => Date },
  madeBy: string | null,
): Promise<{ code: string; expiresAt: string }> {
  const code = String(randomInt(100_000_000)).padStart(8, '0');
  const at = now();
  const expiresAt = new Date(at.getTime() + CODE_MS);
  await store.insertCode(db, { hash: hashToken(code), madeBy, expiresAt, now: at });
  return { code, expiresAt: expiresAt.toISOString() };
}

/**
 * Lets the device in that asks, by a code that the lead has read out; the code is used up.
 * @throws HttpProblem 401 for a code that holds no more or never did, 422 for a name that another tablet has
 */
export async function pair(
  app: AppContext,
  body: { id: string; name: string; code: string },
  req: Request,
  res: Response,
): Promise<void> {
  const at = app.now();
  const device = deviceOf(app, req);
  const known = device === undefined ? undefined : await store.tabletOf(app.db, hashToken(device));
  if (known?.id === body.id) return;
  const secret = deviceSecret(app, req);
  const isLetIn = await app.db.transaction(async (tx) => {
    const hash = hashToken(body.code);
    const code = await store.takeCode(tx, { hash, now: at, mostTries: MOST_WRONG });
    if (!code) return false;
    // One that comes again with a code gets another name.
    if (known) {
      await store.renameTablet(tx, known.id, body.name);
    } else {
      await mustBeFree(app, body.name);
      await store.insertTablet(tx, {
        id: body.id,
        name: body.name,
        secret: hashToken(secret),
        at,
        pairedBy: code.madeBy,
      });
    }
    await audit(
      tx,
      { personId: code.madeBy, at },
      { what: 'tablet', about: body.name, from: null, to: { name: body.name } },
    );
    announce(tx, at, { topic: 'devices' });
    return true;
  });
  void app.hub.poll();
  if (isLetIn) {
    keepDevice(app, req, res, secret);
    return;
  }
  await store.countWrongTry(app.db);
  throw new HttpProblem(
    401,
    'wrong-code',
    'That code is not right, or is older than ten minutes: ask the lead for a new one.',
  );
}

async function mustBeFree(app: AppContext, name: string, but = ''): Promise<void> {
  const all = await store.listTablets(app.db);
  if (all.some((t) => t.id !== but && t.name.toLowerCase() === name.toLowerCase()))
    throw invalid([{ path: 'name', message: `Another tablet is called ${name}: name this one otherwise.` }]);
}

/**
 * Who is not at this machine is shown names, and signs in, only at a device that the shop knows.
 * The invented shop has nothing to keep from anybody.
 * @throws HttpProblem 403 where it does not
 */
export async function mustBeKnown(app: AppContext, req: Request): Promise<void> {
  if (!isBeyond(req) || app.config.isPractice) return;
  const device = deviceOf(app, req);
  if (device !== undefined && (await store.tabletOf(app.db, hashToken(device)))) return;
  throw new HttpProblem(
    403,
    'not-paired',
    'The shop does not know this device yet. The lead makes a code for it under Shop, Tablets.',
  );
}

export async function tablets(app: AppContext): Promise<Tablet[]> {
  const now = app.now().getTime();
  return (await store.listTablets(app.db)).map(({ pairedAt, seenAt, ...row }) => ({
    ...row,
    pairedAt: pairedAt.toISOString(),
    seenAt: seenAt?.toISOString() ?? null,
    isSilent: seenAt === null || now - seenAt.getTime() > SILENT_MS,
  }));
}

/** The device says that it is there; one that is no tablet is nobody's business. */
export async function hear(
  app: AppContext,
  person: Person,
  waiting: number,
  req: Request,
): Promise<{ name: string | null }> {
  const device = deviceOf(app, req);
  if (device === undefined) return { name: null };
  const secret = hashToken(device);
  const tablet = await store.tabletOf(app.db, secret);
  if (tablet) await store.heardTablet(app.db, { secret, at: app.now(), personId: person.id, waiting });
  return { name: tablet?.name ?? null };
}

export async function renameTablet(app: AppContext, lead: Person, id: string, name: string): Promise<void> {
  await mustBeFree(app, name, id);
  await changeTablet(app, lead, id, { name });
}

/** A tablet that was lost or sold: it sees nothing any more, and who was signed in at it is not. */
export function dropTablet(app: AppContext, lead: Person, id: string): Promise<void> {
  return changeTablet(app, lead, id, null);
}

async function changeTablet(
  app: AppContext,
  lead: Person,
  id: string,
  to: { name: string } | null,
): Promise<void> {
  const at = app.now();
  const ended: string[] = [];
  await app.db.transaction(async (tx) => {
    const was = await store.lockTablet(tx, id);
    if (!was) throw notFound('This tablet');
    await audit(
      tx,
      { personId: lead.id, at },
      { what: 'tablet', about: was.name, from: { name: was.name }, to },
    );
    if (to) await store.renameTablet(tx, id, to.name);
    else {
      ended.push(...(await store.endSessionsAt(tx, was.secret)));
      await store.removeTablet(tx, id, at);
      for (const personId of ended) announce(tx, at, { topic: 'people', ended: personId, keep: '' });
    }
    announce(tx, at, { topic: 'devices' });
  });
  for (const personId of ended) {
    forgetPerson(personId);
    app.hub.dropPerson(personId, '');
  }
  void app.hub.poll();
}
