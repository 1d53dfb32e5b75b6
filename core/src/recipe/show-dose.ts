import { doseFraction, type Dose, type DoseBasis } from './dose.js';

/** A dose as it is written again when nothing was typed: in its own form. */
export function writeDose(dose: Dose): string {
  if ('gPerKgMeat' in dose) return `${trim(dose.gPerKgMeat)} g/kg`;
  if ('gPerKgMix' in dose) return `${trim(dose.gPerKgMix)} g/kg mix`;
  if ('pctOfMeat' in dose) return `${trim(dose.pctOfMeat)} % of meat`;
  if ('pctOfMix' in dose) return `${trim(dose.pctOfMix)} % of mix`;
  return `1 packet per ${trim(dose.packet.seasonsKg)} kg`;
}

function trim(value: number): string {
  return String(Number(value.toPrecision(12)));
}

/**
 * A dose in its three forms at once, for a meat block and the mix it makes.
 * @param perMeat kilograms of mix per kilogram of meat
 */
export function doseThreeWays(
  dose: Dose,
  perMeat: number,
  meatKg: number,
): { gPerKgMeat: number; pctOfMix: number; massG: number } {
  const { basis, fraction } = doseFraction(dose);
  const ofMeat = basis === 'meat' ? fraction : fraction * perMeat;
  return { gPerKgMeat: ofMeat * 1000, pctOfMix: (ofMeat / perMeat) * 100, massG: ofMeat * meatKg * 1000 };
}

/**
 * The same grams written on another basis.
 * @param perMeat kilograms of mix per kilogram of meat of the whole recipe
 */
export function onBasis(dose: Dose, basis: DoseBasis, perMeat: number): Dose {
  const now = doseFraction(dose);
  if (now.basis === basis) return dose;
  return basis === 'mix'
    ? { gPerKgMix: (now.fraction * 1000) / perMeat }
    : { gPerKgMeat: now.fraction * 1000 * perMeat };
}

/**
 * What moves when the number stays and its basis changes: 18 g/kg read on the mix instead of the meat.
 * @returns grams per kg of meat before and after, and the change in percent
 */
export function basisShift(
  dose: Dose,
  perMeat: number,
): { beforeGPerKg: number; afterGPerKg: number; changePct: number } {
  const { basis, fraction } = doseFraction(dose);
  const asMeat = fraction * 1000;
  const asMix = fraction * 1000 * perMeat;
  const [beforeGPerKg, afterGPerKg] = basis === 'meat' ? [asMeat, asMix] : [asMix, asMeat];
  return {
    beforeGPerKg,
    afterGPerKg,
    changePct: beforeGPerKg === 0 ? 0 : ((afterGPerKg - beforeGPerKg) / beforeGPerKg) * 100,
  };
}

/**
 * How wrong a dose is that was written for one mass and is poured unscaled on another.
 * @example fixedDoseErrorPct(24, 26) // -7.69, weak
 * @param writtenForKg kg the grams were meant for
 * @param usedOnKg kg they are poured on
 */
export function fixedDoseErrorPct(writtenForKg: number, usedOnKg: number): number {
  return (writtenForKg / usedOnKg - 1) * 100;
}
