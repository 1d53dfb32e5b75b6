import type { z } from 'zod';
import type { Route } from '@zest/contract';
import { addressOf, call } from './api.js';
import { beginIntent, endIntent } from './intents.js';

/** What is sent but for its id, which the intent gives. */
type WithoutId<T> = T extends { id: string } ? Omit<T, 'id'> : T;

interface CommandInput<R extends Route> {
  params?: z.input<R['params']>;
  body: WithoutId<z.input<R['body']>> & object;
}

const underWay = new Map<string, Promise<unknown>>();

/**
 * Sends a command under one id for one intent: pressing again after an error, after a reload or in a
 * second tab sends the same id, and the server does it once. A second press meanwhile waits for the first.
 *
 * @throws ApiProblem for a refusal, NotReached when nothing was decided
 */
export async function command<R extends Route>(
  route: R,
  input: CommandInput<R>,
): Promise<z.output<R['response']>> {
  const { params, body } = input;
  const address = `${route.method} ${addressOf(route, params)}`;
  const intent = beginIntent(localStorage, address, body, Date.now());
  const sent = (underWay.get(intent.id) ??
    call(route, {
      ...(params === undefined ? {} : { params }),
      body: { ...body, id: intent.id } as z.input<R['body']>,
    })) as Promise<z.output<R['response']>>;
  underWay.set(intent.id, sent);
  try {
    const answer = await sent;
    endIntent(localStorage, intent);
    return answer;
  } finally {
    underWay.delete(intent.id);
  }
}
