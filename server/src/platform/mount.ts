import type { Request, Router } from 'express';
import type { z } from 'zod';
import type { Person, Route } from '@zest/contract';
import { HttpProblem } from './problem.js';

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
  serve(router, route, (call) => handler(call));
}

/** Serves a route for the roles it names; others get 401 or 403 before anything is read. */
export function mount<R extends Route>(router: Router, route: R, handler: Handler<R, SignedCall<R>>): void {
  serve(router, route, (call) => {
    const person = personOf(call.request);
    if (!person) throw new HttpProblem(401, 'signed-out', 'You are not signed in, or your session has ended. Sign in again.');
    if (route.roles !== 'anyone' && !route.roles.includes(person.role)) {
      throw new HttpProblem(403, 'role', `This needs ${route.roles.join(' or ')}; you are signed in as ${person.role}.`);
    }
    return handler({ ...call, person });
  });
}

function serve<R extends Route>(
  router: Router,
  route: R,
  handler: (call: Call<R>) => Promise<z.input<R['response']>>,
): void {
  const method = route.method.toLowerCase() as 'get' | 'post' | 'put' | 'delete';
  router[method](route.path, async (req, res) => {
    const call = { request: req } as Call<R>;
    const guard = () => {
      call.params = route.params.parse(req.params) as z.output<R['params']>;
      call.body = route.body.parse(req.body ?? {}) as z.output<R['body']>;
    };
    if (route.roles === 'anyone' || personOf(req)) guard();
    const answer = await handler(call);
    res.json(route.response.parse(answer));
  });
}

const PERSON = Symbol('person');

export function setPerson(request: Request, person: Person): void {
  Object.assign(request, { [PERSON]: person });
}

function personOf(request: Request): Person | undefined {
  return (request as Request & { [PERSON]?: Person })[PERSON];
}
