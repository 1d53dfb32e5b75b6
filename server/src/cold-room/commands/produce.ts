import { v7 as uuid } from 'uuid';
import { massToken, weighedApartMg, type Standing } from '@zest/core';
import type { Person, ProduceLot } from '@zest/contract';
import { lossAccount, postTransfers, touchBatch } from '../../ledger/index.js';
import type { AppContext } from '../../platform/app-context.js';
import { once } from '../../platform/commands.js';
import type { Transaction } from '../../platform/database.js';
import { announce } from '../../platform/live.js';
import { conflict, invalid, notFound } from '../../platform/problem.js';
import type { BatchesKnow } from '../rework.js';
import { addEvent, addParent, makeLot, stockTransfer } from '../store/lot-writes.js';
import { nextLotCode } from '../store/lots.js';
import { findTrim } from '../store/trims.js';
import { meatPrice, placeOfStep } from '../store/batch-places.js';
import { outOfLot, type Making } from './out-of-lot.js';

/**
 * Surplus of a step, what a batch left over, or a lot that was smoked or cooked becomes a lot of its own with
 * its parentage. Out of a batch its fat, salt, nitrite, heat and allergens are what was weighed in and done there.
 *
 * @throws HttpProblem 422 for more than is there, another species, or a later day than its meat has
 */
export async function produceLot(
  app: AppContext,
  person: Person,
  body: ProduceLot,
  { standingOf, leftOver }: BatchesKnow,
): Promise<void> {
  const now = app.now();
  const head = { id: body.id, kind: 'produce-lot', personId: person.id, at: now, request: body };
  await once(app.db, head, async (tx) => {
    const { from } = body;
    const on = { tx, now, person, body, species: await speciesOf(tx, body.trimId) };
    let sentence: string;
    if ('lotId' in from) sentence = await outOfLot(on, from);
    else if ('reworkOf' in from) {
      const [left] = await leftOver(tx, from.reworkOf);
      if (!left) throw notFound('Something left over of this batch');
      const { number, accountId, owner, standing } = left;
      sentence = await outOfBatch(on, { batchId: from.reworkOf, accountId, owner, standing, number });
    } else {
      const place = await placeOfStep(tx, from);
      const before = await standingOf(tx, from);
      if (!place || !before) throw notFound('A step that holds meat');
      const { accountId, owner, state } = place;
      if (state !== 'open' || accountId === null)
        throw conflict('no-place', 'Nothing can be taken out of this step: its batch is not open.');
      const goneMg = goneFrom(before, body.massMg, from.restMassMg);
      const standing = goneMg > 0 ? await standingOf(tx, { ...from, goneMg }) : before;
      if (!standing) throw notFound('A step that holds meat');
      touchBatch(tx, now, from.batchId);
      sentence = await outOfBatch(on, { ...from, accountId, owner, standing, goneMg });
    }
    addEvent(tx, { lotId: body.id, kind: 'produced', sentence, at: now, personId: person.id });
    announce(tx, now, { topic: 'lots' });
  });
}

async function speciesOf(tx: Transaction, trimId: string): Promise<string> {
  const trim = await findTrim(tx, trimId);
  if (!trim) throw invalid([{ path: 'trimId', message: "Choose one of the shop's trims." }]);
  return trim.species;
}

/**
 * What is kept and what stays are both weighed, and sum to what stands there. Where it dries, smokes or cooks, what they
 * are short of it has gone, as far as its method lets it.
 * @returns what has gone, mg
 */
function goneFrom({ balanceMg, takes }: Standing, keptMg: number, restMg: number): number {
  const sumMg = keptMg + restMg;
  if (Math.abs(sumMg - balanceMg) <= weighedApartMg(balanceMg)) return 0;
  const goneMg = balanceMg - sumMg;
  if (takes && goneMg > 0 && goneMg <= takes.mostMg) return goneMg;
  const more =
    takes && goneMg > 0 ? ` Its method lets ${massToken(takes.mostMg)} go as ${takes.reason}.` : '';
  const message = `${massToken(keptMg)} kept and ${massToken(restMg)} left are ${massToken(sumMg)}; ${massToken(balanceMg)} stand in this step.${more} Weigh both again.`;
  throw invalid([{ path: 'restMassMg', message }]);
}

