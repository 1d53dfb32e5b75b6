import { InputError, type InputIssue } from '../errors/index.js';
import { mixPerMeat, scaleRecipe, type DoseLine, type ScaledRecipe } from './scale.js';

interface BackScaleInput {
  /** Finished kilograms, or finished links with the mass of one. */
  wanted: { finishedKg: number } | { links: number; linkG: number };
  /** Expected yields of the steps between the mix and the finished goods, as fractions. */
  yields: readonly number[];
  lines: readonly DoseLine[];
}

/**
 * The meat block that gives the wanted finished goods, backwards through the expected yields, and the
 * recipe scaled to it: `meat = finished / Π yields / T`.
 *
 * @throws InputError at `wanted…`, `yields[i]` or `lines[i]…`; a step may gain (casing, water taken up)
 *   but not double
 * @example backScale({ wanted: { finishedKg: 9 }, yields: [0.9], lines: [] }).meatKg // 10
 */
export function backScale(input: BackScaleInput): ScaledRecipe & { meatKg: number } {
  const { wanted, yields, lines } = input;
  const issues: InputIssue[] = [];
  const positive = (value: number, path: string, what: string) => {
    if (!(value > 0 && Number.isFinite(value))) issues.push({ path, message: `${what} must be above 0.` });
  };
  if ('finishedKg' in wanted) positive(wanted.finishedKg, 'wanted.finishedKg', 'The finished weight');
  else {
    positive(wanted.links, 'wanted.links', 'The number of links');
    positive(wanted.linkG, 'wanted.linkG', 'The mass of a link');
  }
  yields.forEach((part, i) => {
    if (!(part > 0 && part <= 2)) {
      issues.push({ path: `yields[${i}]`, message: 'A yield must be a fraction above 0, such as 0.92.' });
    }
  });
  if (issues.length > 0) throw new InputError(issues);
  const finishedKg = 'finishedKg' in wanted ? wanted.finishedKg : (wanted.links * wanted.linkG) / 1000;
  const mixKg = finishedKg / yields.reduce((all, part) => all * part, 1);
  const meatKg = mixKg / mixPerMeat(lines.map((line) => line.dose));
  return { meatKg, ...scaleRecipe({ meatKg, lines }) };
}
