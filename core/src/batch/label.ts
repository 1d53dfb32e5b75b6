import { casingWords, declaration, type LabelPart } from '../recipe/label.js';
import type { BatchFacts } from './facts.js';
import { sumWhere, type BatchMasses } from './masses.js';
import type { BatchWeighing } from './view.js';

/** What went into a batch, as made, for its label: trims by species, lines with what they carry. */
export function labelParts(facts: BatchFacts, { live }: Pick<BatchMasses, 'live'>): LabelPart[] {
  return facts.lines.flatMap((line): LabelPart[] => {
    const massMg = sumWhere(live, (t) => t.lineId === line.id);
    if (massMg <= 0) return [];
    if (!line.document) {
      const species = facts.accounts.find((a) => a.id === line.lotAccountId)?.species;
      return [{ name: species ?? line.name.toLowerCase(), massMg, allergens: [], parts: [] }];
    }
    const { carries, role, name } = line.document;
    return [
      {
        name: (carries?.declaredAs ?? name).toLowerCase(),
        massMg,
        allergens: carries?.allergens ?? [],
        parts: carries?.parts ?? [],
        isWater: role === 'liquid',
      },
    ];
  });
}

/** The declaration of a batch from what was really weighed in; null before the first weight. */
export function batchLabel(facts: BatchFacts, masses: BatchMasses): BatchWeighing['label'] {
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
  return { text, stateSentence, allergens };
}
