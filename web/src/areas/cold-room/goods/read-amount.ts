import { InputError, parseQuantity } from '@zest/core';

/** A weight in mg, or a length of casing in mm, as typed; kilograms and metres where no unit is given. */
export function readAmount(text: string, casing: boolean): { amount?: number; error?: string } {
  if (text.trim() === '') return {};
  try {
    const typed = /[a-z]/i.test(text) ? text : `${text} ${casing ? 'm' : 'kg'}`;
    const quantity = parseQuantity(typed, { expect: casing ? 'length' : 'mass' });
    if (quantity.kind === 'mass') return { amount: quantity.massMg };
    return quantity.kind === 'length' ? { amount: Math.round(quantity.lengthMm) } : {};
  } catch (error) {
    return { error: error instanceof InputError ? error.message : 'Could not be read.' };
  }
}
