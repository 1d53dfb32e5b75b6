import { findCommonIngredient } from '../recipe/common-ingredients.js';
import {
  NO_CONTENTS,
  STATEMENTS,
  type Contents,
  type IngredientFacts,
  type LineRole,
} from '../recipe/ingredient.js';

/** An ingredient as shops usually have it; a shop takes it onto its own shelf and changes what is otherwise there. */
export interface UsualIngredient {
  /** Name and form in one word, such as `white-pepper-ground`. */
  key: string;
  /** Where it stands among the others. */
  group: string;
  name: string;
  form: string;
  role: LineRole;
  /** From the tap: it does not run out and costs nothing. */
  isSupply: boolean;
  facts: IngredientFacts;
}

export type UsualMore = Partial<Omit<IngredientFacts, 'contents' | 'dose'>> & {
  contents?: Partial<Contents>;
  isSupply?: boolean;
};
export type UsualRow = readonly [
  name: string,
  form: string,
  doses?: readonly [minGPerKg: number, maxGPerKg: number],
  more?: UsualMore,
];

const DENSITY_SOURCE = 'portion weights of public composition tables, from memory';
/** What seasons is measured by the spoon now and then; the others never are. */
const SPOONED: ReadonlySet<LineRole> = new Set(['salt', 'sugar', 'seasoning', 'binder', 'liquid', 'fat']);

/** A group of usual ingredients with one role. Doses are common practice, densities from the common ones. */
export function group(name: string, role: LineRole, rows: readonly UsualRow[]): UsualIngredient[] {
  return rows.map(([title, form, doses, { contents = {}, isSupply = false, ...more } = {}]) => {
    const known = findCommonIngredient(`${title} ${form}`) ?? findCommonIngredient(title);
    const gPerMl = SPOONED.has(role) ? known?.gPerMl : undefined;
    return {
      key: `${title} ${form}`.toLowerCase().replace(/[^a-z0-9]+/g, '-'),
      group: name,
      name: title,
      form,
      role,
      isSupply,
      facts: {
        contents: { ...NO_CONTENTS, ...contents },
        allergens: [],
        compound: false,
        stated: [],
        parts: [],
        ...(gPerMl === undefined ? {} : { density: { gPerMl, source: DENSITY_SOURCE } }),
        ...(doses ? { dose: { minGPerKg: doses[0], maxGPerKg: doses[1], source: 'common practice' } } : {}),
        ...more,
      },
    };
  });
}

/** A compound whose usual make-up is known well enough to begin with; the shop's own bag decides. */
export const madeOf = (...parts: IngredientFacts['parts'][number][]): UsualMore => ({
  compound: true,
  stated: [...STATEMENTS],
  parts,
  allergens: [...new Set(parts.flatMap((p) => (p.allergen ? [p.allergen] : [])))],
});

/** A compound of which nothing is known before its bag is read: it goes into no published recipe until then. */
export const ASK_THE_BAG: UsualMore = { compound: true };
