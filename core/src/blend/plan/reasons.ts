import { buildModel, massesOf, massTerms, RULE } from './build-model.js';
import { column, relaxed, withCosts, type Model, type Solve, type Term } from './model.js';
import type { PlanInput, PlanReason } from './types.js';

/**
 * Why no blend obeys every rule: for each rule, the least change of that rule alone that would make
 * a blend possible, in words. Rules whose change alone does not help are left out.
 */
export function explainInfeasible(input: PlanInput, solve: Solve): PlanReason[] {
  const tries = [
    tooLittle,
    locksTooMuch,
    fatTooHigh,
    fatTooLow,
    ...speciesTries(input),
    boxesDoNotDivide,
    tooManyTrims,
  ];
  const reasons = tries.flatMap((attempt) => attempt(input, solve) ?? []);
  if (reasons.length > 0) return reasons;
  return [
    {
      rule: 'together',
      message: 'No single rule is at fault: at least two of the rules exclude each other for this stock.',
      mend: 'Release a lock, widen the fat window or leave out a species rule, then ask again.',
    },
  ];
}

type Attempt = (input: PlanInput, solve: Solve) => PlanReason | undefined;

const tooLittle: Attempt = (input) => {
  const available = input.trims.reduce((s, t) => s + Math.max(t.availableKg, t.lockedKg ?? 0), 0);
  const short = input.batchKg - available;
  if (short <= 1e-9) return undefined;
  return {
    rule: 'stock',
    message: `Too little meat: ${kg(available)} is free, the batch needs ${kg(input.batchKg)}.`,
    mend: `${kg(short)} more meat, or a batch of ${kg(available)}.`,
  };
};

const locksTooMuch: Attempt = (input) => {
  const locked = input.trims.reduce((s, t) => s + (t.lockedKg ?? 0), 0);
  const over = locked - input.batchKg;
  const beyond = input.trims.find((t) => (t.lockedKg ?? 0) > t.availableKg + 1e-9);
  if (beyond) {
    return {
      rule: 'lock',
      message: `${beyond.id} is locked at ${kg(beyond.lockedKg ?? 0)} but only ${kg(beyond.availableKg)} is free.`,
      mend: `Lock ${beyond.id} at ${kg(beyond.availableKg)} or less.`,
    };
  }
  if (over <= 1e-9) return undefined;
  return {
    rule: 'lock',
    message: `The locked trims weigh ${kg(locked)}, more than the batch of ${kg(input.batchKg)}.`,
    mend: `Take ${kg(over)} off the locked trims.`,
  };
};

const fatTooHigh: Attempt = (input, solve) => fatReason(input, solve, 'high');
const fatTooLow: Attempt = (input, solve) => fatReason(input, solve, 'low');

function fatReason(input: PlanInput, solve: Solve, side: 'high' | 'low'): PlanReason | undefined {
  const { minPct, maxPct } = input.window;
  const model = dropRow(buildModel(input), side === 'high' ? RULE.lean : RULE.rich);
  const sign = side === 'high' ? 1 : -1;
  const costs = new Map<string, number>();
  input.trims.forEach((t, i) => {
    for (const term of massTerms(t, i, sign * t.fatPct)) costs.set(term.column, term.factor);
  });
  const answer = solve(withCosts(model, costs));
  if (answer.status === 'infeasible') return undefined;
  const masses = massesOf(input.trims, answer.values);
  const reach = masses.reduce((s, x, i) => s + x * (input.trims[i]?.fatPct ?? 0), 0) / input.batchKg;
  const limit = side === 'high' ? maxPct : minPct;
  if (side === 'high' ? reach <= limit : reach >= limit) return undefined;
  const added =
    side === 'high' ? Math.min(10, Math.floor(maxPct / 2)) : Math.max(85, Math.ceil((100 + minPct) / 2));
  const need = leastOfOther(input, added, solve);
  const word = side === 'high' ? 'at or below' : 'at or above';
  const widen = `${side === 'high' ? 'raise' : 'lower'} the window's end to ${pct(side === 'high' ? Math.ceil(reach * 10) / 10 : Math.floor(reach * 10) / 10)}`;
  return {
    rule: side === 'high' ? 'window.maxPct' : 'window.minPct',
    message:
      side === 'high'
        ? `The leanest blend these trims can give is ${pct(reach)} fat, above the window's ${pct(maxPct)}.`
        : `The fattest blend these trims can give is ${pct(reach)} fat, below the window's ${pct(minPct)}.`,
    mend:
      need === undefined
        ? sentence(widen)
        : `${kg(need)} of something ${word} ${pct(added)} fat, or ${widen}.`,
  };
}

/**
 * Least kilograms of a trim that is not in stock, at the given fat and of whichever species serves
 * best, that make the blend possible.
 */
