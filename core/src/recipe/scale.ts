import { InputError, inputError } from '../errors/index.js';
import { gFromMg, mgFromG } from '../quantity/mass.js';
import { shareOut } from '../quantity/share-out.js';
import { doseFraction, enteredDose, type Dose } from './dose.js';

export interface DoseLine {
  name: string;
  dose: Dose;
}

export interface ScaleInput {
  meatKg: number;
  lines: readonly DoseLine[];
  /** Mixer loads of equal size; default 1. */
  loads?: number | undefined;
  /** Division of the scale in grams; lines and their parts are whole divisions. Default 0.001. */
  divisionG?: number | undefined;
}

interface ScaledLine {
  name: string;
  massG: number;
  gPerKgMeat: number;
  pctOfMix: number;
  perLoadG: number[];
}

export interface ScaledRecipe {
  lines: ScaledLine[];
  mixKg: number;
  mixPerMeatKg: number;
}

/**
 * Kilograms of mix per kilogram of meat: `T = (1 + Σ a) / (1 − Σ q)` for doses `a` on meat and
 * `q` on mix.
 * @throws InputError when the doses on mix reach the whole mix
 */
export function mixPerMeat(doses: readonly Dose[]): number {
  let onMeat = 0;
  let onMix = 0;
  doses.forEach((dose, i) => {
    const { basis, fraction } = fractionAt(dose, i, doseFraction);
    if (basis === 'meat') onMeat += fraction;
    else onMix += fraction;
  });
  if (onMix >= 1) {
    throw inputError('lines', 'The doses on the mix add up to the whole mix or more; no meat is left.');
  }
  return (1 + onMeat) / (1 - onMix);
}

/**
 * Every line of a recipe in grams for a weight of meat, split into equal loads.
 *
 * @param input meat in kg; see {@link ScaleInput}
 * @returns grams per line; `perLoadG` sums exactly to `massG` and its parts differ by at most one
 *   division; `mixKg` is meat plus all lines as doses say, before rounding
 * @throws InputError at `meatKg`, `loads`, `divisionG` or `lines[i].dose…`
 * @example scaleRecipe({ meatKg: 8, lines: [{ name: 'salt', dose: { gPerKgMeat: 16 } }] }).lines[0].massG // 128
 */
export function scaleRecipe(input: ScaleInput): ScaledRecipe {
  const { meatKg, lines, loads = 1, divisionG = 0.001 } = input;
  if (!(meatKg > 0 && meatKg <= 1e6)) throw inputError('meatKg', 'The meat must weigh more than 0 kg.');
  if (!Number.isInteger(loads) || loads < 1 || loads > 1000) {
    throw inputError('loads', 'Loads must be a whole number from 1 to 1000.');
  }
  const divisionMg = divisionG * 1000;
  if (!(divisionMg >= 1) || !Number.isInteger(Math.round(divisionMg * 1e6) / 1e6)) {
    throw inputError('divisionG', 'The division must be a whole number of milligrams, at least 0.001 g.');
  }
  const perMeat = mixPerMeat(lines.map((line) => line.dose));
  const mixKg = meatKg * perMeat;
  return {
    mixKg,
    mixPerMeatKg: perMeat,
    lines: lines.map((line, i) => {
      const { basis, fraction } = fractionAt(line.dose, i, enteredDose);
      const kg = fraction * (basis === 'meat' ? meatKg : mixKg);
      const divisions = Math.round(mgFromG(kg * 1000) / Math.round(divisionMg));
      const massMg = divisions * Math.round(divisionMg);
      const perLoad = shareOut(massMg, new Array<number>(loads).fill(1), Math.round(divisionMg));
      return {
        name: line.name,
        massG: gFromMg(massMg),
        gPerKgMeat: (kg / meatKg) * 1000,
        pctOfMix: (kg / mixKg) * 100,
        perLoadG: perLoad.map(gFromMg),
      };
    }),
  };
}

function fractionAt(dose: Dose, index: number, read: typeof doseFraction) {
  try {
    return read(dose);
  } catch (error) {
    throw error instanceof InputError ? error.within(`lines[${index}]`) : error;
  }
}
