import { createHash, randomBytes } from 'node:crypto';
import type { NextFunction, Request, RequestHandler, Response } from 'express';
import type { Person } from '@zest/contract';
import type { AppContext } from '../../platform/app-context.js';
import { setPerson } from '../../platform/mount.js';
import { HttpProblem } from '../../platform/problem.js';
import { hashSecret, matchesSecret } from '../../platform/secrets.js';
import * as store from '../store/people.js';

const COOKIE = 'zest_session';
const SESSION_HOURS = 14;
const ATTEMPTS = 5;
const ATTEMPT_MINUTES = 5;

/**
 * Finds out who calls, from the session cookie; nobody is an answer too. An answer is kept for a
 * second, so that a bench in full swing does not ask the database at every weight.
 */
export function readSession(app: AppContext): RequestHandler {
  return async (req: Request, _res: Response, next: NextFunction) => {
    const token = tokenOf(req);
    if (token) {
      const person = await lookUp(app, hashToken(token));
      if (person) setPerson(req, person);
    }
    next();
  };
}

async function lookUp(app: AppContext, tokenHash: string): Promise<Person | undefined> {
  const now = app.now().getTime();
  const kept = recent.get(tokenHash);
  if (kept && now >= kept.atMs && now - kept.atMs < KEPT_MS) return kept.person;
  const person = await store.sessionPerson(app.db, tokenHash, app.now());
  if (recent.size > MOST_KEPT) recent.clear();
  if (person) recent.set(tokenHash, { person, atMs: now });
  else recent.delete(tokenHash);
  return person;
}

const KEPT_MS = 1000;
const MOST_KEPT = 500;
const recent = new Map<string, { person: Person; atMs: number }>();

/** Forgets what is kept of a caller whose session or preferences have just changed. */
export function forgetSession(req: Request): void {
  const token = tokenOf(req);
  if (token) recent.delete(hashToken(token));
}

/**
 * Checks a PIN or password and opens a session.
 * @throws HttpProblem 401 for a wrong one, 429 after five wrong ones in five minutes
 */
export async function signIn(
  app: AppContext,
  personId: string,
  secret: string,
  res: Response,
): Promise<void> {
  await mustMatchSecret(app, personId, secret);
  const now = app.now();
  const token = randomBytes(32).toString('base64url');
  const expiresAt = new Date(now.getTime() + SESSION_HOURS * 3_600_000);
  await store.addSession(app.db, { tokenHash: hashToken(token), personId, at: now, expiresAt });
  res.cookie(COOKIE, token, { httpOnly: true, sameSite: 'strict', path: '/', expires: expiresAt });
}

/**
 * Checks somebody's PIN or password, counting wrong tries.
 * @returns who it is
 * @throws HttpProblem 401 for a wrong one, 429 after five wrong ones in five minutes
 */
export async function mustMatchSecret(
  app: AppContext,
  personId: string,
  secret: string,
): Promise<{ id: string; name: string }> {
  const now = app.now();
  const since = new Date(now.getTime() - ATTEMPT_MINUTES * 60_000);
  const known = await store.findCredentials(app.db, personId);
  if (known && (await store.failedAttempts(app.db, personId, since)) >= ATTEMPTS) {
    throw new HttpProblem(
      429,
      'too-many-attempts',
      `Five wrong tries: wait ${ATTEMPT_MINUTES} minutes, then try again.`,
    );
  }
  const right = await matchesSecret(secret, known?.secretHash ?? (await decoyHash()));
  if (known) await store.addAttempt(app.db, personId, now, right);
  if (!known || !right) throw new HttpProblem(401, 'wrong-secret', 'That PIN or password is not right.');
  return { id: personId, name: known.name };
}

export async function signOut(app: AppContext, req: Request, res: Response): Promise<void> {
  const token = tokenOf(req);
  if (token) await store.removeSession(app.db, hashToken(token), app.now());
  forgetSession(req);
  res.clearCookie(COOKIE, { httpOnly: true, sameSite: 'strict', path: '/' });
}

function tokenOf(req: Request): string | undefined {
  const match = new RegExp(`(?:^|;\\s*)${COOKIE}=([\\w-]{20,100})`).exec(req.headers.cookie ?? '');
  return match?.[1];
}

function hashToken(token: string): string {
  return createHash('sha256').update(token).digest('hex');
}

let decoy: Promise<string> | undefined;

/** Something to compare with for an unknown person, so that the answer takes as long. */
function decoyHash(): Promise<string> {
  decoy ??= hashSecret(randomBytes(8).toString('hex'));
  return decoy;
}
