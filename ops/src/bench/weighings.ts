import { randomUUID } from 'node:crypto';
import autocannon from 'autocannon';
import type { Client } from './client.js';
import type { Target } from './entries.js';

export interface Rate {
  perSecond: number;
  p50Ms: number;
  p99Ms: number;
  errors: number;
}

const BENCHES = 10;

/** Sends as fast as ten connections can for some seconds; the body is made anew for each request. */
function fire(
  url: string,
  seconds: number,
  headers: Record<string, string>,
  path: () => string,
  body: () => object,
): Promise<Rate> {
  return new Promise((resolve, reject) => {
    autocannon(
      {
        url,
        connections: BENCHES,
        duration: seconds,
        requests: [
          {
            method: 'POST',
            headers: { 'content-type': 'application/json', ...headers },
            setupRequest: (request) => ({ ...request, path: path(), body: JSON.stringify(body()) }),
          },
        ],
      },
      (error: Error | null, result) => {
        if (error) reject(error);
        else {
          resolve({
            perSecond: result.requests.average,
            p50Ms: result.latency.p50,
            p99Ms: result.latency.p99,
            errors: result.errors + result.non2xx,
          });
        }
      },
    );
  });
}

export function measureBaseline(address: string, seconds: number): Promise<Rate> {
  return fire(
    address,
    seconds,
    {},
    () => '/',
    () => ({ lineId: randomUUID(), massMg: 4200 }),
  );
}

/** Ten benches weighing into the demonstration's open batches, HTTP to committed. */
export function measureWeighings(
  address: string,
  client: Client,
  targets: readonly Target[],
  seconds: number,
): Promise<Rate> {
  let n = 0;
  const next = () => targets[n++ % targets.length];
  let target = next();
  return fire(
    address,
    seconds,
    { cookie: client.cookie },
    () => {
      target = next();
      return `/api/v1/batches/${target?.batchId}/weighings`;
    },
    () => ({ id: randomUUID(), lineId: target?.lineIds[n % target.lineIds.length], massMg: 1 + (n % 400) }),
  );
}
