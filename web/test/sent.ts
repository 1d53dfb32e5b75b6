import { vi } from 'vitest';

/** A request that a screen made. */
export interface Sent {
  method: string;
  path: string;
  body: Record<string, unknown>;
}

type Answer = { status?: number; body: unknown };

/** Stands in for the server: keeps what is sent, answers in turn what the test says, then `{}`; it is asked nothing. */
export function standInServer() {
  const sent: Sent[] = [];
  const answers: Answer[] = [];
  vi.stubGlobal('fetch', (url: string, init: RequestInit) => {
    const body = typeof init.body === 'string' ? (JSON.parse(init.body) as Sent['body']) : {};
    if (init.method !== 'GET')
      sent.push({ method: init.method ?? 'GET', path: url.replace('/api/v1', ''), body });
    const { status = 200, body: answer } =
      init.method === 'GET' ? { status: 503, body: {} } : (answers.shift() ?? { body: {} });
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
