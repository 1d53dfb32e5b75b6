import type { TrimLot } from '@zest/contract';

/** The one thing to know of a lot's state, and whether it presses. */
export function lotStateWords(lot: TrimLot): { words: string; level: 'fine' | 'press' } {
  if (lot.balanceMg <= 0) return { words: 'nothing left', level: 'fine' };
  if (lot.status === 'rejected') return { words: 'rejected', level: 'press' };
  if (lot.status === 'hold') return { words: 'on hold', level: 'press' };
  if (lot.isOut) {
    const minutes = Math.round(lot.outMinutes);
    return {
      words: `out for ${minutes} min`,
      level: lot.outLevel === 'fine' ? 'fine' : 'press',
    };
  }
  if (lot.weightKnown === 'pre-thaw') return { words: 'thawed: weigh it', level: 'press' };
  if (lot.urgency === 'past') return { words: 'past its date', level: 'press' };
  if (lot.urgency === 'today') return { words: 'must go today', level: 'press' };
  if (lot.owner !== null) return { words: lot.owner, level: 'fine' };
  const heat = lot.heat === 'raw' ? '' : `, ${lot.heat}`;
  return { words: `${lot.state}${heat}${lot.wild ? ', wild' : ''}`, level: 'fine' };
}

/** How a weight came to be known, where it was not on a scale. */
export const WEIGHT_WORDS: Record<TrimLot['weightKnown'], string> = {
  weighed: 'weighed',
  counted: 'counted boxes, not weighed',
  nominal: 'as printed, not weighed',
  guessed: 'a guess, not weighed',
  'pre-thaw': 'before thawing: weigh it again',
};