interface Source {
  batchId: string;
  /** Of a step that is still at work; absent for what is left over of the whole batch. */
  stepId?: string;
  accountId: string;
  owner: string | null;
  standing: Standing;
  /** Taken by air and heat since it came there, and booked with what is kept. */
  goneMg?: number;
}

async function outOfBatch(on: Making, source: Source & { number?: number }): Promise<string> {
  const { tx, now, person, body } = on;
  const { standing: there, batchId, stepId } = source;
  mustFit(on, there);
  const { massMg, useBy, tempC } = body;
  const saltGPerKg = Math.round(there.saltGPerKg * 100) / 100;
  const nitritePpm = Math.round(there.nitritePpm * 10) / 10;
  const lot = {
    id: body.id,
    accountId: uuid(),
    kind: 'trim' as const,
    ofId: body.trimId,
    code: await nextLotCode(tx, 'T'),
    supplier: 'own making',
    owner: source.owner,
    receivedAt: now,
    priceMinor:
      there.worthMinorPerKg === null ? await meatPrice(tx, batchId) : Math.round(there.worthMinorPerKg),
    fat: { pct: there.fatPct, sd: there.fatSd, knownBy: 'computed' },
    tempC,
    state: 'fresh' as const,
    heat: there.heat,
    form: there.form,
    saltGPerKg,
    nitritePpm,
    carries: { allergens: [...there.carries.allergens], parts: [...there.carries.parts] },
    matter: there.matter,
    useBy,
    boxMg: null,
    ...(there.held
      ? { status: 'hold' as const, holdReason: 'Meat of its batch is on hold.' }
      : { status: 'available' as const }),
  };
  await makeLot(tx, lot);
  await addParent(tx, { lotId: lot.id, parentLotId: null, batchId, massMg });
  const of = stepId === undefined ? {} : { batchId, stepId };
  const move = { from: source.accountId, at: now, personId: person.id, ...of };
  const { goneMg = 0 } = source;
  await postTransfers(tx, now, [
    ...(goneMg > 0 && there.takes
      ? [
          stockTransfer({
            ...move,
            to: lossAccount(there.takes.reason),
            amount: goneMg,
            how: 'derived',
            reason: 'By the weights of what was kept and what stayed.',
          }),
        ]
      : []),
    stockTransfer({
      ...move,
      to: lot.accountId,
      amount: massMg,
      reason: 'Kept as a lot of its own.',
    }),
  ]);
  const leftOver = source.number === undefined ? '' : `, left over of batch ${source.number}`;
  return `${massToken(massMg)}, ${there.heat}, ${there.fatPct.toFixed(1)} % fat, ${saltGPerKg} g salt and ${nitritePpm} mg nitrite per kg${leftOver}, use by ${useBy}.`;
}

function mustFit({ body, species }: Making, there: Standing): void {
  const issues = [];
  if (body.massMg > there.balanceMg + weighedApartMg(there.balanceMg))
    issues.push({ path: 'massMg', message: `Only ${massToken(there.balanceMg)} are there.` });
  const [main] = there.species;
  if (main && main.species !== species) {
    const shares = there.species.map((s) => `${s.pct.toFixed(0)} % ${s.species}`).join(' and ');
    const message = `What is there is ${shares}: keep it as ${main.species}, not as ${species}.`;
    issues.push({ path: 'trimId', message });
  }
  if (there.useBy !== null && body.useBy > there.useBy) {
    const message = `Its meat is to be used by ${there.useBy}; what is kept of it no later.`;
    issues.push({ path: 'useBy', message });
  }
  if (issues.length > 0) throw invalid(issues);
}
