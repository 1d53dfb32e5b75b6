import type { WorkingDocument } from './document.js';
import type { Finding } from '../findings/finding.js';
import { numberOf, stepTitle, traitsOf, wordOf } from '../steps/index.js';
import type { Ingredient } from './ingredient.js';

/** A piece wider than this part of the calibre or the horn stops it; common practice. */
const OF_CALIBRE = 0.4;
const OF_HORN = 0.5;

/**
 * Pieces against the machines and the heat: never before a plate unless the style says so, small enough
 * for horn and casing, cold enough, and whether they may melt.
 */
export function checkInclusions(
  document: Pick<WorkingDocument, 'lines' | 'steps' | 'casing'>,
  library: ReadonlyMap<string, Ingredient>,
): Finding[] {
  return document.lines.flatMap((line, i) => {
    if (line.role !== 'inclusion') return [];
    const path = `lines[${i}]`;
    const found: Finding[] = [];
    const at = document.steps.findIndex((s) => s.key === line.entersAt);
    const enters = document.steps[at];
    const plate = document.steps.slice(at).find((s) => {
      const { machine } = traitsOf(s);
      return machine === 'grinder' || machine === 'cutter';
    });
    if (plate && !(enters && wordOf(enters, 'styleSays'))) {
      found.push({
        level: 'stop',
        path: `${path}.entersAt`,
        guard: 'inclusion',
        sentence: `${line.name} would go through “${stepTitle(plate)}”. Put it in after, or write at the step why the style wants it.`,
      });
    }
    const piece = library.get(line.ingredientId ?? '')?.piece;
    if (!piece) {
      found.push({
        level: 'warn',
        path,
        guard: 'piece',
        sentence: `${line.name}: nobody has said how large its pieces are and whether they melt.`,
      });
      return found;
    }
    const { atMostC } = piece;
    const stop = enters && numberOf(enters, 'stopAboveC');
    if (atMostC !== undefined && (stop === undefined || stop > atMostC + 1)) {
      found.push({
        level: 'warn',
        path: `${path}.entersAt`,
        guard: 'piece',
        sentence: `${line.name} goes in at ${atMostC} °C at most, and “${enters ? stepTitle(enters) : ''}” ${stop === undefined ? 'has no limit' : `allows ${stop} °C`}.`,
      });
    }
    const tight = (limit: number | undefined, of: string, share: number) => {
      if (limit !== undefined && piece.mm > limit * share) {
        found.push({
          level: 'sign',
          path,
          guard: 'piece',
          sentence: `${line.name}: pieces of ${piece.mm} mm will jam ${of} of ${limit} mm. Cut them smaller, or sign for it.`,
        });
      }
    };
    tight(document.casing?.calibreMm, 'a casing', OF_CALIBRE);
    const stuffer = document.steps.find((s) => traitsOf(s).machine === 'stuffer');
    tight(stuffer && numberOf(stuffer, 'hornMm'), 'a horn', OF_HORN);
    const hot = document.steps.some((s) => traitsOf(s).heat === 'lethal' || traitsOf(s).smokes);
    if (piece.melting === 'melts' && hot) {
      found.push({
        level: 'warn',
        path,
        guard: 'piece',
        sentence: `${line.name} melts in the cook and leaves holes. Take a heat-stable one, or say that it melts on purpose.`,
      });
    }
    return found;
  });
}
