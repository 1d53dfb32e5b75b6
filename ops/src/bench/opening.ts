import { v7 as uuid } from 'uuid';
import type { Client } from './client.js';
import { quantile } from './events.js';

interface Named {
  id: string;
  name: string;
  document: { window: object };
}
interface Lot {
  id: string;
  trimName: string;
  status: string;
  state: string;
  owner: string | null;
  freeMg: number;
}

const PRODUCT = 'Quay Thick';
/** Small enough that the cold room has it many times over. */
const MEAT_MG = 1_000_000;
const TIMES = 7;

/** The median time in which a small batch is opened, with all its lots found and set aside, ms. */
export async function measureOpening(lead: Client): Promise<number> {
  const recipe = (await lead.get<Named[]>('/recipes')).find((r) => r.name === PRODUCT);
  const lots = await lead.get<Lot[]>('/lots');
  const most = (name: string) =>
    lots
      .filter(
        (l) => l.trimName.startsWith(name) && l.status === 'available' && l.state !== 'frozen' && !l.owner,
      )
      .sort((a, b) => b.freeMg - a.freeMg)[0];
  const [shoulder, belly] = [most('Pork shoulder'), most('Pork belly')];
  if (!recipe || !shoulder || !belly) throw new Error('The demonstration has nothing to open a batch of.');
  const times: number[] = [];
  for (let i = 0; i < TIMES; i += 1) {
    const started = performance.now();
    const status = await lead.post('/batches', {
      id: uuid(),
      recipeId: recipe.id,
      meatMg: MEAT_MG,
      window: recipe.document.window,
      plannedFor: new Date().toISOString().slice(0, 10),
      uses: [
        { lotId: shoulder.id, massMg: 0.85 * MEAT_MG },
        { lotId: belly.id, massMg: 0.15 * MEAT_MG },
      ],
    });
    if (status !== 200) throw new Error(`A batch was not opened: ${status}.`);
    times.push(performance.now() - started);
  }
  return quantile(times.slice(1), 0.5);
}
