import { massToken, newObjections, objections, type Objection } from '@zest/core';
import type { BatchChanged, Person } from '@zest/contract';
import { mustMaySign } from '../../people/index.js';
import type { AppContext } from '../../platform/app-context.js';
import { conflict, notFound } from '../../platform/problem.js';
import { addAcceptance } from '../store/batch.js';
import { commandOnBatch, mustMaySignFor, signFor, type OnBatch } from './on-batch.js';

/** More of a meat than this part beyond what is due is another batch than the one that was planned; common practice. */
const MEAT_BEYOND = 0.25;

/**
 * Takes responsibility for a weight outside its band. It holds for that weight only: another entry
 * on the line asks again. A weight of cure is accepted by the lead alone, and above its limit by nobody.
 * What the weight makes of the batch is judged as every change of it is: a stop is accepted by nobody, what
 * is to be signed by the lead, whose reason here is the signature.
 * @throws HttpProblem 409 where there is nothing to accept or nobody may, 403 where only the lead may
 */
export function acceptLine(
  app: AppContext,
  person: Person,
  batchId: string,
  body: { id: string; lineId: string; reason: string },
): Promise<BatchChanged> {
  return commandOnBatch(app, person, batchId, 'accept', body, async (on) => {
    const { tx, now, view } = on;
    const { lines, cure } = view();
    const line = lines.find((l) => l.id === body.lineId);
    if (!line) throw notFound('This line');
    if (line.weighedMg === 0) throw conflict('no-weight', `${line.name} has no weight to accept.`);
    if (line.weighedMg >= line.lowMg && line.weighedMg <= line.highMg)
      throw conflict('in-band', `${line.name} is in its band; there is nothing to accept.`);
    if (line.cure && (!line.cure.withinLimit || cure.state === 'over')) {
      throw conflict(
        'over-limit',
        `${line.name} is above its limit: take out or grow the batch; it cannot be accepted.`,
      );
    }
    if (line.kind === 'meat' && line.weighedMg > line.dueMg * (1 + MEAT_BEYOND))
      mustMaySign(
        person,
        `${massToken(line.weighedMg)} of ${line.name} instead of ${massToken(line.dueMg)} makes another batch.`,
      );
    if (line.isCure) mustMaySign(person, `The weight of ${line.name} is outside its band.`);
    sign(on, person, body.reason, speaksAgainst(on, line.id));
    await addAcceptance(tx, { ...body, weighedMg: line.weighedMg, personId: person.id, now });
  });
}

/** What speaks against the batch by the weight of one line alone. */
function speaksAgainst({ facts, shop }: OnBatch, lineId: string): Objection[] {
  const without = { ...facts, transfers: facts.transfers.filter((t) => t.lineId !== lineId) };
  return newObjections(objections(without, shop), objections(facts, shop));
}

/** @throws HttpProblem 409 for a stop, 403 for what only the lead can sign */
function sign(on: OnBatch, person: Person, reason: string, fresh: readonly Objection[]): void {
  const stop = fresh.find((o) => o.level === 'stop');
  if (stop) throw conflict('over-limit', `${stop.sentence} It cannot be accepted.`);
  if (fresh.length === 0) return;
  mustMaySignFor(person, fresh);
  signFor(on, person, fresh, () => reason);
}
