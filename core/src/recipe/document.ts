import type { MethodStep } from '../steps/index.js';
import type { Dose } from './dose.js';
import type { IngredientFacts, LineRole } from './ingredient.js';
import type { Portion, ProductFields } from './product.js';

/** A line while it is being written: what is not known yet is null. */
export interface WorkingLine {
  key: string;
  ingredientId: string | null;
  name: string;
  role: LineRole;
  dose: Dose | null;
  /** As it was typed or stood on the card. */
  asWritten?: string | undefined;
  /** What is not clear about it; it is resolved before anything is published. */
  doubt?: string | undefined;
  required: boolean;
  tolerancePct?: number | undefined;
  /** Key of the step at which it goes in. */
  entersAt: string;
  /** Follows the heat chosen for the batch. */
  hot?: boolean | undefined;
  nitritePct?: number | undefined;
  note?: string | undefined;
}

/** A recipe while it is being written; see the contract for its form when published. */
export interface WorkingDocument extends ProductFields {
  window: { minPct: number; maxPct: number };
  confidence: number;
  speciesRules: { species: string; minPct?: number | undefined; maxPct?: number | undefined }[];
  usualMeatMg: number;
  /** Its own batch as it was written: `7 lb`. */
  usualText?: string | undefined;
  mixerCapacityKg: number;
  stufferCapacityKg?: number | undefined;
  /** What a dose without words for its basis is taken on. */
  basis: 'meat' | 'mix';
  hotness: { name: string; factor: number }[];
  lines: WorkingLine[];
  steps: MethodStep[];
  /** What is parted off and becomes a product of its own; none where absent. */
  portions?: Portion[] | undefined;
}

/** What an ingredient brings into a recipe, kept with a published line. */
export interface Carries extends Pick<
  IngredientFacts,
  'contents' | 'allergens' | 'mayContain' | 'parts' | 'declaredAs' | 'accelerator' | 'species' | 'dose'
> {
  /** Made of several things; of early versions it is told by its parts. */
  compound?: boolean | undefined;
  /** Nobody has stated what is in it, or which allergens. */
  unstated?: boolean | undefined;
}

/** A line as it is published: a weight of a known ingredient. */
export interface RecipeLine extends Omit<WorkingLine, 'ingredientId' | 'dose' | 'doubt'> {
  ingredientId: string;
  dose: Dose;
  /** What the ingredient held when the version was published. */
  carries?: Carries | undefined;
  /** At the bench: it is in no recipe, somebody put it in. */
  unwritten?: true | undefined;
  /** At the bench: the line of the recipe that it stands for, and the grams of it that do the work of one. */
  insteadOf?: { key: string; factor: number } | undefined;
}

/** A recipe as it is published. */
export interface RecipeDocument extends Omit<WorkingDocument, 'lines'> {
  lines: RecipeLine[];
}
