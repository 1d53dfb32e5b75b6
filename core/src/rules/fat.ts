import type { BookId } from './books.js';

export const FAT_CLASSES = [
  'fresh pork',
  'fresh beef',
  'fresh lamb',
  'fresh poultry',
  'lean game',
  'breakfast',
  'italian style',
  'cooked',
  'dried',
] as const;
/** The class of product that a fat window belongs to. */
export type FatClass = (typeof FAT_CLASSES)[number];

interface FatClassRule {
  /** Usual window of the class; common practice. */
  usual: { minPct: number; maxPct: number };
  tooLean: string;
  tooFat: string;
  /** Ceiling by rule book, percent of the product, with its source. */
  ceiling: Partial<Record<BookId, { maxPct: number; source: string }>>;
}

const DRY = 'eats dry and crumbles';
const RENDERS = 'renders and leaves fat in the casing';

const us = (maxPct: number, section: string): FatClassRule['ceiling'] => ({
  us: { maxPct, source: `9 CFR ${section}, from memory – confirm with your authority` },
});

/** Usual windows are common practice; ceilings are those of the rule books. */
export const FAT_CLASS_RULES: Record<FatClass, FatClassRule> = {
  'fresh pork': {
    usual: { minPct: 20, maxPct: 30 },
    tooLean: DRY,
    tooFat: RENDERS,
    ceiling: us(50, '319.141'),
  },
  'fresh beef': {
    usual: { minPct: 15, maxPct: 30 },
    tooLean: DRY,
    tooFat: RENDERS,
    ceiling: us(30, '319.142'),
  },
  'fresh lamb': { usual: { minPct: 15, maxPct: 30 }, tooLean: DRY, tooFat: RENDERS, ceiling: {} },
  'fresh poultry': { usual: { minPct: 8, maxPct: 20 }, tooLean: DRY, tooFat: RENDERS, ceiling: {} },
  'lean game': { usual: { minPct: 10, maxPct: 25 }, tooLean: DRY, tooFat: RENDERS, ceiling: {} },
  breakfast: { usual: { minPct: 25, maxPct: 50 }, tooLean: DRY, tooFat: RENDERS, ceiling: us(50, '319.143') },
  'italian style': {
    usual: { minPct: 20, maxPct: 35 },
    tooLean: DRY,
    tooFat: RENDERS,
    ceiling: us(35, '319.145'),
  },
  cooked: {
    usual: { minPct: 10, maxPct: 30 },
    tooLean: 'dries out in the smoke',
    tooFat: RENDERS,
    ceiling: us(30, '319.180'),
  },
  dried: {
    usual: { minPct: 15, maxPct: 35 },
    tooLean: 'dries hard',
    tooFat: 'dries slowly and turns rancid sooner',
    ceiling: {},
  },
};

export interface WindowCheck {
  level: 'note' | 'warn' | 'stop';
  sentence: string;
}

/**
 * What speaks against a fat window for a class of product: outside the usual on either side warns, an
 * upper end above the ceiling of the book (of any book where none is chosen) stops. A book that has no ceiling for
 * the class says so.
 */
export function checkWindow(
  window: { minPct: number; maxPct: number },
  fatClass: FatClass | undefined,
  book: BookId | null,
): WindowCheck[] {
  if (fatClass === undefined) return [];
  const { usual, tooLean, tooFat, ceiling } = FAT_CLASS_RULES[fatClass];
  const checks: WindowCheck[] = [];
  for (const [id, limit] of Object.entries(ceiling)) {
    if ((book !== null && id !== book) || window.maxPct <= limit.maxPct) continue;
    checks.push({
      level: 'stop',
      sentence: `The window ends at ${window.maxPct} % fat; the rule book allows ${fatClass} ${limit.maxPct} % (${limit.source}).`,
    });
  }
  if (book !== null && !(book in ceiling)) {
    checks.push({
      level: 'note',
      sentence: `The shop’s rule book has no ceiling for the fat of ${fatClass}; none is checked.`,
    });
  }
  if (window.minPct < usual.minPct) {
    checks.push({
      level: 'warn',
      sentence: `Below ${usual.minPct} % fat, ${fatClass} usually ${tooLean}.`,
    });
  }
  if (window.maxPct > usual.maxPct) {
    checks.push({
      level: 'warn',
      sentence: `Above ${usual.maxPct} % fat, ${fatClass} usually ${tooFat}.`,
    });
  }
  return checks;
}
