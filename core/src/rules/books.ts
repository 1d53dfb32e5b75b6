/** Molar masses: sodium nitrite 68.995, nitrite ion 46.005 g/mol. */
const NANO2_PER_ION = 68.995 / 46.005;

export const BOOK_IDS = ['us', 'ca', 'eu', 'uk'] as const;
export type BookId = (typeof BOOK_IDS)[number];

/** The limit for ingoing nitrite in comminuted meat as one rule book writes it. */
export interface NitriteRule {
  book: BookId;
  title: string;
  /** As the book writes it. */
  written: string;
  /** The same limit as sodium nitrite, mg per kg of the basis. */
  limitPpm: number;
  basis: 'meat block' | 'mix';
  source: string;
}

/** All limits are from memory: the local authority and the licensed operator's own plan decide. */
export const NITRITE_RULES: Record<BookId, NitriteRule> = {
  us: {
    book: 'us',
    title: 'United States',
    written: '1/4 oz to 100 lb of meat block',
    limitPpm: 156.25,
    basis: 'meat block',
    source: '9 CFR 424.21(c), from memory – confirm with your authority',
  },
  ca: {
    book: 'ca',
    title: 'Canada',
    written: '200 ppm in the mix',
    limitPpm: 200,
    basis: 'mix',
    source: 'List of Permitted Preservatives, from memory – confirm with your authority',
  },
  eu: {
    book: 'eu',
    title: 'European Union',
    written: '80 mg/kg as nitrite ion in the mix',
    limitPpm: 80 * NANO2_PER_ION,
    basis: 'mix',
    source: 'Regulation (EU) 2023/2108, from memory – confirm with your authority',
  },
  uk: {
    book: 'uk',
    title: 'United Kingdom',
    written: '150 mg/kg as sodium nitrite in the mix',
    limitPpm: 150,
    basis: 'mix',
    source: 'Regulation 1333/2008 as retained, from memory – confirm with your authority',
  },
};
