import type { FatClass } from '../rules/fat.js';
import type { Parting } from '../steps/index.js';

export const PRODUCT_STATES = ['raw', 'raw smoked (not cooked)', 'cooked', 'dried'] as const;
export type ProductState = (typeof PRODUCT_STATES)[number];

/** What the product says of itself beside its name. */
export const CLAIMS = [
  'one species only',
  'no added nitrite',
  'gluten free',
  'no binder',
  'shelf-stable',
] as const;
export type Claim = (typeof CLAIMS)[number];

export interface WorkingCasing {
  casingId: string;
  name: string;
  calibreMm: number;
  gPerM: number;
  /** What it is made of: hog, sheep, beef, collagen … */
  material?: string | undefined;
  /** Tubes of such a length, where it is bought cut; what one takes by its maker. */
  tubeMm?: number | null | undefined;
  tubeTakesG?: number | null | undefined;
}

/** What each product has for itself: what is parted off as much as what is not. */
export interface ProductFields {
  state: ProductState;
  fatClass?: FatClass | undefined;
  claims: Claim[];
  casing: WorkingCasing | null;
  linkMassG: number | null;
  linkLengthMm: number | null;
  packMassG?: number | null | undefined;
  /** What stands on the pack beside the declaration. */
  cookingSentence?: string | undefined;
}

/** How much of what comes out of a step is meant for a portion; what is weighed is what is true. */
export type PortionPlan =
  { by: 'share'; pct: number } | { by: 'mass'; massMg: number } | { by: 'pieces'; pieces: number };

/** What is parted off and becomes a product of its own, with its own way through the rest of the method. */
export interface Portion extends Parting, ProductFields {
  /** Of its product. */
  name: string;
  plan: PortionPlan;
}
