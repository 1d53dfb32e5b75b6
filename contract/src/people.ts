import { z } from 'zod';
import { EVERYONE, NONE, ROLES, id, route } from './route.js';

export const person = z.object({
  id,
  name: z.string(),
  role: z.enum(ROLES),
  units: z.enum(['metric', 'pound']),
  numberStyle: z.enum(['point', 'comma']).nullable(),
});
export type Person = z.infer<typeof person>;

export const peopleRoutes = {
  listNames: route({
    method: 'GET',
    path: '/people/names',
    summary: 'Names for the sign-in screen and how each signs in',
    roles: 'anyone',
    params: NONE,
    body: NONE,
    response: z.array(
      z.object({ id, name: z.string(), role: z.enum(ROLES), secret: z.enum(['pin', 'password']) }),
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
};
