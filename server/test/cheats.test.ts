import { v7 as uuid } from 'uuid';
import { marksOf } from '@zest/core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { BatchView, TrimLot } from '@zest/contract';
import { benchHands, current, lineOf, stepOf, type BenchHands } from './bench-hands.js';
import { SECRETS, openTestShop, sheetOf, tick, type Hands, type TestShop } from './shop.js';

let shop: TestShop;
let ines: Hands;
let bram: Hands;
let oda: Hands;
let hands: BenchHands;
beforeAll(async () => {
  shop = await openTestShop('cheats');
  ines = await shop.signIn('Ines');
  bram = await shop.signIn('Bram');
  oda = await shop.signIn('Oda');
  hands = benchHands(shop, ines, bram);
});
afterAll(() => shop.close());

const stock = async () => (await ines.get('/lots')).body as TrimLot[];
const text = (answer: { body: unknown }) => JSON.stringify(answer.body);
const CURE = 'Cure 0.6 % nitrite';

async function lotOf(test: (lot: TrimLot) => boolean): Promise<TrimLot> {
  const found = (await stock()).find(
    (l) =>
      l.status === 'available' && l.state !== 'frozen' && l.owner === null && l.freeMg > 5_000_000 && test(l),
  );
  if (!found) throw new Error('The demonstration has no such lot.');
  return found;
}

/** The lead closes steps with a word until one is reached. */
async function signedOnTo(batch: BatchView, kind: string): Promise<BatchView> {
  let now = await sheetOf(ines, batch.id);
  while (current(now).kind !== kind) {
    await hands.close(now, ines, { override: 'on to the next' });
    now = await sheetOf(ines, batch.id);
  }
  return now;
}

/** A smoked ring of some kilograms, its meat ground and its ingredients due. */
async function ring(kg = 5): Promise<BatchView> {
  const batch = await hands.open(
    'Lighthouse Ring',
    { 'Pork shoulder': kg * 0.8e6, 'Pork belly': kg * 0.2e6 },
    { window: { minPct: 15, maxPct: 45 } },
  );
  return hands.workUntil(batch, (step) => step.kind === 'weigh-ingredients');
}

/** Weighs all that is due but what is told otherwise, and has the lead close the weigh-up. */
async function weighedUp(batch: BatchView, cureMg: number): Promise<BatchView> {
  const now = await sheetOf(ines, batch.id);
  for (const line of now.lines.filter((l) => l.kind === 'ingredient')) {
    const massMg = line.name === CURE ? cureMg : line.dueMg;
    if (massMg > 0) await hands.weigh(now, line, massMg);
  }
  return hands.close(now, ines, { override: 'as it is' });
}

describe('another meat than the product is', () => {
  it('does not come in by another lot: a hand is refused, the lead signs for what the label will say', async () => {
    const batch = await hands.upTo('weigh-meat');
    const meat = batch.lines.find((l) => l.kind === 'meat')!;
    const beef = await lotOf((l) => l.species === 'beef' && l.fatPct < 30);
    const swap = { lineId: meat.id, lotCode: beef.code };
    const byHand = await hands.send(batch, 'lot-changes', swap);
    expect([byHand.status, text(byHand)]).toEqual([403, expect.stringContaining('pork is claimed')]);
    const signing = { species: 'sold as beef', window: 'a leaner day' };
    const forged = await hands.send(batch, 'lot-changes', { ...swap, signed: signing });
    expect(forged.status).toBe(403);
    const unsigned = await hands.send(batch, 'lot-changes', swap, ines);
    expect([unsigned.status, text(unsigned)]).toEqual([422, expect.stringContaining('signed.species')]);
    expect((await sheetOf(ines, batch.id)).lines).toEqual(batch.lines);
    const signed = await hands.done(batch, 'lot-changes', { ...swap, signed: signing }, ines);
    expect(signed.lines.some((l) => l.lotId === beef.id)).toBe(true);
    expect(marksOf(signed.marks, 'signed').map((m) => [m.guard, m.person])).toContainEqual([
      'species',
      'Ines',
    ]);
    expect(await hands.cards()).toContain('sold as beef');
  });

  it('nor by a correction, a new plan or the thinning of a taste', async () => {
    const batch = await hands.upTo('stuff');
    const salt = lineOf(batch, 'Fine salt');
    const beef = await lotOf((l) => l.species === 'beef');
    const made = (salt.weighedMg / batch.meatBasis.massMg) * 1000;
    const thinned = await hands.send(batch, 'taste-corrections', {
      lineId: salt.id,
      toGPerKg: made * 0.8,
      lotId: beef.id,
    });
    expect([thinned.status, text(thinned)]).toEqual([403, expect.stringContaining('pork is claimed')]);
    const fresh = await hands.upTo('weigh-meat');
    const uses = fresh.lines
      .filter((l) => l.kind === 'meat')
      .map((l) => ({ lotId: l.lotId, massMg: l.dueMg }));
    const [first, ...rest] = uses;
    const planned = await hands.send(
      fresh,
      'replan',
      { uses: [{ ...first!, lotId: beef.id }, ...rest], reason: 'cheaper' },
      ines,
    );
    expect(planned.status).toBe(422);
    const ground = await hands.upTo('weigh-ingredients');
    const corrected = await hands.send(
      ground,
      'corrections',
      { lotId: beef.id, massMg: 200_000, reason: 'leaner' },
      ines,
    );
    expect([corrected.status, text(corrected)]).toEqual([422, expect.stringContaining('signed.species')]);
  });
});

