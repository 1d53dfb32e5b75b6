import { v7 as uuid } from 'uuid';
import type { LotDetail, Trim, TrimLot } from '@zest/contract';
import type { Hands } from './shop.js';

export const kg = (n: number): number => Math.round(n * 1e6);

/** Hands on the cold room: what is in it, and the means to take more in. */
export async function coldRoomOf(lead: Hands) {
  const trims = (await lead.get('/trims')).body as Trim[];
  const recipes = (await lead.get('/recipes')).body as { id: string; name: string }[];
  const trimOf = (name: string) => trims.find((t) => t.name.startsWith(name))!;
  const lotBody = (more: object = {}) => ({
    id: uuid(),
    trimId: trimOf('Pork shoulder').id,
    massMg: kg(20),
    fatPct: 20,
    fatKnownBy: 'supplier',
    priceMinorPerKg: 400,
    supplier: 'Saltmarsh Farm',
    tempC: 3,
    state: 'fresh',
    weightKnown: 'weighed',
    useBy: '2026-03-20',
    failedChecks: [],
    ...more,
  });
  return {
    trimOf,
    lotBody,
    lots: async () => (await lead.get('/lots')).body as TrimLot[],
    detail: async (id: string) => (await lead.get(`/lots/${id}`)).body as LotDetail,
    receive: async (more: object = {}): Promise<TrimLot> => {
      const answer = await lead.post('/lots', lotBody(more));
      if (answer.status !== 200) throw new Error(JSON.stringify(answer.body));
      return answer.body as TrimLot;
    },
    /** A batch of Quay Thick from these lots. */
    batchBody: (
      uses: { lot: TrimLot; massMg: number }[],
      more: { signed?: Record<string, string>; [field: string]: unknown } = {},
    ) => ({
      id: uuid(),
      recipeId: recipes.find((r) => r.name === 'Quay Thick')!.id,
      meatMg: uses.reduce((sum, u) => sum + u.massMg, 0),
      window: { minPct: 15, maxPct: 30 },
      plannedFor: '2026-03-16',
      uses: uses.map((u) => ({ lotId: u.lot.id, massMg: u.massMg })),
      ...more,
      signed: { window: 'whatever lots there are', ...more.signed },
    }),
  };
}
export type ColdRoom = Awaited<ReturnType<typeof coldRoomOf>>;
