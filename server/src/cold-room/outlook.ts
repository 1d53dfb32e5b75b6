import type { Outlook, TrimLot } from '@zest/contract';
import { addDays, massPerMeat, mixPerMeat } from '@zest/core';
import { blendSettings, recipeDocument } from '@zest/contract';
import type { Db } from '../platform/database.js';
import { parsed } from '../platform/json.js';
import { dayOf } from '../platform/shop-time.js';
import { listLots } from './store/lots.js';
import { listGoods } from './store/goods.js';
import { plannedDrafts } from './store/planned.js';

const WEEK_DAYS = 7;

/** What is oldest, what must go by its date, and what the week's planned batches will be short of. */
export async function readOutlook(db: Db, now: Date): Promise<Outlook> {
  const lots = (await listLots(db, now)).filter((l) => l.status !== 'rejected' && l.freeMg > 0);
  const brief = (lot: TrimLot) => ({ lotId: lot.id, name: lot.trimName, code: lot.code, freeMg: lot.freeMg });
  return {
    oldest: lots
      .filter((l) => l.state !== 'frozen')
      .slice(0, 5)
      .map((l) => ({ ...brief(l), ageDays: l.ageDays })),
    mustGo: lots
      .filter((l) => l.urgency === 'past' || l.urgency === 'today')
      .flatMap((l) =>
        l.useBy === null ? [] : [{ ...brief(l), useBy: l.useBy, past: l.urgency === 'past' }],
      ),
    short: await shortages(db, now, lots),
  };
}

async function shortages(db: Db, now: Date, lots: readonly TrimLot[]): Promise<Outlook['short']> {
  const today = await dayOf(db, now);
  const drafts = await plannedDrafts(db, today, addDays(today, WEEK_DAYS));
  const goods = await listGoods(db, now);
  const needed = new Map<string, number>();
  let meatMg = 0;
  for (const draft of drafts) {
    const settings = blendSettings.parse(parsed(draft.settings));
    const recipe = recipeDocument.parse(parsed(draft.recipe));
    if (settings.owner === null) meatMg += settings.meatMg;
    const perMeat = mixPerMeat(recipe.lines.map((l) => l.dose));
    for (const { ingredientId, dose } of recipe.lines) {
      const dueMg = Math.round(massPerMeat(dose, perMeat) * settings.meatMg);
      needed.set(ingredientId, (needed.get(ingredientId) ?? 0) + dueMg);
    }
  }
  const freeMeat = lots
    .filter((l) => l.owner === null && l.status === 'available' && l.state !== 'frozen')
    .reduce((sum, l) => sum + l.freeMg, 0);
  const short: Outlook['short'] =
    meatMg > freeMeat ? [{ name: 'meat and fat', measure: 'mg', needed: meatMg, free: freeMeat }] : [];
  for (const item of goods) {
    const need = needed.get(item.id) ?? 0;
    if (!item.isSupply && need > item.free) {
      short.push({ name: item.name, measure: item.measure, needed: need, free: item.free });
    }
  }
  return short;
}
