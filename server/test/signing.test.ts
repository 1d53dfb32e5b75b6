import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { BatchView } from '@zest/contract';
import { benchHands, current, lineOf, type BenchHands } from './bench-hands.js';
import { SECRETS, openTestShop, sheetOf, type Hands, type TestShop } from './shop.js';

let shop: TestShop;
let ines: Hands;
let bram: Hands;
let oda: Hands;
let hands: BenchHands;
beforeAll(async () => {
  shop = await openTestShop('signing');
  ines = await shop.signIn('Ines');
  bram = await shop.signIn('Bram');
  oda = await shop.signIn('Oda');
  hands = benchHands(shop, ines, bram);
});
afterAll(() => shop.close());

const text = (answer: { body: unknown }) => JSON.stringify(answer.body);
const CURE = 'Cure 0.6 % nitrite';

/** A smoked ring of some kilograms, its meat ground and its ingredients due. */
async function ring(kg = 5): Promise<BatchView> {
  const batch = await hands.open(
    'Lighthouse Ring',
    { 'Pork shoulder': kg * 0.8e6, 'Pork belly': kg * 0.2e6 },
    { window: { minPct: 15, maxPct: 45 } },
  );
  return hands.workUntil(batch, (step) => step.kind === 'weigh-ingredients');
}

describe('the right to sign', () => {
  const change = (who: Hands, more: object) =>
    ines.put(`/people/${who.id}`, { name: 'Oda', role: 'bench', active: true, ...more });
  const signPast = (batch: BatchView, who: Hands) => {
    const { id, version } = current(batch);
    return who.post(`/batches/${batch.id}/steps/${id}/close`, { id: uuid(), version, override: 'as it is' });
  };

  it('is the lead’s to give, person by person, and ends when it is taken back', async () => {
    const batch = await hands.upTo('weigh-meat');
    expect((await signPast(batch, oda)).status).toBe(403);
    // Nobody gives it to themselves, and a role that only looks cannot have it.
    const give = { name: 'Oda', role: 'bench', active: true, signs: true };
    expect((await oda.put(`/people/${oda.id}`, give)).status).toBe(403);
    expect((await change(oda, { signs: true })).status).toBe(200);
    expect((await oda.get('/session')).body).toMatchObject({ role: 'bench', signs: true });
    expect((await signPast(batch, oda)).status).toBe(200);
    const signed = (await sheetOf(ines, batch.id)).steps.find((s) => s.kind === 'weigh-meat');
    expect(signed).toMatchObject({ closedBy: 'Oda', overrideReason: 'as it is' });
    // What only a lead does stays so.
    expect((await oda.put('/bench-rules', { cureSecondCheck: false })).status).toBe(403);
    expect((await change(oda, { signs: false })).status).toBe(200);
    expect((await signPast(await sheetOf(ines, batch.id), oda)).status).toBe(403);
  });

  it('does not come with another role, nor back with the old one', async () => {
    const id = uuid();
    const added = { id, name: 'Jurre', role: 'bench', secretKind: 'pin', secret: '4815' };
    expect((await ines.post('/people', added)).status).toBe(200);
    const as = async (role: string, signs: boolean) =>
      (await ines.put(`/people/${id}`, { name: 'Jurre', role, active: true, signs })).body as {
        signs: boolean;
      };
    expect((await as('owner', true)).signs).toBe(false);
    expect((await as('bench', false)).signs).toBe(false);
    expect((await as('lead', false)).signs).toBe(true);
    expect((await as('inspector', true)).signs).toBe(false);
  });

  it('and that to confirm the cure: the right PIN of somebody without it confirms nothing', async () => {
    const batch = await ring();
    const cure = lineOf(batch, CURE);
    await hands.weigh(batch, cure);
    const confirm = (personId: string, who: string) =>
      hands.send(batch, 'second-check', { lineId: cure.id, personId, secret: SECRETS[who] });
    const feld = await shop.signIn('Mr Feld');
    expect((await confirm(feld.id, 'Mr Feld')).status).toBe(422);
    expect((await change(oda, { confirms: false })).status).toBe(200);
    const names = (await ines.get('/people/names')).body as { id: string; confirms: boolean }[];
    expect(
      names
        .filter((n) => n.confirms)
        .map((n) => n.id)
        .sort(),
    ).toEqual(expect.arrayContaining([ines.id, bram.id].sort()));
    expect(names.find((n) => n.id === oda.id)?.confirms).toBe(false);
    expect(text(await confirm(oda.id, 'Oda'))).toContain('Oda does not confirm cure');
    expect((await change(oda, { confirms: true })).status).toBe(200);
    expect((await confirm(oda.id, 'Oda')).status).toBe(200);
  });
});
