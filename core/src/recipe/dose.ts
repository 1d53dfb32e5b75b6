import { inputError } from '../errors/index.js';

/** How a line is written; exactly one field of one form. */
export type Dose =
  | { gPerKgMeat: number }
  | { pctOfMeat: number }
  | { pctOfMix: number }
  | { gPerKgMix: number }
  | { packet: { seasonsKg: number; netG: number } };

/** What a dose is a fraction of. */
export type DoseBasis = 'meat' | 'mix';

/**
 * A dose as a plain fraction (kg per kg) of its basis.
 * @throws InputError at `dose` for a negative dose or a packet that seasons nothing
 */
export function doseFraction(dose: Dose): { basis: DoseBasis; fraction: number } {
  if ('packet' in dose) {
    const { seasonsKg, netG } = dose.packet;
    if (!(seasonsKg > 0) || !(netG > 0)) {
      throw inputError(
        'dose.packet',
        'A packet needs its net grams and the kilograms it seasons, both above 0.',
      );
    }
    return { basis: 'meat', fraction: netG / 1000 / seasonsKg };
  }
  if ('gPerKgMeat' in dose) return checked('meat', dose.gPerKgMeat / 1000, 'dose.gPerKgMeat');
  if ('pctOfMeat' in dose) return checked('meat', dose.pctOfMeat / 100, 'dose.pctOfMeat');
  if ('pctOfMix' in dose) return checked('mix', dose.pctOfMix / 100, 'dose.pctOfMix');
  return checked('mix', dose.gPerKgMix / 1000, 'dose.gPerKgMix');
}

function checked(basis: DoseBasis, fraction: number, path: string) {
  if (!(fraction >= 0 && Number.isFinite(fraction))) {
    throw inputError(path, 'A dose must be 0 or more.');
  }
  return { basis, fraction };
}

/**
 * Kilograms of a dose for a kilogram of meat: the one place where a dose meets its basis.
 * @param mixPerMeat kg of mix per kg of meat
 */
export function massPerMeat(dose: Dose, mixPerMeat: number): number {
  const { basis, fraction } = doseFraction(dose);
  return basis === 'meat' ? fraction : fraction * mixPerMeat;
}

/** More of a line than this for a kilogram of meat is a wrong unit, kg. */
const MOST_PER_MEAT = 5;

/**
 * The same of a dose that somebody enters: what a batch really got may be any amount, what is written may not.
 * @throws InputError at `dose` also for more than five kilograms for one of meat
 */
export function enteredDose(dose: Dose): { basis: DoseBasis; fraction: number } {
  const read = doseFraction(dose);
  if (read.basis === 'meat' && read.fraction > MOST_PER_MEAT) {
    const path =
      'packet' in dose ? 'dose.packet' : 'gPerKgMeat' in dose ? 'dose.gPerKgMeat' : 'dose.pctOfMeat';
    throw inputError(path, 'A dose above 5 kg per kg of meat is not a dose; check the unit.');
  }
  return read;
}
