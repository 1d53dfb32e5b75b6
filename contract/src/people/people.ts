import { z } from 'zod';
import { day, instant } from '../wire/fields.js';
import { EVERYONE, LEAD, NONE, ROLES, byId, id, route } from '../wire/route.js';

export const person = z.object({
  id,
  name: z.string(),
  role: z.enum(ROLES),
  units: z.enum(['metric', 'pound']),
  numberStyle: z.enum(['point', 'comma']).nullable(),
  /** Signs past what speaks against a batch: a lead, and whom of the bench the lead lets sign. */
  signs: z.boolean(),
});
export type Person = z.infer<typeof person>;

const SECRET_KINDS = ['pin', 'password'] as const;
export type SecretKind = (typeof SECRET_KINDS)[number];

/** A password shorter than this is guessed. */
const LEAST_PASSWORD = 10;

/** Why a secret cannot be taken, or undefined when it can. */
export function weaknessOf(kind: SecretKind, secret: string): string | undefined {
  if (kind === 'password') {
    if (secret.length < LEAST_PASSWORD) return `A password has at least ${LEAST_PASSWORD} characters.`;
    return new Set(secret).size < 4 ? 'A password has at least four different characters.' : undefined;
  }
  if (!/^\d{4,8}$/.test(secret)) return 'A PIN has 4 to 8 digits.';
  return isTrivial(secret) ? 'This PIN is among the first that anybody tries: choose another.' : undefined;
}

/** One digit, two in turn, or digits in a row. */
function isTrivial(pin: string): boolean {
  const digits = [...pin].map(Number);
  const steps = digits.slice(1).map((d, i) => d - (digits[i] ?? 0));
  const inRow = steps.every((s) => s === steps[0]) && Math.abs(steps[0] ?? 0) <= 1;
  const inPairs = digits.every((d, i) => i < 2 || d === digits[i - 2]);
  return inRow || inPairs;
}

const secretFields = z.object({
  secretKind: z.enum(SECRET_KINDS, { error: 'Say whether it is a PIN or a password.' }),
  secret: z.string({ error: 'Type the PIN or password.' }).max(200),
});
const strong = <T extends z.infer<typeof secretFields>>(body: T, ctx: z.RefinementCtx<T>) => {
  const message = weaknessOf(body.secretKind, body.secret);
  if (message) ctx.addIssue({ code: 'custom', path: ['secret'], message });
};
/** What the lead keeps of somebody: the last day on which their instruction in hygiene holds, and what they can do. */
const notes = {
  hygieneUntil: day.nullable().default(null),
  skills: z.string().trim().max(200, { error: 'Keep what they can do below 200 letters.' }).default(''),
};
const nameField = z.string().trim().min(1, { error: 'Name the person.' }).max(60);
const roleField = z.enum(ROLES, { error: 'Choose what they do: lead, bench, owner or inspector.' });

/** Somebody of the shop, as whoever keeps the people sees them. */
const member = person.pick({ id: true, name: true, role: true }).extend({
  secret: z.enum(SECRET_KINDS),
  active: z.boolean(),
  signs: z.boolean(),
  /** May be the second person at the cure. */
  confirms: z.boolean(),
  /** Devices at which they are signed in now. */
  sessions: z.int(),
  lastIn: instant.nullable(),
  /** Wrong tries under their name in the last day. */
  wrongTries: z.int(),
  /** Until when the code of somebody who is here by the day holds; null for everybody else. */
  guestUntil: instant.nullable(),
  /** A badge that is scanned signs them in. */
  hasBadge: z.boolean(),
  ...notes,
});
export type Member = z.infer<typeof member>;

const memberChange = z.object({
  name: nameField,
  role: roleField,
  active: z.boolean(),
  /** Of the bench only; a lead always may, others never. */
  signs: z.boolean().default(false),
  confirms: z.boolean().default(true),
  ...notes,
});

