/** A signed-in client of a running shop, for measurements and soak runs. */
export interface Client {
  get: <T>(path: string) => Promise<T>;
  delete: (path: string) => Promise<void>;
  /**
   * Posts JSON; answers the status, or 0 when nothing was decided because the server was away.
   * @param cutMs the line is cut after so long, whatever became of it
   */
  post: (path: string, body: object, cutMs?: number) => Promise<number>;
  cookie: string;
}

/** So long an answer is waited for. */
const PATIENCE_MS = 8_000;
/** Where another application can be asked, it is asked sooner. */
const PATIENCE_OF_TWO_MS = 4_000;

interface Name {
  id: string;
  name: string;
}

export async function signIn(address: string, who: string, secret: string): Promise<Client> {
  const base = baseOf(address);
  const names = (await (await fetch(`${base}/people/names`)).json()) as Name[];
  const person = names.find((n) => n.name === who);
  const answer = await fetch(`${base}/session`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ personId: person?.id, secret }),
  });
  if (!answer.ok) throw new Error(`${who} could not sign in: ${await answer.text()}`);
  return clientOf(base, answer.headers.get('set-cookie')?.split(';')[0] ?? '');
}

/** The same session at another application over the same database; a cookie goes by the port it came from. */
export function elsewhere({ cookie }: Client, address: string): Client {
  const { port } = new URL(address);
  return clientOf(baseOf(address), cookie.replace(/_\d+=/, `_${port}=`), PATIENCE_OF_TWO_MS);
}

function baseOf(address: string): string {
  return `${address.replace(/\/$/, '')}/api/v1`;
}

function clientOf(base: string, cookie: string, patienceMs = PATIENCE_MS): Client {
  return {
    cookie,
    get: async <T>(path: string) =>
      (await (await fetch(base + path, { headers: { Cookie: cookie } })).json()) as T,
    delete: async (path) => {
      await fetch(base + path, { method: 'DELETE', headers: { Cookie: cookie } });
    },
    post: async (path, body, cutMs = patienceMs) => {
      try {
        const response = await fetch(base + path, {
          method: 'POST',
          headers: { 'Content-Type': 'application/json', Cookie: cookie },
          body: JSON.stringify(body),
          signal: AbortSignal.timeout(cutMs),
        });
        await response.arrayBuffer();
        return response.status;
      } catch {
        return 0;
      }
    },
  };
}

export interface OpenBatch {
  id: string;
  state: string;
}
