import type { Request } from 'express';
import type { Member, NewPerson, NewSecret, OwnSecret, Person, PersonChange } from '@zest/contract';
import type { AppContext } from '../../platform/app-context.js';
import { audit, type ChangedBy } from '../../platform/audit.js';
import { once } from '../../platform/commands.js';
import type { Transaction } from '../../platform/database.js';
import { announce } from '../../platform/live.js';
import { HttpProblem, conflict, invalid, notFound } from '../../platform/problem.js';
import { hashSecret, matchesSecret } from '../../platform/secrets.js';
import * as members from '../store/members.js';
import { findCredentials } from '../store/people.js';
import { forgetPerson, fromOf, mustMatchSecret, sessionKey } from './sessions.js';

/** Adds somebody, once. */
export async function addMember(app: AppContext, lead: Person, body: NewPerson): Promise<Member> {
  const { id, name, role, secretKind, secret } = body;
  const at = app.now();
  const secretHash = await hashSecret(secret, app.config.hashWork);
  // The secret is no part of what a repeat is compared by: it is kept nowhere but as its hash.
  const head = { id, kind: 'add-person', personId: lead.id, at, request: { name, role, secretKind } };
  const isNew = await once(app.db, head, async (tx) => {
    await mustBeFree(tx, name, id);
    await members.insert(tx, { id, name, role, secretKind, secretHash });
    await audit(tx, by(lead, at), { what: 'person', about: name, from: null, to: { name, role } });
    announce(tx, at, { topic: 'people' });
  });
  const known = isNew ? undefined : await findCredentials(app.db, id);
  if (known && !(await matchesSecret(secret, known.secretHash)))
    throw conflict('id-reused', `${name} is here already, with another secret.`);
  void app.hub.poll();
  return mustFind(app, id);
}

/**
 * Renames somebody, gives them another role, or lets them in no more: their sessions end with it.
 * @throws HttpProblem 409 where nobody would be left to lead, 422 for a name that another has
 */
export async function changeMember(
  app: AppContext,
  lead: Person,
  id: string,
  change: PersonChange,
): Promise<Member> {
  const at = app.now();
  await app.db.transaction(async (tx) => {
    const was = await members.lock(tx, id);
    if (!was) throw notFound('This person');
    await mustBeFree(tx, change.name, id);
    const stops = was.role === 'lead' && was.active && (change.role !== 'lead' || !change.active);
    if (stops && (await members.countLeads(tx)) <= 1)
      throw conflict('last-lead', `${was.name} is the only lead: make somebody else a lead first.`);
    // A right to sign goes with the bench: it does not wait behind another role.
    await members.change(tx, { id, ...change, signs: change.role === 'bench' && change.signs });
    await audit(tx, by(lead, at), { what: 'person', about: was.name, from: { ...was }, to: change });
    if (!change.active || change.role !== was.role) await endAll(tx, at, id);
    else announce(tx, at, { topic: 'people' });
  });
  ended(app, id);
  return mustFind(app, id);
}

/**
 * A new secret for somebody who forgot theirs; wherever they are signed in ends.
 * @throws HttpProblem 403 for a lead's: that is done at the server, or by themselves
 */
export async function resetSecret(
  app: AppContext,
  lead: Person,
  id: string,
  body: NewSecret,
): Promise<Member> {
  const at = app.now();
  const secretHash = await hashSecret(body.secret, app.config.hashWork);
  await app.db.transaction(async (tx) => {
    const was = await members.lock(tx, id);
    if (!was) throw notFound('This person');
    if (was.role === 'lead') {
      throw new HttpProblem(
        403,
        'role',
        'A lead changes their own password, or has it set at the server with ./zest people reset.',
      );
    }
    await writeSecret(tx, by(lead, at), was, { id, kind: body.secretKind, secretHash });
    await endAll(tx, at, id);
  });
  ended(app, id);
  return mustFind(app, id);
}

/** Somebody signs out everywhere, at the word of the lead: a tablet was lost. */
export async function endSessions(app: AppContext, lead: Person, id: string): Promise<Member> {
  const at = app.now();
  await app.db.transaction(async (tx) => {
    const was = await members.lock(tx, id);
    if (!was) throw notFound('This person');
    await audit(tx, by(lead, at), {
      what: 'person',
      about: was.name,
      from: { signedIn: true },
      to: { signedIn: false },
    });
    await endAll(tx, at, id);
  });
  ended(app, id);
  return mustFind(app, id);
}

/**
 * Another secret of one's own, with the one that holds now. Every other session of theirs ends.
 * @throws HttpProblem 401 for a wrong one, 429 after too many
 */
export async function changeOwnSecret(
  app: AppContext,
  person: Person,
  body: OwnSecret,
  request: Request,
): Promise<void> {
  if (body.secret === body.now) throw invalid([{ path: 'secret', message: 'This is the one you have now.' }]);
  await mustMatchSecret(app, person.id, body.now, fromOf(app, request));
  const at = app.now();
  const secretHash = await hashSecret(body.secret, app.config.hashWork);
  const keep = sessionKey(app, request);
  await app.db.transaction(async (tx) => {
    const was = await members.lock(tx, person.id);
    if (!was) throw notFound('This person');
    await writeSecret(tx, by(person, at), was, { id: person.id, kind: body.secretKind, secretHash });
    await endAll(tx, at, person.id, keep);
  });
  ended(app, person.id, keep);
}

/** At the server: a new password for whoever cannot sign in, a lead too. */
export async function resetAtServer(
  app: Pick<AppContext, 'db' | 'now'>,
  name: string,
  secretHash: string,
): Promise<boolean> {
  const at = app.now();
  return app.db.transaction(async (tx) => {
    const id = await members.idOfName(tx, name);
    const was = id === undefined ? undefined : await members.lock(tx, id);
    if (id === undefined || !was?.active) return false;
    await writeSecret(tx, { personId: null, at }, was, { id, kind: 'password', secretHash });
    await endAll(tx, at, id);
    return true;
  });
}

async function writeSecret(
  tx: Transaction,
  changedBy: ChangedBy,
  was: { name: string },
  next: { id: string; kind: 'pin' | 'password'; secretHash: string },
): Promise<void> {
  await members.setSecret(tx, next);
  // What it was and is stays nobody's business; that it changed does not.
  await audit(tx, changedBy, {
    what: 'secret',
    about: was.name,
    from: null,
    to: { changed: changedBy.at.toISOString() },
  });
}

/** Sessions end here and, by the live events, with what listens to them in every process. */
async function endAll(tx: Transaction, at: Date, personId: string, keep = ''): Promise<void> {
  await members.endSessions(tx, personId, keep);
  announce(tx, at, { topic: 'people', ended: personId, keep });
}

function ended(app: AppContext, personId: string, keep = ''): void {
  forgetPerson(personId);
  app.hub.dropPerson(personId, keep);
  void app.hub.poll();
}

function by(person: Person, at: Date): ChangedBy {
  return { personId: person.id, at };
}

/** Entries are told by name: no two have the same. */
async function mustBeFree(tx: Transaction, name: string, id: string): Promise<void> {
  const other = await members.idOfName(tx, name);
  if (other !== undefined && other !== id)
    throw invalid([{ path: 'name', message: `There is or was a ${name} here: add something to the name.` }]);
}

async function mustFind(app: AppContext, id: string): Promise<Member> {
  const found = (await members.list(app.db, app.now())).find((m) => m.id === id);
  if (!found) throw notFound('This person');
  return found;
}
