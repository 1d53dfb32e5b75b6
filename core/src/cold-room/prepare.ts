import { InputError, type InputIssue } from '../errors/index.js';

export const PREPARATIONS = ['trim out', 'thaw', 'roast', 'peel', 'dice', 'soak', 'drain'] as const;
/** What is done to a raw material before it is used. */
export type Preparation = (typeof PREPARATIONS)[number];

export const PART_GOES_TO = ['bin', 'sale', 'stock'] as const;

interface PreparedPart {
  name: string;
  massMg: number;
  to: (typeof PART_GOES_TO)[number];
  /** What the part is worth, minor units per kg; it is taken off the cost of the usable. */
  creditMinorPerKg?: number | undefined;
}

interface PrepareInput {
  how: Preparation;
  grossMg: number;
  usableMg: number;
  parts: readonly PreparedPart[];
  /** Paid per kg of the gross, minor units. */
  paidMinorPerKg: number;
  /** What the scale cannot tell apart, mg. */
  divisionMg?: number | undefined;
}

export interface Prepared {
  /** Usable over gross; above 1 where something was soaked. */
  yield: number;
  /** Gross less usable and every named part, beyond the scale's division; 0 inside it. */
  unexplainedMg: number;
  /** Water taken up: usable and parts beyond the gross. */
  takenUpMg: number;
  usableMinorPerKg: number;
}

/**
 * Raw in, prepared out: yield, what is not explained, and the true cost per usable kilogram – what
 * was paid for the gross, less what its parts are worth, over what is usable.
 *
 * @throws InputError at `usableMg`, `grossMg` or `parts[i].massMg`; more out than in is refused
 *   unless the material was soaked
 * @example prepare({ how: 'trim out', grossMg: 10e6, usableMg: 8e6, parts: [], paidMinorPerKg: 400 }).usableMinorPerKg // 500
 */
export function prepare(input: PrepareInput): Prepared {
  const { grossMg, usableMg, parts } = input;
  const issues: InputIssue[] = [];
  if (!(Number.isInteger(grossMg) && grossMg > 0)) {
    issues.push({ path: 'grossMg', message: 'The gross weight must be above 0 kg.' });
  }
  if (!(Number.isInteger(usableMg) && usableMg >= 0)) {
    issues.push({ path: 'usableMg', message: 'The usable weight must be 0 kg or more.' });
  }
  parts.forEach((part, i) => {
    if (!(Number.isInteger(part.massMg) && part.massMg > 0)) {
      issues.push({ path: `parts[${i}].massMg`, message: `${part.name} must weigh more than 0 kg.` });
    }
  });
  if (issues.length > 0) throw new InputError(issues);
  const division = input.divisionMg ?? 0;
  const out = usableMg + parts.reduce((sum, part) => sum + part.massMg, 0);
  const over = out - grossMg;
  if (over > division && input.how !== 'soak') {
    throw new InputError([
      {
        path: 'usableMg',
        message: `${kg(out)} came out of ${kg(grossMg)}. Weigh again; only what is soaked gains weight.`,
      },
    ]);
  }
  const credit = parts.reduce((sum, part) => sum + (part.creditMinorPerKg ?? 0) * part.massMg, 0);
  const paid = input.paidMinorPerKg * grossMg;
  return {
    yield: usableMg / grossMg,
    unexplainedMg: -over > division ? -over : 0,
    takenUpMg: input.how === 'soak' ? Math.max(0, over) : 0,
    usableMinorPerKg: usableMg === 0 ? 0 : Math.max(0, Math.round((paid - credit) / usableMg)),
  };
}

function kg(mg: number): string {
  return `${(mg / 1e6).toFixed(2)} kg`;
}
