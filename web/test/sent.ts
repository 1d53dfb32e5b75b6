import { vi } from 'vitest';

/** A request that a screen made. */
export interface Sent {
  method: string;
  path: string;
  body: Record<string, unknown>;
}

type Answer = { status?: number; body: unknown };

/** Stands in for the server: keeps what is sent, answers in turn what the test says, then `{}`. Asked, it knows what it is given by its path. */
export function standInServer(known: Readonly<Record<string, unknown>> = {}) {
  const sent: Sent[] = [];
  const answers: Answer[] = [];
  vi.stubGlobal('fetch', (url: string, init: RequestInit) => {
    const body = typeof init.body === 'string' ? (JSON.parse(init.body) as Sent['body']) : {};
    const path = url.replace('/api/v1', '');
    if (init.method !== 'GET') sent.push({ method: init.method ?? 'GET', path, body });
    const asked = path in known ? { body: known[path] } : { status: 503, body: {} };
    const { status = 200, body: answer }: Answer =
      init.method === 'GET' ? asked : (answers.shift() ?? { body: {} });
    return Promise.resolve(
      new Response(JSON.stringify(answer), { status, headers: { 'content-type': 'application/json' } }),
    );
  });
  return { sent, next: (answer: Answer) => answers.push(answer) };
}

/** A refusal as the server sends it. */
export function refusal(detail: string, errors: { path: string; message: string }[] = []): Answer {
  return { status: 422, body: { type: 'about:blank', title: 'Refused', status: 422, detail, errors } };
}
