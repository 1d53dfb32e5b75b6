import type { z } from 'zod';
import type { LibraryItem, ROUTES } from '@zest/contract';

/** What can be written down of an ingredient in one form. */
export type Facts = z.input<(typeof ROUTES)['changeIngredient']['body']>['facts'];

/** What is known of an item of the library, without what is counted or decided elsewhere. */
export function factsOf(item: LibraryItem): Facts {
  const {
    id: _id,
    name: _name,
    form: _form,
    role: _role,
    typed: _typed,
    priceMinorPerKg: _price,
    freeMg: _free,
    isSupply: _supply,
    version: _version,
    ...facts
  } = item;
  return facts;
}

/** The facts without what is only half said: a dose without its greatest, a packet without both its figures. */
export function wholeFacts({ dose, density, packet, piece, ...facts }: Facts): Facts {
  return {
    ...facts,
    ...(dose?.maxGPerKg === undefined
      ? {}
      : {
          dose: { ...dose, minGPerKg: dose.minGPerKg ?? 0, source: dose.source ?? 'common practice' },
        }),
    ...(density?.gPerMl === undefined
      ? {}
      : { density: { ...density, source: density.source ?? 'from its maker' } }),
    ...(packet?.netG === undefined || packet.seasonsKg === undefined ? {} : { packet }),
    ...(piece?.mm === undefined ? {} : { piece: { ...piece, melting: piece.melting ?? 'stays whole' } }),
  };
}
