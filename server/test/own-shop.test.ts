import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { BenchRules, OwnShop, Person, RecipeDraft } from '@zest/contract';
import { openTestShop, type Hands, type TestShop } from './shop.js';

let shop: TestShop;
let ines: Hands;
beforeAll(async () => {
  shop = await openTestShop('ownshop');
  ines = await shop.signIn('Ines');
});
afterAll(() => shop.close());

const OURS: OwnShop = {
  name: 'Marshgate Meats',
  address: '3 Weir Lane\nLowmarsh Harbour',
  country: 'US',
  currency: 'USD',
  hourMinor: 1850,
  timeZone: 'America/Chicago',
  book: 'us',
  units: 'pound',
  numberStyle: 'point',
  machines: [
    { name: 'Bench grinder', kind: 'grinder', holdsKg: null, sizesMm: [4.5, 8] },
    { name: 'Small mixer', kind: 'mixer', holdsKg: 10, sizesMm: [] },
    { name: 'Tub mixer', kind: 'mixer', holdsKg: 22.5, sizesMm: [] },
    { name: 'Stuffer', kind: 'stuffer', holdsKg: 6, sizesMm: [12, 16] },
  ],
};

describe('what the shop says of itself', () => {
  it('is said at once, holds everywhere, and is written down with who changed it from what to what', async () => {
    const before = (await ines.get('/shop')).body as OwnShop;
    expect(before).toMatchObject({ name: 'Ternquay Butchers', currency: 'GBP', book: 'eu' });
    expect((await ines.put('/shop', OURS)).body).toEqual(OURS);
    expect((await ines.get('/health')).body).toMatchObject({
      shop: 'Marshgate Meats',
      ruleBook: 'us',
      currency: 'USD',
      timeZone: 'America/Chicago',
    });
    const changes = (await ines.get('/changes')).body as {
      about: string;
      from: object;
      to: object;
      person: string;
    }[];
    expect(changes.find((c) => c.about === 'currency')).toMatchObject({
      person: 'Ines',
      from: { value: 'GBP' },
      to: { value: 'USD' },
    });
    // Whoever says it sees it so; who is added from now on too.
    expect((await ines.get('/session')).body as Person).toMatchObject({ units: 'pound' });
    const wim = { id: uuid(), name: 'Wim', role: 'bench', secretKind: 'pin', secret: '4815' };
    expect((await ines.post('/people', wim)).status).toBe(200);
    const rows = await shop.owner.query(`SELECT units FROM $db.person WHERE name = 'Wim'`);
    expect(rows[0]).toMatchObject([{ units: 'pound' }]);
    // A recipe begins with the largest machines that the shop has.
    const begun = await ines.post('/starting-recipes', { id: uuid(), key: 'sage-link', cure: null });
    expect((begun.body as RecipeDraft).document).toMatchObject({
      mixerCapacityKg: 22.5,
      stufferCapacityKg: 6,
    });
  });

  it('has two people for its cure where it has two, unless the lead says otherwise', async () => {
    const second = async () => ((await ines.get('/bench-rules')).body as BenchRules).cureSecondCheck;
    expect(await second()).toBe(false);
    await shop.owner.query(`DELETE FROM $db.setting WHERE name = 'bench_rules'`);
    expect(await second()).toBe(true);
    await shop.owner.query(`UPDATE $db.person SET active = FALSE WHERE name IN ('Bram', 'Oda', 'Wim')`);
    expect(await second()).toBe(false);
    await shop.owner.query(`UPDATE $db.person SET active = TRUE WHERE name IN ('Bram', 'Oda', 'Wim')`);
    await ines.put('/bench-rules', { cureSecondCheck: false });
    expect(await second()).toBe(false);
  });

  it('is the lead’s to say, whole or not at all, in words that name the field', async () => {
    const bram = await shop.signIn('Bram');
    expect((await bram.put('/shop', OURS)).status).toBe(403);
    const now = (await ines.get('/shop')).body as OwnShop;
    for (const [path, body] of [
      ['name', { ...OURS, name: 'X' }],
      ['currency', { ...OURS, currency: 'EURO' }],
      ['timeZone', { ...OURS, timeZone: 'Middle of nowhere' }],
      ['country', { ...OURS, country: 'ZZ' }],
      ['machines[1].holdsKg', { ...OURS, machines: [OURS.machines[0], { ...OURS.machines[1], holdsKg: 0 }] }],
      ['machines[0].sizesMm[1]', { ...OURS, machines: [{ ...OURS.machines[0], sizesMm: [8, 900] }] }],
      [
        'machines[1].name',
        { ...OURS, machines: [OURS.machines[2], { ...OURS.machines[3], name: 'tub MIXER' }] },
      ],
      ['machines[0].kind', { ...OURS, machines: [{ ...OURS.machines[0], kind: 'rocket' }] }],
    ] as const) {
      const answer = await ines.put('/shop', body);
      expect(answer.body).toMatchObject({ status: 422, errors: [{ path }] });
    }
    expect((await ines.get('/shop')).body).toEqual(now);
  });
});
