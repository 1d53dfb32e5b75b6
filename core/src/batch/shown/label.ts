import { goneMg, labelPartsOf, type Matter } from '../../matter/index.js';
import { casingWords, declaration } from '../../recipe/label.js';
import type { BatchFacts } from '../facts/facts.js';
import type { BatchMasses } from '../facts/masses.js';
import { batchState } from '../facts/state.js';
import type { BatchWeighing } from './view.js';

/** What the label of a batch is of: the product as it stands, and before there is one everything that was weighed in. */
function labelled(facts: BatchFacts, { matters }: Pick<BatchMasses, 'matters'>): Matter {
  const product = matters.together(facts.productAccountId);
  return product.massMg > 0 ? product : matters.weighedIn;
}

/** The declaration of a batch from what is really in it, UNCURED where its cure was left out; null before the first weight. */
export function batchLabel(
  facts: BatchFacts,
  masses: Pick<BatchMasses, 'matters'>,
  isUncured: boolean,
): BatchWeighing['label'] {
  const matter = labelled(facts, masses);
  const parts = labelPartsOf(matter);
  if (parts.length === 0) return null;
  const { recipe } = facts.batch;
  const state = batchState(facts, matter);
  const { text, stateSentence, allergens } = declaration({
    parts,
    state,
    casing: casingWords(recipe.casing),
    cookingSentence: recipe.cookingSentence,
    goneMg: goneMg(matter),
  });
  return { text, state, stateSentence: isUncured ? `UNCURED. ${stateSentence}` : stateSentence, allergens };
}
