import { v7 as uuid } from 'uuid';
import { SHOP_ACCOUNTS, massToken, mostOutMg, stepTitle, type EntryMove, type StepFact } from '@zest/core';
import type { MassOut, Person } from '@zest/contract';
import { mustMaySign } from '../../people/index.js';
import type { AppContext } from '../../platform/app-context.js';
import { invalid } from '../../platform/problem.js';
import { heldAt } from '../store/held.js';

/** What is booked beside a weight out that is more than its step holds. */
export interface More {
  /** The rest, found. */
  move: EntryMove | undefined;
  /** What the lead reads of it. */
  sentence: string;
}

/**
 * No step gives more than it holds, beyond the error of its scales: the rest is asked at once. The lead books it
 * as found, with a reason; what was weighed while the line was down stands, and the lead is told.
 *
 * @returns undefined where all of it was there
 * @throws HttpProblem 422 at `massMg` with what stands there, 403 where a hand says that it was found
 */
export async function moreThanHeld(
  app: AppContext,
  batchId: string,
  step: StepFact,
  move: EntryMove,
  by: { body: MassOut; person: Pick<Person, 'name' | 'signs'> },
): Promise<More | undefined> {
  const { inMg, balanceMg } = await heldAt(app.db, batchId, move.from);
  if (move.amount <= mostOutMg({ inMg, balanceMg })) return undefined;
  const title = stepTitle(step.document);
  const moreMg = move.amount - Math.max(0, balanceMg);
  const { body, person } = by;
  if (body.offline === true) {
    return {
      move: undefined,
      sentence: `${massToken(moreMg)} more came out of ${title} than stood there, weighed without network. Look what it was.`,
    };
  }
  if (body.found === undefined) {
    const message = `${massToken(Math.max(0, balanceMg))} stand in ${title}, and ${massToken(move.amount)} was weighed. Tare, and weigh again; where more is really there, the lead books it as found.`;
    throw invalid([{ path: 'massMg', message }]);
  }
  mustMaySign(person, `${title} did not hold what is booked as found.`);
  return {
    move: {
      id: uuid(),
      from: SHOP_ACCOUNTS.found,
      to: move.from,
      amount: moreMg,
      stepId: step.id,
      lineId: null,
      withId: move.id,
      reason: body.found,
      load: 0,
      derived: true,
    },
    sentence: `${massToken(moreMg)} more came out of ${title} than stood there; ${person.name} booked it as found: “${body.found}”`,
  };
}
