import { expect, type Page } from '@playwright/test';
import type { Recipe, TrimLot } from '@zest/contract';

/** The lead opens a small batch; answers its id. */
export async function openBatch(page: Page, product: string, meatMg: number): Promise<string> {
  const get = async <T>(path: string) => (await (await page.request.get(`/api/v1${path}`)).json()) as T;
  const recipe = (await get<Recipe[]>('/recipes')).find((r) => r.name === product)!;
  const lots = await get<TrimLot[]>('/lots');
  const free = (name: string) =>
    lots
      .filter(
        (l) => l.trimName.startsWith(name) && l.status === 'available' && l.state !== 'frozen' && !l.owner,
      )
      .sort((a, b) => b.freeMg - a.freeMg)[0]!;
  const id = crypto.randomUUID();
  const answer = await page.request.post('/api/v1/batches', {
    data: {
      id,
      recipeId: recipe.id,
      meatMg,
      window: recipe.document.window,
      plannedFor: new Date().toISOString().slice(0, 10),
      uses: [
        { lotId: free('Pork shoulder').id, massMg: Math.round(meatMg * 0.85) },
        { lotId: free('Pork belly').id, massMg: Math.round(meatMg * 0.15) },
      ],
    },
  });
  expect(answer.ok(), await answer.text()).toBe(true);
  return id;
}