describe('cured', () => {
  it('is not what had five hundredths of a gram: the smoke stays shut until the lead signs there', async () => {
    const batch = await weighedUp(await ring(), 50);
    expect(batch.cure).toMatchObject({ meant: true, state: 'under' });
    expect(batch.uncured).toBe(true);
    expect(batch.label?.stateSentence).toMatch(/^UNCURED\./);
    expect(batch.trouble).toContain('UNCURED');
    const smoke = await signedOnTo(batch, 'smoke');
    const { id } = current(smoke);
    const read = await hands.read(smoke, id, 'minutes', 60);
    expect([read.status, text(read)]).toEqual([409, expect.stringContaining('under the floor')]);
    expect((await hands.out(smoke, id, 1_000_000)).status).toBe(409);
    expect((await hands.read(smoke, id, 'minutes', 60, { offline: true })).status).toBe(409);
    const mark = { stepId: id, kind: 'signed', guard: 'uncured', why: 'it is fine' };
    expect((await hands.send(smoke, 'marks', mark)).status).toBe(403);
    expect((await hands.send(smoke, 'marks', { ...mark, offline: true, madeBy: ines.id })).status).toBe(403);
    expect((await hands.send(smoke, 'marks', { ...mark, why: '' }, ines)).status).toBe(422);
    expect((await hands.send(smoke, 'marks', mark, ines)).status).toBe(200);
    expect((await hands.read(smoke, id, 'minutes', 60)).status).toBe(200);
    expect((await sheetOf(ines, batch.id)).uncured).toBe(true);
  });

  it('nor what had none: the mixer asks before anything is entered at it', async () => {
    const batch = await ring();
    for (const line of batch.lines.filter((l) => l.kind === 'ingredient' && l.name !== CURE))
      await hands.weigh(batch, line);
    const step = current(await sheetOf(ines, batch.id));
    expect(step.missing.map((m) => m.sentence).join()).toContain(`${CURE} has no weight yet.`);
    const close = { version: step.version, override: 'left out' };
    expect(
      (await bram.post(`/batches/${batch.id}/steps/${step.id}/close`, { id: uuid(), ...close })).status,
    ).toBe(403);
  });

  it('is what stands between floor and limit, on the basis of the book, both bases said', async () => {
    const started = await ring();
    const batch = await weighedUp(started, lineOf(started, CURE).dueMg);
    expect(batch.cure.state).toBe('cured');
    const [part] = batch.cure.parts;
    const nitriteMg = lineOf(batch, CURE).weighedMg * 0.006;
    expect(part!.ppmOnMeat).toBeCloseTo((nitriteMg / batch.meatBasis.massMg) * 1e6, 6);
    expect(part!.ppmOnMix).toBeCloseTo((nitriteMg / batch.mixMg) * 1e6, 6);
    expect(batch.uncured).toBe(false);
    expect(current(batch).missing.some((m) => m.door)).toBe(false);
  });

  it('above its limit is accepted by nobody and signed past by nobody', async () => {
    const started = await ring();
    const cure = lineOf(started, CURE);
    await hands.weigh(started, cure, cure.dueMg * 2);
    const accept = { lineId: cure.id, reason: 'hand slipped' };
    for (const who of [bram, ines]) {
      expect((await hands.send(started, 'accepted-lines', accept, who)).status).toBe(409);
    }
    // Closing does not accept it either.
    await expect(weighedUp(started, 0)).rejects.toThrow('above the limit');
    // What was closed before was closed without it; what waited on a device meanwhile stands, and the door is shut.
    const other = await ring(2);
    const batch = await weighedUp(other, lineOf(other, CURE).dueMg);
    shop.clock.minutes(2);
    const late = { offline: true, deviceTime: new Date(shop.clock.now().getTime() - 60_000).toISOString() };
    expect((await hands.weigh(batch, lineOf(batch, CURE), cure.dueMg, late)).status).toBe(200);
    const mix = current(batch);
    await tick(bram, batch.id, mix.id, 'ready');
    expect((await hands.read(batch, mix.id, 'minutes', 9)).status).toBe(409);
    const past = await ines.post(`/batches/${batch.id}/steps/${mix.id}/close`, {
      id: uuid(),
      version: mix.version,
      override: 'nobody will taste it',
    });
    expect([past.status, text(past)]).toEqual([422, expect.stringContaining('nobody can sign')]);
    expect(
      (
        await hands.send(
          batch,
          'marks',
          { stepId: mix.id, kind: 'signed', guard: 'uncured', why: 'yes' },
          ines,
        )
      ).status,
    ).toBe(200);
    expect((await hands.read(batch, mix.id, 'minutes', 9)).status).toBe(409);
  });

  it('under its band is accepted by the lead only, and in its band there is nothing to accept', async () => {
    const batch = await ring();
    const cure = lineOf(batch, CURE);
    await hands.weigh(batch, cure, Math.round(cure.dueMg * 0.96));
    const accept = { lineId: cure.id, reason: 'the bag was empty' };
    expect((await hands.send(batch, 'accepted-lines', accept)).status).toBe(403);
    expect((await hands.send(batch, 'accepted-lines', accept, ines)).status).toBe(200);
    const salt = lineOf(batch, 'Fine salt');
    await hands.weigh(batch, salt);
    expect(
      (await hands.send(batch, 'accepted-lines', { lineId: salt.id, reason: 'in any case' })).status,
    ).toBe(409);
  });

  it('nor is what the batch becomes by a weight that is accepted: salt out of its band and more than a usual dose are the lead’s', async () => {
    const batch = await ring();
    const salt = lineOf(batch, 'Fine salt');
    await hands.weigh(batch, salt, salt.dueMg * 6);
    const accept = { lineId: salt.id, reason: 'hand slipped' };
    const byHand = await hands.send(batch, 'accepted-lines', accept);
    expect([byHand.status, text(byHand)]).toEqual([403, expect.stringContaining('Salt from every source')]);
    const signed = await hands.done(batch, 'accepted-lines', accept, ines);
    expect(signed.marks).toContainEqual(
      expect.objectContaining({ kind: 'signed', guard: 'recipe-salt', why: 'hand slipped' }),
    );
    const pepper = lineOf(batch, 'Black pepper');
    await hands.weigh(batch, pepper, pepper.dueMg * 10);
    const refused = await hands.send(batch, 'accepted-lines', { ...accept, lineId: pepper.id });
    expect([refused.status, text(refused)]).toEqual([403, expect.stringContaining('greatest dose')]);
    const wanted = await hands.done(batch, 'accepted-lines', { ...accept, lineId: pepper.id }, ines);
    expect(marksOf(wanted.marks, 'signed').map((m) => m.guard)).toContain('recipe-dose');
  });

  it('load by load: one load’s surplus is not the next load’s dose, and no mix is all loads put aside', async () => {
    const batch = await ring(32);
    expect(batch.loads).toBe(2);
    const cure = lineOf(batch, CURE);
    await hands.weigh(batch, cure, cure.dueMg, { load: 1 });
    const wrong = await sheetOf(ines, batch.id);
    expect(wrong.cure.parts.map((p) => [p.load, p.state])).toEqual([
      [1, 'over'],
      [2, 'none'],
    ]);
    expect(current(wrong).missing.find((m) => m.what === 'cure-limit')).toMatchObject({ final: true });
    const accept = { lineId: cure.id, reason: 'it spreads' };
    expect((await hands.send(batch, 'accepted-lines', accept, ines)).status).toBe(409);
    const [entry] = wrong.entries.filter((e) => e.lineId === cure.id);
    await hands.done(batch, 'reversals', { transferId: entry!.id, reason: 'all in one load' }, ines);
    for (const load of [1, 2]) await hands.weigh(batch, cure, Math.round(cure.dueMg / 2), { load });
    const right = await weighedUp(batch, 0);
    expect(right.cure.parts.map((p) => p.state)).toEqual(['cured', 'cured']);
    const mix = current(right);
    for (const load of [1, 2]) {
      await hands.send(right, 'marks', { stepId: mix.id, kind: 'load-skipped', load, why: 'no time' });
    }
    const { missing } = stepOf(await sheetOf(ines, batch.id), 'mix');
    expect(missing.map((m) => m.sentence)).toContain('Every load was put aside: nothing was mixed.');
  });

  it('is confirmed by a second person who did not weigh it', async () => {
    await ines.put('/bench-rules', { cureSecondCheck: true });
    const batch = await ring();
    const cure = lineOf(batch, CURE);
    await hands.weigh(batch, cure);
    const check = (personId: string, secret: string) => ({ lineId: cure.id, personId, secret });
    const own = await hands.send(batch, 'second-check', check(bram.id, SECRETS['Bram']!), oda);
    expect([own.status, text(own)]).toEqual([422, expect.stringContaining('Bram weighed it')]);
    expect((await hands.send(batch, 'second-check', check(oda.id, SECRETS['Oda']!))).status).toBe(200);
    // Nor by whoever sent it and only says that another weighed it.
    const other = await ring(2);
    const said = { offline: true, madeBy: bram.id };
    const { id, dueMg } = lineOf(other, CURE);
    await hands.send(other, 'weighings', { lineId: id, massMg: dueMg, ...said }, oda);
    const sender = await hands.send(other, 'second-check', {
      lineId: id,
      personId: oda.id,
      secret: SECRETS['Oda']!,
    });
    expect([sender.status, text(sender)]).toEqual([
      422,
      expect.stringContaining('Oda weighed it, or sent it'),
    ]);
    await ines.put('/bench-rules', { cureSecondCheck: false });
  });
});

