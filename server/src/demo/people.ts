import { v7 as uuid } from 'uuid';
import type { Person } from '@zest/contract';
import { addPerson } from '../people/index.js';
import type { AppContext } from '../platform/app-context.js';
import { hashSecret } from '../platform/secrets.js';
import { saveSetting } from '../platform/settings.js';
import { HOUR_MINOR, MACHINES, PEOPLE, SHOP_ABOUT, SHOP_NAME } from './catalogue.js';
import type { Cast } from './play-batch.js';

/** The people of the invented shop, and what it says of itself. */
export async function addPeople(app: AppContext): Promise<Cast> {
  const people: Person[] = [];
  for (const { secret, ...person } of PEOPLE) {
    const id = uuid();
    await addPerson(app.db, { id, ...person, secretHash: await hashSecret(secret, app.config.hashWork) });
    people.push({
      id,
      name: person.name,
      role: person.role,
      units: 'metric',
      numberStyle: null,
      signs: person.role === 'lead',
    });
  }
  const lead = people.find((p) => p.role === 'lead');
  if (!lead) throw new Error('The demonstration needs a lead.');
  await saveSetting(app.db, 'shop_name', SHOP_NAME);
  await saveSetting(app.db, 'currency', 'GBP');
  // One visitor plays all of its people.
  await saveSetting(app.db, 'bench_rules', { cureSecondCheck: false });
  await saveSetting(app.db, 'rule_book', 'eu');
  await saveSetting(app.db, 'time_zone', 'Europe/London');
  await saveSetting(app.db, 'machines', MACHINES);
  await saveSetting(app.db, 'shop', SHOP_ABOUT);
  await saveSetting(app.db, 'hour_minor', HOUR_MINOR);
  return { lead, hands: people.filter((p) => p.role === 'bench') };
}
