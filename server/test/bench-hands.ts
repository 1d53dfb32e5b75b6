import { readingKind } from '@zest/core';
import { v7 as uuid } from 'uuid';
import type { BatchView, BenchLot, Recipe, LineView, StepView, TrimLot } from '@zest/contract';
import { openSmallBatch, sheetOf, tick, type Hands, type TestShop } from './shop.js';

export const stepOf = (sheet: BatchView, kind: string): StepView => sheet.steps.find((s) => s.kind === kind)!;
export const lineOf = (sheet: BatchView, name: string): LineView => sheet.lines.find((l) => l.name === name)!;
export const current = (sheet: BatchView): StepView => sheet.steps.find((s) => s.state === 'open')!;

/** A window that takes whatever lots there are is wider than the recipe's. */
const WIDE = { window: 'whatever lots there are' };
type Opening = { signed?: Record<string, string>; [field: string]: unknown };

/** What tests do at the bench of a shop, as Bram unless somebody else is named. */
export function benchHands(shop: TestShop, ines: Hands, bram: Hands) {
  const weigh = (batch: BatchView, line: LineView, massMg = line.dueMg, more: object = {}) =>
    bram.post(`/batches/${batch.id}/weighings`, { id: uuid(), lineId: line.id, massMg, ...more });
  const read = (batch: BatchView, stepId: string, kind: string, value: number, more: object = {}) =>
    bram.post(`/batches/${batch.id}/readings`, { id: uuid(), stepId, kind, value, ...more });
  const out = (batch: BatchView, stepId: string, massMg: number, more: object = { to: 'next' }) =>
    bram.post(`/batches/${batch.id}/out`, { id: uuid(), stepId, massMg, ...more });
  const send = (batch: BatchView, what: string, body: object, who = bram) =>
    who.post(`/batches/${batch.id}/${what}`, { id: uuid(), ...body });
  /** The sheet that a command answers; fails with what was refused. */
  async function done(batch: BatchView, what: string, body: object, who = bram): Promise<BatchView> {
    const answer = await send(batch, what, body, who);
    if (answer.status !== 200) throw new Error(JSON.stringify(answer.body));
    return answer.body as BatchView;
  }
  const lots = async (batch: BatchView) => (await bram.get(`/batches/${batch.id}/lots`)).body as BenchLot[];

  /** A lot of pork that can go into a batch without a word: in place of another by its fat, or near the blend's. */
  async function porkLike(batch: BatchView, insteadOf?: string): Promise<BenchLot> {
    const stock = (await ines.get('/lots')).body as TrimLot[];
    const fat = stock.find((l) => l.id === insteadOf)?.fatPct ?? batch.plannedFatPct;
    const ready = stock.filter((l) => l.species === 'pork' && l.state !== 'frozen' && l.urgency !== 'past');
    const used = new Set(batch.lines.map((l) => l.lotId));
    const fits = (await lots(batch))
      .filter((l) => !used.has(l.lotId) && l.heat === 'raw' && (l.freeMg ?? 0) > 3_000_000)
      .filter((l) => ready.some((r) => r.id === l.lotId && r.outMinutes < 30));
    return fits.sort((a, b) => Math.abs((a.fatPct ?? 0) - fat) - Math.abs((b.fatPct ?? 0) - fat))[0]!;
  }

  async function close(batch: BatchView, who = bram, more: object = {}): Promise<BatchView> {
    const now = await sheetOf(ines, batch.id);
    const { id, version } = current(now);
    const answer = await who.post(`/batches/${batch.id}/steps/${id}/close`, { id: uuid(), version, ...more });
    if (answer.status !== 200) throw new Error(JSON.stringify(answer.body));
    return answer.body as BatchView;
  }

  /** Two kilograms of Quay Thick brought to a step, everything before it done as it should be. */
  async function upTo(
    kind: 'weigh-meat' | 'weigh-ingredients' | 'mix' | 'stuff',
    leaveOut: string[] = [],
  ): Promise<BatchView> {
    const batch = await openSmallBatch(ines, 2_000_000);
    await read(batch, stepOf(batch, 'chill').id, 'temperature', 1.5);
    await close(batch);
    if (kind === 'weigh-meat') return sheetOf(ines, batch.id);
    for (const line of batch.lines.filter((l) => l.kind === 'meat')) await weigh(batch, line);
    await close(batch);
    const grind = stepOf(batch, 'grind').id;
    await tick(bram, batch.id, grind, 'ready');
    await read(batch, grind, 'before', 1);
    await out(batch, grind, 1_980_000);
    await read(batch, grind, 'temperature', 3);
    await close(batch);
    if (kind === 'weigh-ingredients') return sheetOf(ines, batch.id);
    for (const line of (await sheetOf(ines, batch.id)).lines.filter((l) => l.kind === 'ingredient')) {
      if (!leaveOut.includes(line.name)) await weigh(batch, line);
    }
    await close(batch, ines, leaveOut.length > 0 ? { override: 'Forgotten on purpose' } : {});
    if (kind === 'mix') return sheetOf(ines, batch.id);
    const mix = stepOf(batch, 'mix').id;
    await tick(bram, batch.id, mix, 'ready');
    await read(batch, mix, 'minutes', 4);
    await read(batch, mix, 'tack', 1);
    await read(batch, mix, 'temperature', 3);
    await close(batch);
    return sheetOf(ines, batch.id);
  }

  /** A batch of a product from named trims, one lot each. */
  async function open(
    product: string,
    meats: Record<string, number>,
    more: Opening = {},
  ): Promise<BatchView> {
    const recipes = (await ines.get('/recipes')).body as Recipe[];
    const recipe = recipes.find((r) => r.name === product)!;
    const stock = (await ines.get('/lots')).body as TrimLot[];
    const uses = Object.entries(meats).map(([trim, massMg]) => ({
      lotId: stock.find(
        (l) =>
          l.trimName.startsWith(trim) &&
          l.status === 'available' &&
          l.state !== 'frozen' &&
          !l.owner &&
          l.freeMg >= massMg,
      )!.id,
      massMg,
    }));
    const id = uuid();
    const answer = await ines.post('/batches', {
      id,
      recipeId: recipe.id,
      meatMg: uses.reduce((sum, u) => sum + u.massMg, 0),
      window: { minPct: 0, maxPct: 60 },
      plannedFor: '2026-03-16',
      uses,
      ...more,
      signed: { ...WIDE, ...more.signed },
    });
    if (answer.status !== 200) throw new Error(JSON.stringify(answer.body));
    return sheetOf(ines, id);
  }

  /** Does everything a step asks for as it should be, and closes it; out of it comes all that is in it. */
  async function workStep(batch: BatchView): Promise<BatchView> {
    const now = await sheetOf(ines, batch.id);
    const step = current(now);
    if (step.ready.length > 0) await tick(bram, batch.id, step.id, 'ready');
    for (const line of now.lines.filter((l) => l.stepId === step.id)) await weigh(now, line);
    for (const ask of step.asks.filter((a) => !['count', 'sample'].includes(a.kind))) {
      for (const value of readingKind(ask.kind).passing(ask)) await read(now, step.id, ask.kind, value);
    }
    if (step.kind === 'grind' && step.balanceMg > 0) await out(now, step.id, step.balanceMg);
    return close(now);
  }

  /** Works step by step until the batch stands at one that fits. */
  async function workUntil(batch: BatchView, there: (step: StepView) => boolean): Promise<BatchView> {
    let now = await sheetOf(ines, batch.id);
    while (!there(current(now))) now = await workStep(now);
    return now;
  }

  async function taste(batch: BatchView, passed: 0 | 1, coreC = 74) {
    const { id } = stepOf(batch, 'stuff');
    shop.clock.minutes(1);
    await read(batch, id, 'core', coreC);
    await read(batch, id, 'verdict', passed);
    shop.clock.minutes(1);
    return (await sheetOf(ines, batch.id)).taste;
  }

  /** The cards of the lead, all of them. */
  const cards = async () => JSON.stringify(await shop.owner.query('SELECT sentence FROM $db.notice'));
  return {
    weigh,
    read,
    out,
    send,
    done,
    lots,
    porkLike,
    close,
    upTo,
    open,
    workStep,
    workUntil,
    taste,
    cards,
  };
}
export type BenchHands = ReturnType<typeof benchHands>;