describe('what is kept of a batch', () => {
  it('is what it is: its cure cannot be talked away, nor its species, and no more than is there', async () => {
    const started = await ring();
    const batch = await weighedUp(started, lineOf(started, CURE).dueMg);
    const mix = current(batch);
    const trims = (await ines.get('/trims')).body as { id: string; name: string; species: string }[];
    const of = (species: string) => trims.find((t) => t.species === species)!.id;
    const said = {
      trimId: of('pork'),
      massMg: 1_000_000,
      heat: 'raw',
      useBy: '2026-03-16',
      tempC: 2,
      from: { batchId: batch.id, stepId: mix.id, restMassMg: mix.balanceMg - 1_000_000 },
    };
    const keep = (more: object) => bram.post('/lots/produced', { id: uuid(), ...said, ...more });
    const beef = await keep({ trimId: of('beef') });
    expect([beef.status, text(beef)]).toEqual([
      422,
      expect.stringContaining('is 100 % pork: keep it as pork, not as beef'),
    ]);
    const more = await keep({ massMg: 40_000_000, from: { ...said.from, restMassMg: 1 } });
    expect([more.status, text(more)]).toEqual([422, expect.stringContaining('stand in this step')]);
    expect((await keep({ useBy: '2027-01-01' })).status).toBe(422);
    const kept = (await keep({})).body as TrimLot;
    const [part] = batch.cure.parts;
    expect(kept.nitritePpm).toBeCloseTo(part!.ppmOnMix, -1);
    expect(kept.saltGPerKg).toBeGreaterThan(10);
  });
});

