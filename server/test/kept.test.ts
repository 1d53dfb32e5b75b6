import request from 'supertest';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { ROLES, ROUTES, SEEN_BY, sees, type Kept, type Role, type Route } from '@zest/contract';
import { keepsSomething } from '../src/platform/kept.js';
import { openTestShop, type Hands, type TestShop } from './shop.js';

let shop: TestShop;
const hands = new Map<Role, Hands>();
const WHO: Record<Role, string> = { lead: 'Ines', bench: 'Bram', owner: 'Mr Feld', inspector: 'Inspector' };
const ids = new Map<string, string>();
beforeAll(async () => {
  shop = await openTestShop('kept');
  for (const role of ROLES) hands.set(role, await shop.signIn(WHO[role]));
  const lead = hands.get('lead')!;
  const first = async (path: string) => ((await lead.get(path)).body as { id: string }[])[0]!.id;
  for (const [under, path] of [
    ['batches', '/batches'],
    ['lots', '/lots'],
    ['recipes', '/recipes'],
    ['recipe-drafts', '/recipe-drafts'],
  ] as const) {
    ids.set(under, await first(path).catch(() => ''));
  }
});
afterAll(() => shop.close());

/** What is kept, by the names of fields alone: another way to the same than the marks. */
const NAMED: Record<Kept, RegExp> = {
  money: /^(?!meat\b).*(Minor|minor)(PerKg)?$/,
  supplier: /^supplier(Lot)?$/,
};

/** Every value under a name that fits, wherever it stands. */
function valuesNamed(name: RegExp, value: unknown): unknown[] {
  if (Array.isArray(value)) return value.flatMap((one) => valuesNamed(name, one));
  if (typeof value !== 'object' || value === null) return [];
  return Object.entries(value).flatMap(([key, inner]: [string, unknown]) =>
    name.test(key) && typeof inner !== 'object' ? [inner] : valuesNamed(name, inner),
  );
}

const reads = (Object.entries(ROUTES) as [string, Route][]).filter(([, r]) => r.method === 'GET');
const addressOf = (route: Route): string | undefined => {
  const under = route.path.split('/')[1] ?? '';
  const id = ids.get(under);
  if (!route.path.includes(':')) return route.path;
  if (!id) return undefined;
  const address = route.path.replace(':id', id).replace(':n', '0');
  return address.includes(':') ? undefined : address;
};

describe('what is kept from a role', () => {
  it('is in no answer that it can get', async () => {
    const found = new Map<Kept, number>();
    let asked = 0;
    for (const [name, route] of reads) {
      const address = addressOf(route);
      if (!address || name === 'health') continue;
      asked += 1;
      for (const role of ROLES) {
        const answer = await hands.get(role)!.get(address);
        if (route.roles !== 'anyone' && !route.roles.includes(role)) {
          expect([name, role, answer.status]).toEqual([name, role, 403]);
          continue;
        }
        expect([name, role, answer.status]).toEqual([name, role, 200]);
        for (const what of Object.keys(SEEN_BY) as Kept[]) {
          const told = valuesNamed(NAMED[what], answer.body).filter((v) => v !== null && v !== 0 && v !== '');
          if (sees(role, what)) found.set(what, (found.get(what) ?? 0) + told.length);
          else expect([name, role, what, told]).toEqual([name, role, what, []]);
        }
      }
    }
    expect(asked).toBeGreaterThan(25);
    // And it is there for those who see it.
    for (const what of Object.keys(SEEN_BY) as Kept[]) expect(found.get(what), what).toBeGreaterThan(5);
  });

  it('is seen by nobody who is not signed in', async () => {
    for (const [name, route] of reads) {
      const address = addressOf(route);
      if (!address || route.roles === 'anyone') continue;
      expect([name, (await request(shop.http).get(`/api/v1${address}`)).status]).toEqual([name, 401]);
    }
  });

  it('stands in the table: prices are for lead and owner, suppliers for the inspector too', () => {
    expect(SEEN_BY).toEqual({ money: ['lead', 'owner'], supplier: ['lead', 'owner', 'inspector'] });
    expect(keepsSomething(ROUTES.listLots)).toBe(true);
    expect(keepsSomething(ROUTES.batchFacts)).toBe(true);
    expect(keepsSomething(ROUTES.listScales)).toBe(false);
    expect([ROUTES.listTickets.roles, ROUTES.batchCosts.roles]).toEqual([SEEN_BY.money, SEEN_BY.money]);
  });
});
