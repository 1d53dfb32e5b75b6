import { effective } from '../../ledger/balances.js';
import { flowsOf, totalOf } from '../../ledger/flows.js';
import { once } from '../../ledger/once.js';
import type { TransferFact } from './facts.js';

/** When an entry was made, ms since the epoch; read once. */
export const msOf: (entry: Pick<TransferFact, 'at'>) => number = once((entry) => Date.parse(entry.at));

type Entries = readonly TransferFact[];

/** The entries of a batch that still count. */
export const counted: (transfers: Entries) => Entries = once(effective);

const byLine = once((live: Entries) => grouped(live, (t) => t.lineId));
const byStep = once((entries: Entries) => grouped(entries, (t) => t.stepId));

/** Entries that weighed in a line. */
export function ofLine(live: Entries, lineId: string): Entries {
  return byLine(live).get(lineId) ?? [];
}

/** Weighed in of a line, mg. */
export function lineMg(live: Entries, lineId: string): number {
  return totalOf(ofLine(live, lineId));
}

/** Entries that were made at a step. */
export function atStep(entries: Entries, stepId: string): Entries {
  return byStep(entries).get(stepId) ?? [];
}

/** What came into an account, in its measure. */
export function intoIt(live: Entries, accountId: string | null | undefined): number {
  return totalOf(flowsOf(live).to(accountId));
}

function grouped(list: Entries, key: (one: TransferFact) => string | null): ReadonlyMap<string, Entries> {
  const groups = new Map<string, TransferFact[]>();
  for (const one of list) {
    const id = key(one);
    if (id === null) continue;
    const group = groups.get(id);
    if (group) group.push(one);
    else groups.set(id, [one]);
  }
  return groups;
}
