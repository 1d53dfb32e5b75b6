import request from 'supertest';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Member, Person } from '@zest/contract';
import { openTestShop, type Hands, type TestShop } from './shop.js';
import { pdfText } from './pdf-text.js';

let shop: TestShop;
let lead: Hands;
beforeAll(async () => {
  shop = await openTestShop('passes');
  lead = await shop.signIn('Ines');
});
afterAll(() => shop.close());

const signIn = (code: string) => request(shop.http).post('/api/v1/session/code').send({ code });
const people = async () => (await lead.get('/people')).body as Member[];
const names = async () =>
  ((await request(shop.http).get('/api/v1/people/names')).body as { name: string }[]).map((n) => n.name);
const dayCode = async (name = 'Vera Holm') =>
  (await lead.post('/people/day-codes', { name })).body as { code: string; until: string };
const cookieOf = (answer: request.Response) => answer.headers['set-cookie']?.[0]?.split(';')[0] ?? '';
const hours = (n: number) => shop.clock.set(new Date(shop.clock.now().getTime() + n * 3_600_000));

describe('an inspector by a code for a day', () => {
  it('looks at everything and changes nothing, under a name that stands on no list', async () => {
    const { code } = await dayCode();
    const answer = await signIn(`${code.slice(0, 4)} ${code.slice(4)}`);
    expect(answer.body as Person).toMatchObject({ name: 'Vera Holm', role: 'inspector' });
    const get = (path: string) => request(shop.http).get(`/api/v1${path}`).set('Cookie', cookieOf(answer));
    expect((await get('/batches')).status).toBe(200);
    const changed = request(shop.http).post('/api/v1/people/day-codes').set('Cookie', cookieOf(answer));
    expect((await changed.send({ name: 'Another' })).status).toBe(403);
    expect(await names()).not.toContain('Vera Holm');
    expect((await people()).find((p) => p.name === 'Vera Holm')).toMatchObject({
      sessions: 1,
      role: 'inspector',
    });
  });

  it('is out when the day is over, and the code with it', async () => {
    const { code, until } = await dayCode('Kaspar Lind');
    hours(20);
    const answer = await signIn(code);
    expect(answer.status).toBe(200);
    expect(new Date(/Expires=([^;]+)/.exec(String(answer.headers['set-cookie']))?.[1] ?? '').getTime()).toBe(
      Math.floor(new Date(until).getTime() / 1000) * 1000,
    );
    hours(5);
    const look = request(shop.http).get('/api/v1/batches').set('Cookie', cookieOf(answer));
    expect((await look).status).toBe(401);
    expect((await signIn(code)).status).toBe(401);
    lead = await shop.signIn('Ines');
  });

  it('who comes again is the same person, by a new code; the old one holds no more', async () => {
    const first = await dayCode();
    const second = await dayCode();
    expect((await signIn(first.code)).status).toBe(401);
    expect((await signIn(second.code)).status).toBe(200);
    expect((await people()).filter((p) => p.name === 'Vera Holm')).toHaveLength(1);
  });

  it('takes the name of nobody who works here, and is made by the lead alone', async () => {
    for (const name of ['Oda', 'Ines', 'Inspector']) {
      const answer = await lead.post('/people/day-codes', { name });
      expect(answer.status, name).toBe(422);
    }
    const oda = await shop.signIn('Oda');
    expect((await oda.post('/people/day-codes', { name: 'Friend' })).status).toBe(403);
  });

  it('is out at once when the lead says so', async () => {
    const { code } = await dayCode();
    const answer = await signIn(code);
    const vera = (await people()).find((p) => p.name === 'Vera Holm');
    await lead.put(`/people/${vera?.id ?? ''}`, { name: 'Vera Holm', role: 'inspector', active: false });
    const look = request(shop.http).get('/api/v1/lots').set('Cookie', cookieOf(answer));
    expect((await look).status).toBe(401);
    expect((await signIn(code)).status).toBe(401);
  });

  it('is not found by trying: after twenty wrong codes the right one is dead', async () => {
    const { code } = await dayCode('Tove Brandt');
    for (let i = 0; i < 20; i += 1) {
      const wrong = String((Number(code) + 1 + i) % 1e8).padStart(8, '0');
      expect((await signIn(wrong)).status).toBe(401);
    }
    expect((await signIn(code)).status).toBe(401);
    expect((await signIn('12')).status).toBe(422);
  });
});

describe('a badge', () => {
  it('signs in whoever it is of, until another is made or they are let in no more', async () => {
    const oda = (await people()).find((p) => p.name === 'Oda');
    const make = async () => {
      const answer = await lead.post(`/people/${oda?.id ?? ''}/badge`, {});
      expect(answer.status).toBe(200);
      return Buffer.from((answer.body as { pdf: string }).pdf, 'base64');
    };
    const pdf = await make();
    const badge = /Z[0-9A-F]{30}/.exec(await pdfText(pdf))?.[0] ?? '';
    const answer = await signIn(badge);
    expect(answer.body as Person).toMatchObject({ name: 'Oda', role: 'bench' });
    expect(await names()).toContain('Oda');
    expect((await people()).find((p) => p.name === 'Oda')?.hasBadge).toBe(true);
    // What the badge says is in no table, but for its hash.
    const [rows] = (await shop.owner.query('SELECT code FROM $db.pass WHERE kind = "badge"')) as unknown as [
      { code: string }[],
    ];
    expect(rows.map((r) => r.code.length)).toEqual([64]);
    expect((await signIn(rows[0]?.code.toUpperCase() ?? '')).status).toBe(401);
    await make();
    expect((await signIn(badge)).status).toBe(401);
  });

  it('is given to nobody who signs in with a password', async () => {
    for (const name of ['Ines', 'Mr Feld', 'Inspector']) {
      const person = (await people()).find((p) => p.name === name);
      expect((await lead.post(`/people/${person?.id ?? ''}/badge`, {})).status, name).toBe(403);
    }
  });
});
