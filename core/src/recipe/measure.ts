import { InputError, inputError } from '../errors/index.js';
import { parseQuantity, type ParseOptions } from '../quantity/parse.js';

interface MeasureInput extends Pick<ParseOptions, 'numberStyle'> {
  /** As it is written: `3/4 cup`, `2 tbsp`; a weight is taken as it is. */
  text: string;
  /** Density of the ingredient in this very form. Give this or `densityRange`. */
  densityGPerMl?: number | undefined;
  /** Where the form is not clear – "coarse salt" – the least and the greatest it may be. */
  densityRange?: readonly [number, number] | undefined;
}

/** Nothing that is scooped in a kitchen is lighter or heavier than this, g/mL. */
const LIGHTEST = 0.02;
const HEAVIEST = 3;

/**
 * Grams of a measure by the density of its ingredient, or the whole range where the form is not
 * clear: a range is no dose until somebody resolves it. Cure is never measured by the spoon.
 *
 * @throws InputError at `text`, `densityGPerMl` or `densityRange`
 * @example measure({ text: '1 cup', densityGPerMl: 1 }).massG // 236.588
 */
export function measure(input: MeasureInput): { massG: number } | { rangeG: [number, number] } {
  const quantity = parseQuantity(input.text, { numberStyle: input.numberStyle });
  if (quantity.kind === 'mass') return { massG: quantity.massMg / 1000 };
  if (quantity.kind !== 'volume') {
    throw inputError('text', `"${input.text}" is a ${quantity.kind}; a measure such as 3/4 cup is wanted.`);
  }
  const { densityGPerMl: density, densityRange: range } = input;
  if ((density === undefined) === (range === undefined)) {
    throw inputError(
      'densityGPerMl',
      'Give the density of the ingredient in its form, or the range it may have.',
    );
  }
  if (density !== undefined) return { massG: grams(quantity.volumeMl, density, 'densityGPerMl') };
  const [low = NaN, high = NaN] = range ?? [];
  if (!(low <= high)) {
    throw new InputError([
      { path: 'densityRange', message: 'The range must run from the least to the greatest.' },
    ]);
  }
  return {
    rangeG: [grams(quantity.volumeMl, low, 'densityRange'), grams(quantity.volumeMl, high, 'densityRange')],
  };
}

/** Grams to the milligram. */
function grams(volumeMl: number, density: number, path: string): number {
  if (!(density >= LIGHTEST && density <= HEAVIEST)) {
    throw inputError(path, `A density must be from ${LIGHTEST} to ${HEAVIEST} g/mL.`);
  }
  return Math.round(volumeMl * density * 1000) / 1000;
}
