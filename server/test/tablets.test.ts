import request from 'supertest';
import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Tablet } from '@zest/contract';
import { SECRETS, openTestShop, type Hands, type TestShop } from './shop.js';

/** The name under which tablets reach the test shop. */
const HOST = 'shop.test';

let shop: TestShop;
let ines: Hands;
beforeAll(async () => {
  shop = await openTestShop('tablets');
  ines = await shop.signIn('Ines');
});
afterAll(() => shop.close());

/** A browser beyond the shop's machine that keeps its cookies. */
function tablet() {
  const kept = new Map<string, string>();
  const send = async (method: 'get' | 'post' | 'put', path: string, body: object = {}) => {
    const asked = request(shop.http)
      [method](`/api/v1${path}`)
      .set('Host', HOST)
      .set('Cookie', [...kept].map(([name, value]) => `${name}=${value}`).join('; '));
    const answer = await (method === 'get' ? asked : asked.send(body));
    for (const cookie of (answer.headers['set-cookie'] as unknown as string[] | undefined) ?? []) {
      const [name = '', value = ''] = cookie.split(';')[0]!.split('=');
      kept.set(name, value);
    }
    return answer;
  };
  return {
    send,
    pair: (code: string, name: string) => send('post', '/tablets', { id: uuid(), name, code }),
    signIn: (personId: string, who: string) => send('post', '/session', { personId, secret: SECRETS[who] }),
  };
}
const newCode = async () => ((await ines.post('/tablets/codes', {})).body as { code: string }).code;
const all = async () => ((await ines.get('/tablets')).body as { tablets: Tablet[]; reach: unknown }).tablets;

describe('a device beyond the machine', () => {
  it('is shown no name and takes no secret before it was let in by a code, and both after', async () => {
    const wall = tablet();
    expect((await wall.send('get', '/people/names')).body).toMatchObject({
      status: 403,
      type: 'urn:zest-tally:problem:not-paired',
    });
    expect((await wall.signIn(ines.id, 'Ines')).status).toBe(403);
    expect((await wall.pair(await newCode(), 'Wall by the mixer')).status).toBe(200);
    const names = (await wall.send('get', '/people/names')).body as { id: string; name: string }[];
    const oda = names.find((n) => n.name === 'Oda')!;
    expect((await wall.signIn(oda.id, 'Oda')).status).toBe(200);
    // It says that it is there, and what waits on it; the lead sees it.
    expect((await wall.send('put', '/tablets/here', { waiting: 3 })).body).toEqual({
      name: 'Wall by the mixer',
    });
    expect(await all()).toMatchObject([
      { name: 'Wall by the mixer', person: 'Oda', waiting: 3, pairedBy: 'Ines', isSilent: false },
    ]);
    expect(await ines.get('/tablets')).toMatchObject({ body: { reach: null, proxied: ['shop.test'] } });
  });

  it('gets nothing from a code that was used, is old, or is guessed', async () => {
    const code = await newCode();
    expect((await tablet().pair(code, 'First')).status).toBe(200);
    expect((await tablet().pair(code, 'Second')).status).toBe(401);
    const old = await newCode();
    shop.clock.set(new Date(shop.app.now().getTime() + 11 * 60_000));
    expect((await tablet().pair(old, 'Late')).status).toBe(401);
    const live = await newCode();
    const wrong = String((Number(live) + 1) % 100_000_000).padStart(8, '0');
    for (let n = 0; n < 10; n += 1) expect((await tablet().pair(wrong, 'Guesser')).status).toBe(401);
    // After ten wrong ones the right one does not hold either.
    expect((await tablet().pair(live, 'Guesser')).status).toBe(401);
    expect((await all()).map((t) => t.name)).not.toContain('Guesser');
  });

  it('of two at once lets one in by one code', async () => {
    const code = await newCode();
    const answers = await Promise.all(
      [1, 2, 3, 4].map(async (n) => (await tablet().pair(code, `Twin ${n}`)).status),
    );
    expect(answers.toSorted()).toEqual([200, 401, 401, 401]);
  });

  it('that is let in no more is signed out at once, shown no name, and told of in the changes', async () => {
    const wall = tablet();
    await wall.pair(await newCode(), 'Lost one');
    const { id: bram } = (
      (await wall.send('get', '/people/names')).body as { id: string; name: string }[]
    ).find((n) => n.name === 'Bram')!;
    await wall.signIn(bram, 'Bram');
    const elsewhere = await shop.signIn('Bram');
    expect((await wall.send('get', '/session')).status).toBe(200);
    const lost = (await all()).find((t) => t.name === 'Lost one')!;
    expect((await elsewhere.delete(`/tablets/${lost.id}`)).status).toBe(403);
    expect((await ines.delete(`/tablets/${lost.id}`)).status).toBe(200);
    expect((await wall.send('get', '/session')).status).toBe(401);
    expect((await wall.send('get', '/people/names')).status).toBe(403);
    expect((await elsewhere.get('/session')).status).toBe(200);
    expect((await all()).map((t) => t.name)).not.toContain('Lost one');
    const changes = (await ines.get('/changes')).body as { what: string; about: string; person: string }[];
    expect(changes[0]).toMatchObject({ what: 'tablet', about: 'Lost one', person: 'Ines' });
    // With a new code it comes again.
    expect((await wall.pair(await newCode(), 'Found again')).status).toBe(200);
  });

  it('has a name of its own', async () => {
    await tablet().pair(await newCode(), 'Smokehouse');
    const answer = await tablet().pair(await newCode(), 'smokehouse');
    expect(answer.body).toMatchObject({ status: 422, errors: [{ path: 'name' }] });
    const { id } = (await all()).find((t) => t.name === 'Smokehouse')!;
    expect((await ines.put(`/tablets/${id}`, { name: 'Smokehouse door' })).status).toBe(200);
    expect((await all()).map((t) => t.name)).toContain('Smokehouse door');
  });

  it('is silent when it was not heard for a while', async () => {
    shop.clock.set(new Date(shop.app.now().getTime() + 4 * 60_000));
    expect((await all()).every((t) => t.isSilent)).toBe(true);
  });
});

describe('a device at the machine itself', () => {
  it('needs no code, and no page of the sheet is printed while tablets do not reach the shop', async () => {
    expect((await request(shop.http).get('/api/v1/people/names')).status).toBe(200);
    expect((await ines.get('/tablets/sheet.pdf')).status).toBe(404);
    const bram = await shop.signIn('Bram');
    expect((await bram.get('/tablets/sheet.pdf')).status).toBe(403);
  });
});
