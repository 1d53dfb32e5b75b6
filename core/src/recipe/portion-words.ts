import { massToken } from '../quantity/tokens.js';
import { stepTitle } from '../steps/index.js';
import type { RecipeDocument, WorkingDocument } from './document.js';
import type { Portion } from './product.js';

/** A portion in one line: how much of what, what it becomes, and what it is filled into; weights are tokens. */
export function portionWords(
  { steps }: Pick<WorkingDocument | RecipeDocument, 'steps'>,
  { name, plan, partsAfter, state, casing, linkMassG, cookingSentence }: Portion,
): string {
  const from = steps.find((s) => s.key === partsAfter);
  const parts = [
    `${meant(plan)} of what comes out of ${from ? stepTitle(from) : 'a step that is not there'}`,
    state,
    casing?.name ?? '',
    linkMassG === null ? '' : `${massToken(Math.round(linkMassG * 1000))} a piece`,
    cookingSentence ? `“${cookingSentence}”` : '',
  ];
  return `${name}: ${parts.filter(Boolean).join(', ')}`;
}

function meant(plan: Portion['plan']): string {
  switch (plan.by) {
    case 'share':
      return `${plan.pct} %`;
    case 'mass':
      return massToken(plan.massMg);
    case 'pieces':
      return `${plan.pieces} pieces`;
  }
}
