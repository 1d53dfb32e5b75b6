import type { Person } from '@zest/contract';
import { HttpProblem } from '../../platform/problem.js';

/**
 * The lead signs past what speaks against a batch, and whomever of the bench the lead lets sign.
 * @param what is to be signed, a sentence
 * @throws HttpProblem 403 for everybody else
 */
export function mustMaySign(person: Pick<Person, 'signs'>, what: string): void {
  if (person.signs) return;
  throw new HttpProblem(403, 'role', `${what} Only the lead can sign for that, or whom the lead lets sign.`);
}