function leastOfOther(input: PlanInput, fatPct: number, solve: Solve): number | undefined {
  const species = [...new Set(input.trims.map((t) => t.species))];
  const needs = species.flatMap((kind) => {
    const other = { id: 'other', species: kind, fatPct, pricePerKg: 0, availableKg: input.batchKg };
    const trims = [...input.trims, other];
    const model = buildModel({ ...input, trims, maxTrims: undefined });
    const column = `x${trims.length - 1}`;
    const answer = solve(withCosts(model, new Map([[column, 1]])));
    return answer.status === 'optimal' ? [answer.values.get(column) ?? 0] : [];
  });
  return needs.length === 0 ? undefined : Math.ceil(Math.min(...needs) * 100 - 1e-6) / 100;
}

function speciesTries(input: PlanInput): Attempt[] {
  return (input.speciesRules ?? []).flatMap((rule, i) => [
    (inp: PlanInput, solve: Solve) =>
      speciesReason(
        inp,
        solve,
        RULE.speciesMin(i),
        1,
        rule.minPct,
        `At least ${pct(rule.minPct ?? 0)} ${rule.species}`,
      ),
    (inp: PlanInput, solve: Solve) =>
      speciesReason(
        inp,
        solve,
        RULE.speciesMax(i),
        -1,
        rule.maxPct,
        `At most ${pct(rule.maxPct ?? 0)} ${rule.species}`,
      ),
  ]);
}

function speciesReason(
  input: PlanInput,
  solve: Solve,
  row: string,
  sign: 1 | -1,
  asked: number | undefined,
  words: string,
): PlanReason | undefined {
  if (asked === undefined) return undefined;
  const slack = leastSlack(buildModel(input), row, sign, input.batchKg, solve);
  if (slack === undefined || slack <= 1e-9) return undefined;
  const reach = asked - (sign * 100 * slack) / input.batchKg;
  return {
    rule: row,
    message: `${words} cannot be had from these trims; ${pct(reach)} can.`,
    mend: `${sign === 1 ? 'Bring' : 'Replace'} ${kg(slack)} ${sign === 1 ? 'more' : 'of it'}, or set the rule to ${pct(reach)}.`,
  };
}

const boxesDoNotDivide: Attempt = (input, solve) => {
  const model = buildModel(input);
  if (!model.columns.some((c) => c.name.startsWith('n'))) return undefined;
  if (solve(relaxed(model)).status === 'infeasible') return undefined;
  const over = leastSlack(model, RULE.mass, -1, input.batchKg, solve);
  const under = leastSlack(model, RULE.mass, 1, input.batchKg, solve);
  const ways = [
    under === undefined ? [] : [`${kg(input.batchKg - under)}`],
    over === undefined ? [] : [`${kg(input.batchKg + over)}`],
  ].flat();
  return {
    rule: 'boxes',
    message: `Whole boxes do not add up to ${kg(input.batchKg)} inside the window.`,
    mend: ways.length > 0 ? `Make ${ways.join(' or ')}, or let one box be broken.` : 'Let one box be broken.',
  };
};

const tooManyTrims: Attempt = (input, solve) => {
  if (input.maxTrims === undefined) return undefined;
  const slack = leastSlack(buildModel(input), RULE.trims, -1, input.trims.length, solve);
  if (slack === undefined || slack <= 1e-9) return undefined;
  const needed = input.maxTrims + Math.round(slack);
  return {
    rule: 'maxTrims',
    message: `No blend of ${input.maxTrims} trims or fewer meets the rules.`,
    mend: `Allow ${needed} trims.`,
  };
};

/** The least a row must give way; `sign` 1 lets the left side fall short, −1 lets it exceed. */
function leastSlack(
  model: Model,
  rowName: string,
  sign: 1 | -1,
  upper: number,
  solve: Solve,
): number | undefined {
  if (!model.rows.some((r) => r.name === rowName)) return undefined;
  const slackTerm: Term = { column: 'slack', factor: sign };
  const loosened: Model = {
    columns: [...model.columns, column('slack', 0, upper)],
    rows: model.rows.map((r) => (r.name === rowName ? { ...r, terms: [...r.terms, slackTerm] } : r)),
  };
  const answer = solve(withCosts(loosened, new Map([['slack', 1]])));
  return answer.status === 'optimal' ? answer.values.get('slack') : undefined;
}

function dropRow(model: Model, name: string): Model {
  return { columns: model.columns, rows: model.rows.filter((r) => r.name !== name) };
}

function kg(value: number): string {
  return `${Number(value.toFixed(2))} kg`;
}

function pct(value: number): string {
  return `${Number(value.toFixed(2))} %`;
}

function sentence(words: string): string {
  return `${words.charAt(0).toUpperCase()}${words.slice(1)}.`;
}
