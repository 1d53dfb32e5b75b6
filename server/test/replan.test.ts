import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { BatchView, LotDetail, TrimLot } from '@zest/contract';
import { verifyLedger } from '../src/ledger/index.js';
import { openSmallBatch, openTestShop, sheetOf, type Hands, type TestShop } from './shop.js';

let shop: TestShop;
let ines: Hands;
let bram: Hands;
let batch: BatchView;
beforeAll(async () => {
  shop = await openTestShop('replan');
  [ines, bram] = (await Promise.all(['Ines', 'Bram'].map((who) => shop.signIn(who)))) as [Hands, Hands];
  batch = await openSmallBatch(ines);
});
afterAll(() => shop.close());

const lots = async () => (await ines.get('/lots')).body as TrimLot[];
const lotOf = async (id: string) => (await lots()).find((l) => l.id === id)!;
const meats = (sheet: BatchView) => sheet.lines.filter((l) => l.kind === 'meat');
const replan = (uses: { lotId: string; massMg: number }[], more: object = {}) =>
  ines.post(`/batches/${batch.id}/replan`, { id: uuid(), uses, reason: 'fatter than thought', ...more });
async function close(id: string): Promise<BatchView> {
  const sheet = await sheetOf(bram, id);
  const step = sheet.steps.find((s) => s.state === 'open')!;
  if (step.kind === 'chill') {
    await bram.post(`/batches/${id}/readings`, {
      id: uuid(),
      stepId: step.id,
      kind: 'temperature',
      value: 1,
    });
  }
  const now = (await sheetOf(bram, id)).steps.find((s) => s.id === step.id)!;
  const answer = await bram.post(`/batches/${id}/steps/${step.id}/close`, {
    id: uuid(),
    version: now.version,
  });
  return answer.body as BatchView;
}

describe('a blend planned again while it is weighed', () => {
  it('keeps what is weighed, frees what is not wanted, sets the new aside, and closes on it', async () => {
    await close(batch.id);
    const [lean, fat] = meats(batch) as [BatchView['lines'][number], BatchView['lines'][number]];
    await bram.post(`/batches/${batch.id}/weighings`, { id: uuid(), lineId: lean.id, massMg: 5_000_000 });
    const leg = (await lots()).find((l) => l.trimName.startsWith('Pork leg') && l.fatKnownBy === 'lab')!;
    const back = (await lots()).find((l) => l.trimName.startsWith('Pork back fat') && l.state === 'fresh')!;
    const freeBefore = (await lotOf(fat.lotId)).freeMg;
    const uses = [
      { lotId: lean.lotId, massMg: 7_500_000 },
      { lotId: leg.id, massMg: 1_500_000 },
      { lotId: back.id, massMg: 1_000_000 },
    ];
    expect((await bram.post(`/batches/${batch.id}/replan`, { id: uuid(), uses, reason: 'no' })).status).toBe(
      403,
    );
    const answer = await replan(uses);
    expect(answer.status).toBe(200);
    const sheet = answer.body as BatchView;
    expect(Object.fromEntries(meats(sheet).map((l) => [l.lotId, l.dueMg]))).toEqual(
      Object.fromEntries(uses.map((u) => [u.lotId, u.massMg])),
    );
    expect((await lotOf(fat.lotId)).freeMg).toBe(freeBefore + 1_500_000);
    expect((await lotOf(leg.id)).reservedMg).toBe(leg.reservedMg + 1_500_000);
    for (const line of meats(sheet)) {
      const massMg = line.dueMg - line.weighedMg;
      await bram.post(`/batches/${batch.id}/weighings`, { id: uuid(), lineId: line.id, massMg });
    }
    const closed = await close(batch.id);
    expect(closed.steps.find((s) => s.kind === 'weigh-meat')!.state).toBe('closed');
    expect(closed.meatMg).toBe(10_000_000);
    const late = await replan(uses);
    expect([late.status, late.body.type]).toEqual([409, 'urn:zest-tally:problem:weighed']);
  });

  it('is refused where weighed meat would have to come out again, or the fat would leave the window', async () => {
    const second = await openSmallBatch(ines);
    const again = (uses: object[]) =>
      ines.post(`/batches/${second.id}/replan`, { id: uuid(), uses, reason: 'try it' });
    const [lean, fat] = meats(second) as [BatchView['lines'][number], BatchView['lines'][number]];
    await bram.post(`/batches/${second.id}/weighings`, { id: uuid(), lineId: fat.id, massMg: 1_500_000 });
    const less = await again([
      { lotId: lean.lotId, massMg: 9_000_000 },
      { lotId: fat.lotId, massMg: 1_000_000 },
    ]);
    expect([less.status, less.body.detail]).toEqual([
      422,
      expect.stringContaining('1.50 kg is weighed in already'),
    ]);
    const fatter = await again([
      { lotId: lean.lotId, massMg: 2_000_000 },
      { lotId: fat.lotId, massMg: 8_000_000 },
    ]);
    expect(fatter.body.detail).toContain('outside the window');
    const lighter = await again([
      { lotId: lean.lotId, massMg: 8_000_000 },
      { lotId: fat.lotId, massMg: 1_500_000 },
    ]);
    expect(lighter.body.errors[0].path).toBe('uses');
    const own = (await lots()).find((l) => l.owner !== null)!;
    const theirs = await again([
      { lotId: lean.lotId, massMg: 7_500_000 },
      { lotId: fat.lotId, massMg: 1_500_000 },
      { lotId: own.id, massMg: 1_000_000 },
    ]);
    expect(theirs.body.detail).toContain('cannot go into a shop product');
    expect(meats(await sheetOf(ines, second.id)).map((l) => l.dueMg)).toEqual([8_500_000, 1_500_000]);
  });
});

