import { NO_CONTENTS, type Contents, type IngredientFacts, type LineRole } from '../recipe/ingredient.js';
import { declaredParts } from '../recipe/label.js';
import { costOf } from './of-meat.js';
import { NOTHING, type Matter } from './matter.js';
import { statedParts } from './parts.js';

/** An ingredient of a line with what is known of it; absent is what nobody stated. */
export interface LineStuff {
  /** Its lot, or its line while nothing is weighed. */
  id: string;
  name: string;
  role: LineRole;
  /** What the shelf has of it, or had when its version was published. */
  known:
    | Pick<
        IngredientFacts,
        'contents' | 'allergens' | 'mayContain' | 'parts' | 'declaredAs' | 'accelerator' | 'species'
      >
    | undefined;
  /** Strength said by the line itself, where nothing else is known. */
  nitritePct?: number | undefined;
  /** Made of several things: the water in it is added. */
  compound?: boolean | undefined;
  unstated?: boolean | undefined;
  owner?: string | null | undefined;
  priceMinor?: number | null | undefined;
  held?: boolean | undefined;
  useBy?: string | null | undefined;
}

/** So much of an ingredient, by what it holds and never by what it is called. */
export function ingredientMatter(stuff: LineStuff, massMg: number): Matter {
  const { id, known, role, name } = stuff;
  const contents = contentsOf(stuff);
  const stated = statedParts(contents, massMg);
  const declared = known?.declaredAs ?? name;
  const allergens = known?.allergens ?? [];
  const water = role === 'liquid' ? massMg : stuff.compound || role === 'packet' ? stated.water : 0;
  return {
    ...NOTHING,
    massMg,
    origin: new Map([
      [
        id,
        {
          massMg,
          is: {
            kind: 'ingredient',
            name: declared.toLowerCase(),
            species: known?.species ?? null,
            owner: stuff.owner ?? null,
            wild: false,
            allergens,
            parts: declaredParts(declared, known?.parts ?? [], contents),
            isWater: role === 'liquid',
            unstated: stuff.unstated === true,
            ...(known?.mayContain ? { mayContain: true } : {}),
          },
        },
      ],
    ]),
    parts: {
      ...stated,
      erythorbate:
        known?.accelerator === 'sodium erythorbate' || known?.accelerator === 'sodium ascorbate' ? massMg : 0,
      ascorbicAcid: known?.accelerator === 'ascorbic acid' ? massMg : 0,
      soyProtein: allergens.includes('soy') ? stated.binder : 0,
      meatProtein: known?.species === undefined ? 0 : stated.protein,
      addedWater: water,
    },
    ...costOf(id, stuff.priceMinor === undefined ? 0 : stuff.priceMinor, massMg),
    worst: { ...NOTHING.worst, held: stuff.held === true, useBy: stuff.useBy ?? null },
  };
}

/** What a line carries: as the shelf has it, or what the line itself says of its strength. A liquid is water unless it says how much. */
export function contentsOf({
  known,
  role,
  nitritePct,
}: Pick<LineStuff, 'known' | 'role' | 'nitritePct'>): Contents {
  if (!known) return bareContents(role, nitritePct ?? 0);
  const { contents } = known;
  return role === 'liquid' && contents.waterPct === 0 ? { ...contents, waterPct: 100 } : contents;
}

/** Lines of early versions kept what they carry by their role: plain salt, and a cure by its own strength. */
function bareContents(role: LineRole, nitritePct: number): Contents {
  return {
    ...NO_CONTENTS,
    nitritePct,
    saltPct: role === 'salt' ? 100 : role === 'cure' ? 100 - nitritePct : 0,
    waterPct: role === 'liquid' ? 100 : 0,
  };
}
