import { v7 as uuid } from 'uuid';
import type { Client } from './client.js';

/** Takes in deliveries until the cold room holds so many lots more. */
export async function receiveLots(lead: Client, count: number): Promise<void> {
  const trims = (await lead.get('/trims')) as { id: string; fatPct: number }[];
  for (let done = 0; done < count; done += 200) {
    const lots = Array.from({ length: Math.min(200, count - done) }, (_, i) => {
      const trim = trims[(done + i) % trims.length];
      return {
        id: uuid(),
        trimId: trim?.id,
        massMg: 10_000_000 + i * 1000,
        fatPct: trim?.fatPct ?? 20,
        fatKnownBy: 'supplier',
        priceMinorPerKg: 400 + (i % 90),
        supplier: 'Saltmarsh Farm',
        tempC: 1.5,
        state: 'fresh',
      };
    });
    await lead.post('/deliveries', { id: uuid(), lots });
  }
}
