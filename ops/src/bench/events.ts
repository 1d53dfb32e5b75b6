import { randomUUID } from 'node:crypto';
import type { Client } from './client.js';
import type { Target } from './entries.js';

/**
 * How long it takes from a weight that is sent to another screen that has it, in ms, one value a weight.
 *
 * @param other somebody else's session, listening
 */
export async function measureEvents(
  address: string,
  sender: Client,
  other: Client,
  target: Target,
  count: number,
): Promise<number[]> {
  const end = new AbortController();
  const response = await fetch(`${address.replace(/\/$/, '')}/api/v1/events`, {
    headers: { Cookie: other.cookie },
    signal: end.signal,
  });
  const arrived = new Map<string, (at: number) => void>();
  const reading = read(response, (text) => {
    for (const [id, tell] of arrived) if (text.includes(id)) tell(performance.now());
  });
  const times: number[] = [];
  for (let i = 0; i < count; i += 1) {
    const id = randomUUID();
    const seen = new Promise<number>((resolve) => arrived.set(id, resolve));
    const sent = performance.now();
    await sender.post(`/batches/${target.batchId}/weighings`, {
      id,
      lineId: target.lineIds[i % target.lineIds.length],
      massMg: 1 + i,
    });
    times.push((await seen) - sent);
    arrived.delete(id);
  }
  end.abort();
  await reading.catch(() => undefined);
  return times;
}

async function read(response: Response, take: (text: string) => void): Promise<void> {
  const decoder = new TextDecoder();
  for await (const chunk of response.body ?? []) take(decoder.decode(chunk as Uint8Array, { stream: true }));
}

/** The value below which this part of some others lies. */
export function quantile(values: readonly number[], part: number): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(part * sorted.length))] ?? 0;
}
