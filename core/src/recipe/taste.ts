import { InputError, type InputIssue } from '../errors/index.js';

interface TasteInput {
  remainingMixKg: number;
  /** Kilograms of mix per kilogram of meat of the recipe. */
  mixPerMeatKg: number;
  fromGPerKg: number;
  toGPerKg: number;
  /** The other lines, which plain meat thins out. */
  lines?: readonly { name: string; gPerKgMeat: number }[] | undefined;
}

interface TasteAnswer {
  remainingMeatKg: number;
  /** More of the line, when it was too little. */
  addG?: number;
  /** Plain meat, when it was too much. */
  addMeatKg?: number;
  /** What the plain meat needs of every other line. */
  topUps: { name: string; addG: number }[];
}

/**
 * A correction after tasting, on what is left of the mix. The meat in it is `R = mix / T`. Too little:
 * `(c' − c)·R` more of the line. Too much: plain meat `D = R (c − c')/c'`, and of every other line its
 * dose for `D`. Anything added voids the taste test; fat, limits and capacity are looked at again.
 *
 * @throws InputError at the field that cannot be
 * @example taste({ remainingMixKg: 10.843, mixPerMeatKg: 1.0843, fromGPerKg: 18, toGPerKg: 15 }).addMeatKg // 2
 */
export function taste(input: TasteInput): TasteAnswer {
  const { remainingMixKg, mixPerMeatKg, fromGPerKg, toGPerKg, lines = [] } = input;
  const issues: InputIssue[] = [];
  const need = (ok: boolean, path: string, message: string) => {
    if (!ok) issues.push({ path, message });
  };
  need(remainingMixKg > 0, 'remainingMixKg', 'What is left of the mix must weigh more than 0 kg.');
  need(mixPerMeatKg >= 1, 'mixPerMeatKg', 'A kilogram of meat makes at least a kilogram of mix.');
  need(fromGPerKg >= 0, 'fromGPerKg', 'The dose as made must be 0 g/kg or more.');
  need(
    toGPerKg > 0 || fromGPerKg === 0,
    'toGPerKg',
    'The wanted dose must be above 0 g/kg; nothing can be taken out of a mix.',
  );
  lines.forEach((line, i) => {
    need(line.gPerKgMeat >= 0, `lines[${i}].gPerKgMeat`, `${line.name}: the dose must be 0 g/kg or more.`);
  });
  if (issues.length > 0) throw new InputError(issues);
  const remainingMeatKg = remainingMixKg / mixPerMeatKg;
  if (toGPerKg >= fromGPerKg) {
    return { remainingMeatKg, addG: (toGPerKg - fromGPerKg) * remainingMeatKg, topUps: [] };
  }
  const addMeatKg = (remainingMeatKg * (fromGPerKg - toGPerKg)) / toGPerKg;
  return {
    remainingMeatKg,
    addMeatKg,
    topUps: lines.map((line) => ({ name: line.name, addG: line.gPerKgMeat * addMeatKg })),
  };
}
