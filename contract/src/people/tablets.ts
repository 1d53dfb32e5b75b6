import { z } from 'zod';
import { instant } from '../wire/fields.js';
import { EVERYONE, LEAD, NONE, byId, id, route } from '../wire/route.js';

const tabletName = z.string().trim().min(1, { error: 'Name the tablet by its place.' }).max(40);

/** A device that the shop knows, and when it was last heard. */
const tablet = z.object({
  id,
  name: z.string(),
  pairedAt: instant,
  /** Null where it was let in by a command at the server. */
  pairedBy: z.string().nullable(),
  /** Null until somebody has signed in at it. */
  seenAt: instant.nullable(),
  /** Who was signed in when it was last heard. */
  person: z.string().nullable(),
  /** What was not sent yet when it was last heard. */
  waiting: z.int(),
  /** Not heard for longer than one that is switched on. */
  isSilent: z.boolean(),
});
export type Tablet = z.infer<typeof tablet>;

/** How tablets reach the shop. */
const reach = z.object({
  address: z.string(),
  /** Where a tablet learns to trust the shop, once. */
  trustAddress: z.string(),
  /** Of the shop's authority: what is read on the sheet must stand on the tablet. */
  fingerprint: z.string(),
  until: instant,
});
export type Reach = z.infer<typeof reach>;

/** A fingerprint as it is compared by eye: eight bytes to a line. */
export function inLines(fingerprint: string): string[] {
  return fingerprint.match(/([0-9A-F]{2}:?){1,8}/g)?.map((line) => line.replace(/:$/, '')) ?? [];
}

export const TABLET_SHEET_PATH = '/api/v1/tablets/sheet.pdf';

export const tabletRoutes = {
  listTablets: route({
    method: 'GET',
    path: '/tablets',
    summary: 'Which tablets the shop knows, when each was last heard, and how they reach it',
    roles: ['lead', 'owner'],
    params: NONE,
    body: NONE,
    response: z.object({
      tablets: z.array(tablet),
      /** Null while the shop is reached from its own machine only. */
      reach: reach.nullable(),
      /** Names under which a proxy passes requests on. */
      proxied: z.array(z.string()),
    }),
  }),
  makePairingCode: route({
    method: 'POST',
    path: '/tablets/codes',
    summary: 'A code that lets one tablet in, within ten minutes',
    roles: LEAD,
    params: NONE,
    body: NONE,
    response: z.object({ code: z.string(), expiresAt: instant }),
  }),
  pair: route({
    method: 'POST',
    path: '/tablets',
    summary: 'Let this device in by a code that the lead reads out',
    roles: 'anyone',
    params: NONE,
    body: z.object({
      id,
      name: tabletName,
      code: z
        .string({ error: 'Type the code that the lead sees.' })
        .transform((text) => text.replace(/\s/g, ''))
        .pipe(z.string().regex(/^\d{8}$/, { error: 'A code has eight digits.' })),
    }),
    response: NONE,
  }),
  hearTablet: route({
    method: 'PUT',
    path: '/tablets/here',
    summary: 'This device is there, and so much waits on it',
    roles: EVERYONE,
    params: NONE,
    body: z.object({ waiting: z.int().min(0).max(1_000_000) }),
    response: z.object({ name: z.string().nullable() }),
  }),
  renameTablet: route({
    method: 'PUT',
    path: '/tablets/:id',
    summary: 'Give a tablet another name',
    roles: LEAD,
    params: byId,
    body: z.object({ name: tabletName }),
    response: NONE,
  }),
  dropTablet: route({
    method: 'DELETE',
    path: '/tablets/:id',
    summary: 'Let a tablet in no more; who is signed in at it is signed out',
    roles: LEAD,
    params: byId,
    body: NONE,
    response: NONE,
  }),
};