describe('what is not written', () => {
  it('brings no allergen onto the label without the lead', async () => {
    const batch = await hands.upTo('mix');
    const lots = await hands.lots(batch);
    const milk = lots.find((l) => l.name === 'Hard cheese, heat-stable')!;
    const extra = {
      stepId: current(batch).id,
      ingredientId: milk.ingredientId,
      massMg: 40_000,
      reason: 'for the taste',
    };
    const byHand = await hands.send(batch, 'extras', extra);
    expect([byHand.status, text(byHand)]).toEqual([403, expect.stringContaining('MILK')]);
    expect((await sheetOf(ines, batch.id)).entries).toHaveLength(batch.entries.length);
    const signed = await hands.done(
      batch,
      'extras',
      { ...extra, signed: { 'allergen-milk': 'new label' } },
      ines,
    );
    expect(signed.label?.allergens).toContain('milk');
  });
});

describe('accepting and skipping', () => {
  it('does not pass a lot that was put on hold', async () => {
    const batch = await hands.upTo('weigh-meat');
    const meat = batch.lines.find((l) => l.kind === 'meat')!;
    await hands.weigh(batch, meat, Math.round(meat.dueMg * 1.1));
    await hands.done(batch, 'accepted-lines', { lineId: meat.id, reason: 'large piece' });
    const lot = (await stock()).find((l) => l.id === meat.lotId)!;
    const status = { version: lot.version, status: 'hold', reason: 'smells wrong' };
    expect((await ines.post(`/lots/${lot.id}/status`, { id: uuid(), ...status })).status).toBe(200);
    const missing = current(await sheetOf(ines, batch.id)).missing.map((m) => m.sentence);
    expect(missing.join()).toContain('is on hold');
    const held = (await stock()).find((l) => l.id === meat.lotId)!;
    const back = { version: held.version, status: 'available', reason: 'was the bin', tempC: 2 };
    expect((await ines.post(`/lots/${lot.id}/status`, { id: uuid(), ...back })).status).toBe(200);
  });
});
