import { inputError } from '../errors/index.js';

export interface PouredLine {
  name: string;
  dueG: number;
  /** Absent: not weighed yet. */
  actualG?: number | undefined;
}

export interface OverPour {
  /** Actual over due of the named line. */
  ratio: number;
  takeOutG: number;
  /** Meat to add when the batch is grown until every poured line fits. */
  growMeatKg: number;
  growLines: { name: string; addG: number }[];
  /** The line's dose if the pour is accepted as it is. */
  newDoseGPerKg: number;
}

/**
 * The ways out after too much was poured.
 *
 * Growing takes the ratio `s = max(actual / due)` over all lines: meat `(s − 1)·M` more, and of
 * every line `s·due − actual` where that is positive.
 * @throws InputError at `meatKg`, `lines` or `name`
 */
export function overPour(input: { meatKg: number; lines: readonly PouredLine[]; name: string }): OverPour {
  const { meatKg, lines, name } = input;
  if (!(meatKg > 0)) throw inputError('meatKg', 'The meat must weigh more than 0 kg.');
  lines.forEach((line, i) => {
    if (!(line.dueG > 0))
      throw inputError(`lines[${i}].dueG`, `${line.name}: the due weight must be above 0 g.`);
    if (!((line.actualG ?? 0) >= 0)) {
      throw inputError(`lines[${i}].actualG`, `${line.name}: the poured weight must be 0 g or more.`);
    }
  });
  const poured = lines.find((line) => line.name === name);
  if (!poured) throw inputError('name', `There is no line called "${name}".`);
  const actual = poured.actualG ?? 0;
  const growth = Math.max(1, ...lines.map((line) => (line.actualG ?? 0) / line.dueG));
  return {
    ratio: actual / poured.dueG,
    takeOutG: Math.max(0, actual - poured.dueG),
    growMeatKg: (growth - 1) * meatKg,
    growLines: lines.flatMap((line) => {
      const addG = growth * line.dueG - (line.actualG ?? 0);
      return addG > 1e-9 ? [{ name: line.name, addG }] : [];
    }),
    newDoseGPerKg: actual / meatKg,
  };
}
