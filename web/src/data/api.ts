import type { z } from 'zod';
import type { Problem, Route } from '@zest/contract';
import { learnTime } from './device-time.js';

/** A refusal by the server, with its sentence and the fields at fault. */
export class ApiProblem extends Error {
  readonly problem: Problem;

  constructor(problem: Problem) {
    super(problem.detail);
    this.name = 'ApiProblem';
    this.problem = problem;
  }
}

/** What the lead may sign for, and the sentence that speaks against it. */
export interface Guard {
  /** Name under which the lead's reason is kept. */
  name: string;
  sentence: string;
}

/** What of a refusal the lead can sign past; nothing where something else is wrong as well. */
export function guardsOf(problem: unknown): Guard[] {
  const issues = problem instanceof ApiProblem ? (problem.problem.errors ?? []) : [];
  const signable = issues.filter((i) => i.path.startsWith('signed.'));
  return signable.length === issues.length
    ? signable.map((i) => ({ name: i.path.slice('signed.'.length), sentence: i.message }))
    : [];
}

/** The server could not be reached, or its database was away: the same request may be sent again. */
class NotReached extends Error {
  constructor(sentence: string) {
    super(sentence);
    this.name = 'NotReached';
  }
}

/** Told to the window when the server no longer knows the session. */
export const SIGNED_OUT = 'zest-signed-out';

interface CallInput<R extends Route> {
  params?: z.input<R['params']>;
  body?: z.input<R['body']>;
}

/**
 * Calls a route of the contract.
 * @throws ApiProblem for a refusal, NotReached when nothing was decided
 */
export async function call<R extends Route>(
  route: R,
  input: CallInput<R> = {},
): Promise<z.output<R['response']>> {
  const response = await send(addressOf(route, input.params), route.method, input.body);
  if (response.status === 401 && route.path !== '/session') window.dispatchEvent(new Event(SIGNED_OUT));
  if (response.ok) return (await response.json()) as z.output<R['response']>;
  throw await problemOf(response);
}

/** The address of a route with its parameters in it. */
export function addressOf<R extends Route>(route: R, given: z.input<R['params']> | undefined): string {
  const params = (given ?? {}) as Record<string, string>;
  return `/api/v1${route.path.replace(/:(\w+)/g, (_, name: string) => encodeURIComponent(params[name] ?? ''))}`;
}

async function send(url: string, method: string, body: unknown): Promise<Response> {
  try {
    const response = await fetch(url, {
      method,
      headers: body === undefined ? {} : { 'Content-Type': 'application/json' },
      ...(body === undefined ? {} : { body: JSON.stringify(body) }),
    });
    // Without network a question is answered from what the device kept, with the hour of then.
    if (method !== 'GET') learnTime(response.headers.get('date'));
    return response;
  } catch {
    throw new NotReached('The server cannot be reached. Nothing is lost; it can be sent again.');
  }
}

async function problemOf(response: Response): Promise<Error> {
  const problem = (await response.json().catch(() => undefined)) as Problem | undefined;
  if (response.status === 503 || !problem) {
    return new NotReached(problem?.detail ?? 'The server did not answer as it should. It can be sent again.');
  }
  return new ApiProblem(problem);
}