describe('a lot that is put on hold while it is weighed in', () => {
  it('holds the step until the lead releases it', async () => {
    const third = await openSmallBatch(ines);
    await close(third.id);
    const line = meats(third)[0]!;
    for (const l of meats(third)) {
      await bram.post(`/batches/${third.id}/weighings`, { id: uuid(), lineId: l.id, massMg: l.dueMg });
    }
    const lot = await lotOf(line.lotId);
    const status = (next: string, version: number, more: object = {}) =>
      ines.post(`/lots/${lot.id}/status`, {
        id: uuid(),
        version,
        status: next,
        reason: 'found a bone',
        ...more,
      });
    const held = (await status('hold', lot.version)).body as LotDetail;
    const step = (await sheetOf(bram, third.id)).steps.find((s) => s.state === 'open')!;
    expect(step.missing.map((m) => m.sentence).join()).toContain('is on hold');
    await status('available', held.version, { tempC: 2 });
    const after = (await sheetOf(bram, third.id)).steps.find((s) => s.state === 'open')!;
    expect(after.missing).toEqual([]);
  });
});

describe('surplus of a step', () => {
  it('becomes a lot with its own figures, its parentage and its place in the yield', async () => {
    const sheet = await sheetOf(bram, batch.id);
    const grind = sheet.steps.find((s) => s.state === 'open')!;
    expect(grind.kind).toBe('grind');
    const trims = (await ines.get('/trims')).body as { id: string; name: string }[];
    const body = {
      id: uuid(),
      trimId: trims.find((t) => t.name.startsWith('Pork shoulder'))!.id,
      massMg: 1_200_000,
      useBy: '2026-03-18',
      tempC: 2,
      from: { batchId: batch.id, stepId: grind.id, restMassMg: grind.balanceMg - 1_200_000 },
    };
    const short = await bram.post('/lots/produced', {
      ...body,
      id: uuid(),
      from: { ...body.from, restMassMg: grind.balanceMg - 2_000_000 },
    });
    expect([short.status, short.body.errors[0].path]).toEqual([422, 'restMassMg']);
    const kept = (await bram.post('/lots/produced', body)).body as TrimLot;
    expect(kept).toMatchObject({ form: 'ground', supplier: '', balanceMg: 1_200_000 });
    expect(((await ines.get(`/lots/${kept.id}`)).body as TrimLot).supplier).toBe('own making');
    expect(kept.fatKnownBy).toBe('computed');
    expect(kept.fatPct).toBeCloseTo(sheet.fatTest?.posteriorPct ?? sheet.plannedFatPct, 1);
    expect(kept.fatSd).toBeGreaterThan(sheet.fatSd);
    expect(((await ines.get(`/lots/${kept.id}`)).body as LotDetail).madeFrom[0]).toMatchObject({
      batchId: batch.id,
    });
    const after = await sheetOf(bram, batch.id);
    expect(after.steps.find((s) => s.id === grind.id)!.balanceMg).toBe(grind.balanceMg - 1_200_000);
    expect(after.unaccountedMg).toBe(0);
    expect(after.meatBasis.massMg).toBe(10_000_000 - 1_200_000);
  });
});

it('the ledger is whole after all of it', async () => {
  expect(await verifyLedger(shop.app.db)).toEqual([]);
});