export const peopleRoutes = {
  listNames: route({
    method: 'GET',
    path: '/people/names',
    summary: 'Names for the sign-in screen and how each signs in',
    roles: 'anyone',
    params: NONE,
    body: NONE,
    response: z.array(
      z.object({
        id,
        name: z.string(),
        role: z.enum(ROLES),
        secret: z.enum(SECRET_KINDS),
        confirms: z.boolean(),
      }),
    ),
  }),
  me: route({
    method: 'GET',
    path: '/session',
    summary: 'Who is signed in',
    roles: EVERYONE,
    params: NONE,
    body: NONE,
    response: person,
  }),
  signIn: route({
    method: 'POST',
    path: '/session',
    summary: 'Sign in with a PIN or a password',
    roles: 'anyone',
    params: NONE,
    body: z.object({
      personId: id,
      secret: z
        .string({ error: 'Type your PIN or password.' })
        .min(4, { error: 'At least four characters.' })
        .max(200),
    }),
    response: person,
  }),
  signInByCode: route({
    method: 'POST',
    path: '/session/code',
    summary: 'Sign in by a badge that was scanned, or by an inspector’s code for a day',
    roles: 'anyone',
    params: NONE,
    body: z.object({
      code: z
        .string({ error: 'Type the code, or scan the badge.' })
        .transform((code) => code.replace(/\s/g, '').toUpperCase())
        .pipe(z.string().regex(/^[0-9A-Z]{8,64}$/, { error: 'A code has eight digits.' })),
    }),
    response: person,
  }),
  makeDayCode: route({
    method: 'POST',
    path: '/people/day-codes',
    summary: 'A code by which an inspector looks at everything for a day',
    roles: LEAD,
    params: NONE,
    body: z.object({ name: nameField }),
    response: z.object({ name: z.string(), code: z.string(), until: instant }),
  }),
  makeBadge: route({
    method: 'POST',
    path: '/people/:id/badge',
    summary:
      'A badge that signs somebody of the bench in when it is scanned; the one before it holds no more',
    roles: LEAD,
    params: byId,
    body: NONE,
    /** The badge to print, as base64; it is kept nowhere. */
    response: z.object({ pdf: z.string() }),
  }),
  signOut: route({
    method: 'DELETE',
    path: '/session',
    summary: 'Sign out',
    roles: EVERYONE,
    params: NONE,
    body: NONE,
    response: NONE,
  }),
  setPreferences: route({
    method: 'PUT',
    path: '/session/preferences',
    summary: 'Units and number style of the person signed in',
    roles: EVERYONE,
    params: NONE,
    body: person.pick({ units: true, numberStyle: true }),
    response: person,
  }),
  setOwnSecret: route({
    method: 'PUT',
    path: '/session/secret',
    summary: 'Another PIN or password of your own; you stay signed in here and nowhere else',
    roles: EVERYONE,
    params: NONE,
    body: secretFields
      .extend({ now: z.string({ error: 'Type the one you have now.' }).max(200) })
      .superRefine(strong),
    response: person,
  }),
  listPeople: route({
    method: 'GET',
    path: '/people',
    summary: 'Everybody of the shop, with what they do and where they are signed in',
    roles: ['lead', 'owner'],
    params: NONE,
    body: NONE,
    response: z.array(member),
  }),
  addPerson: route({
    method: 'POST',
    path: '/people',
    summary: 'Add somebody with a first PIN or password',
    roles: LEAD,
    params: NONE,
    body: secretFields.extend({ id, name: nameField, role: roleField }).superRefine(strong),
    response: member,
  }),
  changePerson: route({
    method: 'PUT',
    path: '/people/:id',
    summary: 'Rename somebody, let them do something else, or let them in no more',
    roles: LEAD,
    params: byId,
    body: memberChange,
    response: member,
  }),
  setSecret: route({
    method: 'PUT',
    path: '/people/:id/secret',
    summary: 'A new PIN or password for somebody who forgot theirs; a lead’s is set at the server',
    roles: LEAD,
    params: byId,
    body: secretFields.superRefine(strong),
    response: member,
  }),
  endSessions: route({
    method: 'DELETE',
    path: '/people/:id/sessions',
    summary: 'Sign somebody out everywhere',
    roles: LEAD,
    params: byId,
    body: NONE,
    response: member,
  }),
};
export type NewPerson = z.infer<typeof peopleRoutes.addPerson.body>;
export type PersonChange = z.infer<typeof memberChange>;
export type OwnSecret = z.infer<typeof peopleRoutes.setOwnSecret.body>;
export type NewSecret = z.infer<typeof peopleRoutes.setSecret.body>;
