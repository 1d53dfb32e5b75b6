import { casingWords, declaration, declaredParts, type LabelPart } from '../recipe/label.js';
import type { RecipeLine } from '../recipe/document.js';
import { NO_CONTENTS } from '../recipe/ingredient.js';
import type { AccountFact, BatchFacts } from './facts.js';
import { carried } from './limits.js';
import { sumWhere, type BatchMasses } from './masses.js';
import type { BatchWeighing } from './view.js';

/** What went into a batch, as made, for its label: trims by species, lines with what they carry. */
export function labelParts(facts: BatchFacts, { live }: Pick<BatchMasses, 'live'>): LabelPart[] {
  return facts.lines.flatMap((line): LabelPart[] => {
    const massMg = sumWhere(live, (t) => t.lineId === line.id);
    if (massMg <= 0) return [];
    if (!line.document) {
      const lot = facts.accounts.find((a) => a.id === line.lotAccountId);
      return [meatPart(lot, line.name.toLowerCase(), massMg)];
    }
    const { carries, role, name } = line.document;
    return [
      {
        name: (carries?.declaredAs ?? name).toLowerCase(),
        massMg,
        allergens: carries?.allergens ?? [],
        parts: declaredParts(carries?.declaredAs ?? name, carries?.parts ?? [], contentsOf(line.document)),
        isWater: role === 'liquid',
      },
    ];
  });
}

/** A meat as it was bought or kept: what was smoked, cooked, salted or cured before stands with what is in it. */
function meatPart(lot: AccountFact | undefined, name: string, massMg: number): LabelPart {
  const species = lot?.species ?? name;
  const heat = lot?.heat === 'cooked' ? 'cooked ' : lot?.heat === 'raw smoked' ? 'smoked ' : '';
  const cured = (lot?.nitritePpm ?? 0) > 0;
  const salted = (lot?.saltGPerKg ?? 0) > 0;
  const brought = lot?.carries?.parts ?? [];
  const named = (words: RegExp) => brought.some((p) => words.test(p.name));
  const parts = [
    ...(brought.length > 0 || cured || salted
      ? named(new RegExp(species, 'i'))
        ? []
        : [{ name: species }]
      : []),
    ...brought,
    ...(salted && !named(/salt/i) ? [{ name: 'salt' }] : []),
    ...(cured && !named(/nitrite|cure/i) ? [{ name: 'preservative: sodium nitrite' }] : []),
  ];
  return {
    name: `${heat}${cured ? 'cured ' : ''}${species}`,
    massMg,
    allergens: lot?.carries?.allergens ?? [],
    parts,
  };
}

/** The declaration of a batch from what was really weighed in, UNCURED where its cure was left out; null before the first weight. */
export function batchLabel(
  facts: BatchFacts,
  masses: BatchMasses,
  isUncured: boolean,
): BatchWeighing['label'] {
  const parts = labelParts(facts, masses);
  if (parts.length === 0) return null;
  const mixMg = parts.reduce((sum, p) => sum + p.massMg, 0);
  const { recipe } = facts.batch;
  const { text, stateSentence, allergens } = declaration({
    parts,
    state: recipe.state,
    casing: casingWords(recipe.casing),
    cookingSentence: recipe.cookingSentence,
    ...(masses.productMg > 0 ? { productYield: masses.productMg / mixMg } : {}),
  });
  return { text, stateSentence: isUncured ? `UNCURED. ${stateSentence}` : stateSentence, allergens };
}

function contentsOf(line: RecipeLine) {
  return carried([line]).get(line.ingredientId)?.contents ?? NO_CONTENTS;
}
