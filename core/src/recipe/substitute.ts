import { inputError } from '../errors/index.js';
import type { Dose } from './dose.js';
import type { WorkingLine } from './document.js';
import type { AcceleratorKind, Ingredient } from './ingredient.js';

/** Molar masses, g/mol: sodium erythorbate and sodium ascorbate 198.11, ascorbic acid 176.12. */
const MOLAR: Record<AcceleratorKind, number> = {
  'sodium erythorbate': 198.11,
  'sodium ascorbate': 198.11,
  'ascorbic acid': 176.12,
};

/**
 * Grams of the substitute that do the work of 1 g, where that is known; undefined has to be asked.
 * Accelerators go by their molar mass, not gram for gram.
 */
export function knownFactor(from: Ingredient, to: Ingredient): number | undefined {
  if (from.accelerator && to.accelerator) return MOLAR[to.accelerator] / MOLAR[from.accelerator];
  if (from.role === 'cure' && to.role === 'cure' && to.contents.nitritePct > 0) {
    return from.contents.nitritePct / to.contents.nitritePct;
  }
  if (from.role === 'salt' && to.role === 'salt') return 1;
  return undefined;
}

/**
 * The line with another ingredient in it: its dose times the factor, its name, role and strength those
 * of the substitute, and what stood there before in its note. Allergens and label follow the ingredient.
 * @throws InputError at `factor` unless it is above 0 and at most 100
 */
export function substitute(line: WorkingLine, to: Ingredient, factor: number): WorkingLine {
  if (!(factor > 0 && factor <= 100)) {
    throw inputError(
      'factor',
      'The factor says how many grams of the substitute do the work of one; above 0 and at most 100.',
    );
  }
  const { nitritePct: _old, asWritten: _spoken, doubt: _doubt, ...rest } = line;
  return {
    ...rest,
    ingredientId: to.id,
    name: to.name,
    role: to.role,
    dose: line.dose && timesDose(line.dose, factor),
    ...(to.contents.nitritePct > 0 ? { nitritePct: to.contents.nitritePct } : {}),
    note: [line.note, `instead of ${line.name}, × ${Number(factor.toPrecision(4))}`]
      .filter(Boolean)
      .join('; '),
  };
}

/** A dose times a factor, in its own form. */
export function timesDose(dose: Dose, factor: number): Dose {
  if ('gPerKgMeat' in dose) return { gPerKgMeat: dose.gPerKgMeat * factor };
  if ('gPerKgMix' in dose) return { gPerKgMix: dose.gPerKgMix * factor };
  if ('pctOfMeat' in dose) return { pctOfMeat: dose.pctOfMeat * factor };
  if ('pctOfMix' in dose) return { pctOfMix: dose.pctOfMix * factor };
  return { packet: { ...dose.packet, netG: dose.packet.netG * factor } };
}
