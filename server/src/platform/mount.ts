import type { Request, Response, Router } from 'express';
import { ZodError, type z } from 'zod';
import type { Person, Route } from '@zest/contract';
import { InputError } from '@zest/core';
import { asSeenBy } from './kept.js';
import { HttpProblem, OwnFault } from './problem.js';

export interface Call<R extends Route> {
  params: z.output<R['params']>;
  body: z.output<R['body']>;
  request: Request;
}

/** A call by somebody who is signed in. */
export interface SignedCall<R extends Route> extends Call<R> {
  person: Person;
}

export type Handler<R extends Route, C> = (call: C) => Promise<z.input<R['response']>>;

/** Serves a route that needs no sign-in. */
export function mountOpen<R extends Route>(router: Router, route: R, handler: Handler<R, Call<R>>): void {
  on(router, route, async (request, response) => {
    answer(route, response, await handler(readCall(route, request)));
  });
}

/** Serves a route for the roles it names; others get 401 or 403 before anything is read. */
export function mount<R extends Route>(router: Router, route: R, handler: Handler<R, SignedCall<R>>): void {
  on(router, route, async (request, response) => {
    const person = allowed(request, route.roles);
    const call = { ...readCall(route, request), person };
    const body = await ofWhatIsStored(route, () => handler(call));
    answer(route, response, asSeenBy(route, person.role, body));
  });
}

/** Only what is read can be asked for again by its tag; of a command's answer none is worked out. */
function answer<R extends Route>(route: R, response: Response, body: z.input<R['response']>): void {
  const checked = shaped(route, body);
  if (route.method === 'GET') response.json(checked);
  else response.setHeader('Content-Type', 'application/json; charset=utf-8').end(JSON.stringify(checked));
}

/** What cannot be shaped as the route promises is a fault of ours, and not of whoever asks. */
function shaped<R extends Route>(route: R, body: z.input<R['response']>): z.output<R['response']> {
  const read = route.response.safeParse(body);
  if (read.success) return read.data as z.output<R['response']>;
  throw new OwnFault(`The answer of ${route.method} ${route.path} has not the form it promises.`, read.error);
}

/** A read takes no figures from its asker: one that cannot be worked out lies in what is stored. */
async function ofWhatIsStored<T>(route: Route, work: () => Promise<T>): Promise<T> {
  try {
    return await work();
  } catch (error) {
    if (route.method === 'GET' && (error instanceof InputError || error instanceof ZodError))
      throw new OwnFault(`${route.path} could not be worked out.`, error);
    throw error;
  }
}

function on(
  router: Router,
  route: Route,
  handler: (request: Request, response: Response) => Promise<void>,
): void {
  const method = route.method.toLowerCase() as 'get' | 'post' | 'put' | 'delete';
  router[method](route.path, handler);
}

function readCall<R extends Route>(route: R, request: Request): Call<R> {
  const options = { reportInput: true };
  return {
    params: route.params.parse(request.params, options) as z.output<R['params']>,
    body: route.body.parse(request.body ?? {}, options) as z.output<R['body']>,
    request,
  };
}

/** Who calls, or a 401 when nobody is signed in. */
export function signedIn(request: Request): Person {
  const person = personOf(request);
  if (!person) {
    throw new HttpProblem(
      401,
      'signed-out',
      'You are not signed in, or your session has ended. Sign in again.',
    );
  }
  return person;
}

/** Who calls, where their role may; else a 401 or 403. */
export function allowed(request: Request, roles: Route['roles']): Person {
  const person = signedIn(request);
  if (roles !== 'anyone' && !roles.includes(person.role)) {
    throw new HttpProblem(
      403,
      'role',
      `This needs ${roles.join(' or ')}; you are signed in as ${person.role}.`,
    );
  }
  return person;
}

const PERSON = Symbol('person');

export function setPerson(request: Request, person: Person): void {
  Object.assign(request, { [PERSON]: person });
}

function personOf(request: Request): Person | undefined {
  return (request as Request & { [PERSON]?: Person })[PERSON];
}
