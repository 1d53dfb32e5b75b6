import { PageTabs } from '../../ui/PageTabs.js';
import { usePerson } from '../../data/session.js';

const PLACES = [
  { to: '/recipes', name: 'The book' },
  { to: '/recipes/shelf', name: 'Spice shelf' },
  { to: '/recipes/rules', name: 'Rule books' },
];
const LEAD_PLACES = [
  ...PLACES,
  { to: '/recipes/bring-in', name: 'Bring one in' },
  { to: '/recipes/starting', name: 'Starting recipes' },
  { to: '/recipes/usual', name: 'Usual shelf' },
];

/** The pages of the recipes. */
export function RecipePlaces() {
  return <PageTabs title="Recipes" places={usePerson().role === 'lead' ? LEAD_PLACES : PLACES} />;
}
