import type { Guard } from '../findings/guards.js';
import type { BookId } from '../rules/books.js';
import { checkWindow, type FatClass } from '../rules/fat.js';
import type { WorkingDocument } from './document.js';
import type { Finding } from '../findings/finding.js';

/** States that a class can be of; the others can be of none but their own. */
const UNCOOKED = ['raw', 'raw smoked (not cooked)'] as const;
const STATES_OF: Partial<Record<FatClass, readonly WorkingDocument['state'][]>> = {
  cooked: ['cooked'],
  dried: ['dried'],
  'fresh pork': UNCOOKED,
  'fresh beef': UNCOOKED,
  'fresh lamb': UNCOOKED,
  'fresh poultry': UNCOOKED,
  breakfast: UNCOOKED,
};

/** The class of what becomes of a product in another state: its own where that holds, else that of the state. */
export function classAs(
  state: WorkingDocument['state'],
  fatClass: FatClass | undefined,
): FatClass | undefined {
  if (fatClass === undefined || STATES_OF[fatClass]?.includes(state) !== false) return fatClass;
  return state === 'cooked' || state === 'dried' ? state : undefined;
}

/**
 * A recipe as what it becomes where it is made in another way: of the class of that, and what was claimed of the other is
 * not claimed of it.
 */
export function becoming<D extends Pick<WorkingDocument, 'state' | 'fatClass' | 'claims'>>(
  document: D,
  state: WorkingDocument['state'],
): D {
  if (document.state === state) return document;
  return { ...document, state, claims: [], fatClass: classAs(state, document.fatClass) };
}

/**
 * What kind of product it is: its class, which decides the limits of the book, its meat and its fat. What is left
 * open is not checked, and whoever leaves it open signs for that.
 */
export function checkProduct(document: WorkingDocument, book: BookId | null): Finding[] {
  const { fatClass, state, window, speciesRules } = document;
  const found: Finding[] = [];
  const sign = (path: string, guard: Guard, sentence: string) =>
    found.push({ level: 'sign', path, guard, sentence });
  if (fatClass === undefined) {
    sign(
      'fatClass',
      'class',
      'No product class is chosen, so that no ceiling for its fat or its added water is checked. Choose one, or say why none fits.',
    );
  } else if (STATES_OF[fatClass]?.includes(state) === false) {
    sign(
      'fatClass',
      'class',
      `It is classed ${fatClass} and is ${state}: the limits of ${fatClass} would be held against something else. Choose its own class, or say why it is right.`,
    );
  }
  if (speciesRules.length === 0) {
    sign(
      'speciesRules',
      'species-rule',
      'Nothing says which meat it is made of, so that a batch of any species would pass. Say which, or sign that any may go in.',
    );
  }
  if (window.minPct <= 0 && window.maxPct >= 100) {
    sign(
      'window',
      'window-open',
      'Any fat from 0 to 100 % would pass. Say its window, or sign that any will do.',
    );
  }
  for (const check of checkWindow(window, fatClass, book)) {
    found.push({ level: check.level, path: 'window', guard: 'window', sentence: check.sentence });
  }
  return found;
}
