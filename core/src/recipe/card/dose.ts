import { findCommonIngredient, looksLikeCure } from '../common-ingredients.js';
import { enteredDose, type DoseBasis } from '../dose.js';
import { NO_CONTENTS, type Ingredient, type LineRole } from '../ingredient.js';
import { readDose, type DoseContext, type DoseReading } from '../read-dose.js';
import type { NumberStyle } from '../../quantity/read-number.js';
import type { CardAmount } from './amount.js';

/** What a dose of a card is read with. */
export interface CardContext {
  batchKg: number | undefined;
  /** What a bare percent is of; nobody has said where it is absent. */
  basis: DoseBasis | undefined;
  numberStyle: NumberStyle | undefined;
}

/** A line of a card as far as its dose goes. */
export type Dosed = Pick<CardAmount, 'amount' | 'name' | 'rate' | 'loose'>;

/**
 * The dose of a line for an ingredient, or what has to be asked first. A rate belongs to its own line, whatever
 * the card is for; cure is chosen before its dose counts.
 */
export function readCardDose(
  line: Dosed,
  role: LineRole,
  ingredient: Ingredient | undefined,
  { batchKg, basis, numberStyle }: CardContext,
): DoseReading {
  const asWritten = `${line.amount}${line.rate ? ` ${line.rate.words}` : ''}`.trim();
  const doubt = (sentence: string, rangeGPerKg?: [number, number]): DoseReading => ({
    kind: 'doubt',
    doubt: sentence,
    asWritten,
    ...(rangeGPerKg ? { rangeGPerKg } : {}),
  });
  if (/%$/.test(line.amount) && line.rate === undefined && basis === undefined) {
    return doubt('Percent of the meat, or of the whole mix? Say it once for all lines, above.');
  }
  const context: DoseContext = {
    name: line.name,
    role,
    facts: factsFor(line.name, ingredient),
    batchKg,
    basis: basis ?? 'meat',
    numberStyle,
  };
  const text = line.rate
    ? `${line.amount} per ${line.rate.mass}${line.rate.of === 'mix' ? ' mix' : ''}`
    : line.amount;
  const read = { ...readDose(text, context), asWritten };
  if (read.kind === 'dose' && ingredient === undefined && (role === 'cure' || looksLikeCure(line.name))) {
    return doubt('Cards name cures loosely, and strengths differ sixteenfold: choose the shop’s own first.');
  }
  if (read.kind === 'dose' && line.loose) {
    const { fraction } = enteredDose(read.dose);
    const { words, from, to } = line.loose;
    return doubt(`“${words}” is not a weight: weigh it once, or choose.`, [
      fraction * 1000 * from,
      fraction * 1000 * to,
    ]);
  }
  return read;
}

/** What a spoon of it weighs: the shop's own figure, else the kitchen's for the words of the card. */
function factsFor(name: string, ingredient: Ingredient | undefined): DoseContext['facts'] {
  const known = findCommonIngredient(name);
  const { contents = NO_CONTENTS, packet, density, densityRange } = ingredient ?? {};
  // Salt of no named kind fills a spoon half as full again or not: the shop's own figure is of its own kind.
  const isOpen = known?.rangeGPerMl !== undefined;
  if (density && !isOpen) return { contents, packet, density };
  if (known) {
    return {
      contents,
      packet,
      ...(known.gPerMl === undefined ? {} : { density: { gPerMl: known.gPerMl, source: 'kitchen table' } }),
      ...(known.rangeGPerMl === undefined ? {} : { densityRange: known.rangeGPerMl }),
    };
  }
  return ingredient && { contents, packet, densityRange };
}
