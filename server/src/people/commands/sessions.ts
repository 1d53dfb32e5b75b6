import { createHash, randomBytes } from 'node:crypto';
import type { NextFunction, Request, RequestHandler, Response } from 'express';
import type { Person } from '@zest/contract';
import type { AppContext } from '../../platform/app-context.js';
import { setPerson } from '../../platform/mount.js';
import { HttpProblem } from '../../platform/problem.js';
import { hashSecret, isWeak, matchesSecret } from '../../platform/secrets.js';
import { addSignOut } from '../store/contact.js';
import * as store from '../store/people.js';
import { noteContact } from './contact.js';

const COOKIE = 'zest_session';
const DEVICE = 'zest_device';
const DEVICE_DAYS = 400;
const PRIVATE = { httpOnly: true, sameSite: 'strict', path: '/' } as const;
const SESSION_HOURS = 14;
const ATTEMPTS = 5;
const ATTEMPT_MINUTES = 5;
/** Wrong tries of strangers from one address, whomever they try. */
const ATTEMPTS_OF_ADDRESS = 30;

/**
 * Finds out who calls, from the session cookie; nobody is an answer too. An answer is kept for a
 * second, so that a bench in full swing does not ask the database at every weight.
 */
export function readSession(app: AppContext): RequestHandler {
  return async (req: Request, _res: Response, next: NextFunction) => {
    const token = tokenOf(app, req);
    if (token) {
      const person = await lookUp(app, hashToken(token));
      if (person) {
        setPerson(req, person);
        await noteContact(app, deviceKey(app, req));
      }
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

/** Forgets what is kept of somebody whose sessions have just ended. */
export function forgetPerson(personId: string): void {
  for (const [token, { person }] of recent) if (person.id === personId) recent.delete(token);
}

/** Forgets what is kept of a caller whose session or preferences have just changed. */
export function forgetSession(app: AppContext, req: Request): void {
  const token = tokenOf(app, req);
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
  req: Request,
  res: Response,
): Promise<void> {
  const device = deviceOf(app, req);
  await mustMatchSecret(app, personId, secret, { device, address: addressOf(req) });
  await openSession(app, personId, null, req, res);
}

/**
 * Opens a session of somebody who has shown who they are; one that this browser had before ends.
 * @param until the session ends by then at the latest
 */
export async function openSession(
  app: AppContext,
  personId: string,
  until: Date | null,
  req: Request,
  res: Response,
): Promise<void> {
  await endSession(app, req);
  // From now on this device is known to be theirs.
  const known = deviceSecret(app, req);
  const now = app.now();
  const token = randomBytes(32).toString('base64url');
  const whole = now.getTime() + SESSION_HOURS * 3_600_000;
  const expiresAt = new Date(until ? Math.min(whole, until.getTime()) : whole);
  await store.addSession(app.db, {
    tokenHash: hashToken(token),
    personId,
    at: now,
    expiresAt,
    device: hashToken(known),
  });
  res.cookie(nameOf(app, COOKIE), token, { ...PRIVATE, secure: req.secure, expires: expiresAt });
  await store.addAttempt(app.db, {
    personId,
    device: hashToken(known),
    at: now,
    succeeded: true,
    opened: true,
  });
  keepDevice(app, req, res, known);
  // Whether or not it keeps its secret.
  for (const key of [known, token]) await noteContact(app, hashToken(key));
}

/** The secret by which this browser is known; one that has none is given one. */
export function deviceSecret(app: AppContext, req: Request): string {
  return deviceOf(app, req) ?? randomBytes(32).toString('base64url');
}

/** Has the browser keep its secret, for as long as it comes now and then. */
export function keepDevice(app: AppContext, req: Request, res: Response, secret: string): void {
  const expires = new Date(app.now().getTime() + DEVICE_DAYS * 86_400_000);
  res.cookie(nameOf(app, DEVICE), secret, { ...PRIVATE, secure: req.secure, expires });
}

/**
 * Checks somebody's PIN or password. A try is written down before it is compared, so that many at once gain
 * nothing; a device from which the person has signed in is not shut out by what strangers try.
 *
 * @param from the secret of the device it comes from, where it has one, and its address
 * @returns who it is
 * @throws HttpProblem 401 for a wrong one, 429 after five wrong ones in five minutes
 */
export async function mustMatchSecret(
  app: AppContext,
  personId: string,
  secret: string,
  { device, address }: From,
): Promise<{ id: string; name: string; confirms: boolean }> {
  const now = app.now();
  const known = await store.findCredentials(app.db, personId);
  // Names are no secret here: for nobody nothing is worked out.
  if (!known) throw wrong();
  const attempt = { personId, device: device === undefined ? null : hashToken(device), at: now };
  const since = new Date(now.getTime() - ATTEMPT_MINUTES * 60_000);
  const reserved = await store.reserveAttempt(app.db, {
    ...attempt,
    address,
    since,
    most: ATTEMPTS,
    mostOfAddress: ATTEMPTS_OF_ADDRESS,
  });
  if (reserved === undefined) {
    throw new HttpProblem(
      429,
      'too-many-attempts',
      `Five wrong tries: wait ${ATTEMPT_MINUTES} minutes, then try again.`,
    );
  }
  if (!(await matchesSecret(secret, known.secretHash))) throw wrong();
  await store.takeBackAttempt(app.db, reserved);
  if (isWeak(known.secretHash, app.config.hashWork)) {
    const secretHash = await hashSecret(secret, app.config.hashWork);
    await store.setHash(app.db, { personId, secretHash, was: known.secretHash });
  }
  await store.addAttempt(app.db, { ...attempt, succeeded: true });
  return { id: personId, name: known.name, confirms: known.confirms };
}

/** Where a secret is typed. */
export interface From {
  device: string | undefined;
  address: string;
}

/** Where a request comes from. */
export function fromOf(app: AppContext, req: Request): From {
  return { device: deviceOf(app, req), address: addressOf(req) };
}

const addressOf = (req: Request): string => req.socket.remoteAddress ?? '';

function wrong(): HttpProblem {
  return new HttpProblem(401, 'wrong-secret', 'That PIN or password is not right.');
}

export async function signOut(app: AppContext, req: Request, res: Response): Promise<void> {
  await endSession(app, req);
  res.clearCookie(nameOf(app, COOKIE), PRIVATE);
}

/** Ends the session of this browser, with what it listens to. */
async function endSession(app: AppContext, req: Request): Promise<void> {
  const token = tokenOf(app, req);
  if (token === undefined) return;
  await store.removeSession(app.db, hashToken(token), app.now());
  await addSignOut(app.db, { device: deviceKey(app, req), at: app.now() });
  forgetSession(app, req);
  app.hub.drop(hashToken(token));
}

/** By which a device is known: its secret, or its session where it keeps none. */
export function deviceKey(app: AppContext, req: Request): string {
  const secret = deviceOf(app, req);
  return secret === undefined ? sessionKey(app, req) : hashToken(secret);
}

/** What a stream of events belongs to. */
export function sessionKey(app: AppContext, req: Request): string {
  const token = tokenOf(app, req);
  return token === undefined ? '' : hashToken(token);
}

const tokenOf = (app: AppContext, req: Request): string | undefined => cookieOf(app, req, COOKIE);

/** Cookies know no ports: two shops of one machine must not end each other's sessions. */
function nameOf({ config }: AppContext, name: string): string {
  return config.port === 0 ? name : `${name}_${config.port}`;
}

function cookieOf(app: AppContext, req: Request, name: string): string | undefined {
  const match = new RegExp(`(?:^|;\\s*)${nameOf(app, name)}=([\\w-]{20,100})`).exec(req.headers.cookie ?? '');
  return match?.[1];
}

/** The secret of the device that asks, where somebody has signed in at it before. */
export function deviceOf(app: AppContext, req: Request): string | undefined {
  return cookieOf(app, req, DEVICE);
}

/**
 * Whether a device had somebody's session at a time: what they are said to have made there then is theirs.
 * @param device the secret of the device, see {@link deviceOf}
 */
export async function wasSignedIn(
  app: AppContext,
  device: string | undefined,
  personId: string,
  at: Date,
): Promise<boolean> {
  if (device === undefined) return false;
  const since = new Date(at.getTime() - SESSION_HOURS * 3_600_000);
  return (await store.signedInAt(app.db, { device: hashToken(device), at, since })) === personId;
}

/** Only the hash of a secret is kept. */
export function hashToken(token: string): string {
  return createHash('sha256').update(token).digest('hex');
}
