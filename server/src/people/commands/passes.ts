import { randomBytes, randomInt } from 'node:crypto';
import type { Request, Response } from 'express';
import { v7 as uuid } from 'uuid';
import type { Person } from '@zest/contract';
import type { AppContext } from '../../platform/app-context.js';
import { audit } from '../../platform/audit.js';
import type { Transaction } from '../../platform/database.js';
import { announce } from '../../platform/live.js';
import { pdfOf } from '../../platform/pdf.js';
import { HttpProblem, invalid, notFound } from '../../platform/problem.js';
import { hashSecret } from '../../platform/secrets.js';
import { shopName } from '../../platform/settings.js';
import * as members from '../store/members.js';
import * as store from '../store/passes.js';
import { hashToken, openSession } from './sessions.js';

const DAY_MS = 24 * 3_600_000;
/** So many wrong ones and a day's code holds no more: eight digits are not guessed in twenty. */
const MOST_WRONG = 20;
/** Bytes of a badge: nobody guesses it. */
const BADGE_BYTES = 15;

/**
 * A code that lets an inspector look at everything for a day, under a name of their own that stands on no list.
 * @throws HttpProblem 422 for a name that somebody of the shop has
 */
export async function makeDayCode(
  app: AppContext,
  lead: Person,
  name: string,
): Promise<{ name: string; code: string; until: string }> {
  const at = app.now();
  const code = String(randomInt(100_000_000)).padStart(8, '0');
  const until = new Date(at.getTime() + DAY_MS);
  const secretHash = await hashSecret(randomBytes(24).toString('base64url'), app.config.hashWork);
  await app.db.transaction(async (tx) => {
    const personId = await guestOf(tx, name, secretHash);
    await store.insertPass(tx, { hash: hashToken(code), personId, kind: 'day', madeBy: lead.id, at, until });
    const to = { role: 'inspector', until: until.toISOString() };
    await audit(tx, { personId: lead.id, at }, { what: 'code for a day', about: name, from: null, to });
    announce(tx, at, { topic: 'people' });
  });
  void app.hub.poll();
  return { name, code, until: until.toISOString() };
}

/** The inspector of that name who was here before, let in again; or somebody new. */
async function guestOf(tx: Transaction, name: string, secretHash: string): Promise<string> {
  const known = await members.idOfName(tx, name);
  if (known === undefined) {
    const id = uuid();
    await members.insert(tx, { id, name, role: 'inspector', secretKind: 'password', secretHash });
    return id;
  }
  const was = await members.lock(tx, known);
  if (was?.role !== 'inspector' || !(await store.isGuest(tx, known)))
    throw invalid([{ path: 'name', message: `Somebody here is called ${name}: add what tells them apart.` }]);
  await members.change(tx, { ...was, id: known, name, active: true, signs: false, confirms: false });
  return known;
}

/**
 * A badge that signs somebody in by being scanned; the one before it holds no more.
 * @throws HttpProblem 403 for a lead or an owner: what they may do is behind a password
 */
export async function makeBadge(app: AppContext, lead: Person, personId: string): Promise<{ pdf: string }> {
  const at = app.now();
  const code = `Z${randomBytes(BADGE_BYTES).toString('hex').toUpperCase()}`;
  let name = '';
  await app.db.transaction(async (tx) => {
    const person = await members.lock(tx, personId);
    if (!person?.active) throw notFound('This person');
    if (person.role !== 'bench') {
      const detail = `${person.name} signs in with a password: a badge that is lost would let anybody do what they may.`;
      throw new HttpProblem(403, 'forbidden', detail);
    }
    name = person.name;
    await store.insertPass(tx, {
      hash: hashToken(code),
      personId,
      kind: 'badge',
      madeBy: lead.id,
      at,
      until: null,
    });
    await audit(
      tx,
      { personId: lead.id, at },
      { what: 'badge', about: name, from: null, to: { made: at.toISOString() } },
    );
    announce(tx, at, { topic: 'people' });
  });
  const shop = await shopName(app.db);
  const pdf = await pdfOf(`Badge of ${name}`, [
    { text: shop, style: 'head' },
    { text: name, style: 'title' },
    { qr: code, fit: 170 },
    { text: code, fontSize: 9, margin: [0, 6, 0, 0] },
    {
      text: 'Signs in wherever it is scanned. Lost? The lead makes another, and this one holds no more.',
      margin: [0, 10, 0, 0],
    },
  ]);
  return { pdf: pdf.toString('base64') };
}

/**
 * Signs in whoever has this pass.
 * @throws HttpProblem 401 for one that holds no more or never did
 */
export async function signInByCode(
  app: AppContext,
  code: string,
  req: Request,
  res: Response,
): Promise<string> {
  const now = app.now();
  const pass = await store.passOf(app.db, { hash: hashToken(code), now, mostTries: MOST_WRONG });
  if (!pass) {
    await store.countWrongPass(app.db, now);
    throw new HttpProblem(401, 'wrong-secret', 'That code or badge holds no more. Ask the lead for another.');
  }
  await openSession(app, pass.personId, pass.until, req, res);
  return pass.personId;
}
