import { usePerson } from '../../data/session.js';
import { PageTabs } from '../../ui/PageTabs.js';

const PLACES = [
  { to: '/shop/about', name: 'The shop', roles: ['lead', 'owner'] },
  { to: '/shop', name: 'Yourself', roles: ['lead', 'bench', 'owner', 'inspector'] },
  { to: '/shop/people', name: 'People', roles: ['lead', 'owner'] },
  { to: '/shop/tablets', name: 'Tablets', roles: ['lead', 'owner'] },
  { to: '/shop/safekeeping', name: 'Safekeeping', roles: ['lead', 'owner'] },
  { to: '/shop/practice', name: 'Practice', roles: ['lead', 'bench'] },
  { to: '/shop/changes', name: 'What was changed', roles: ['lead', 'owner', 'inspector'] },
  { to: '/devices', name: 'Scales and probes', roles: ['lead', 'bench', 'owner', 'inspector'] },
];

/** The pages of the shop itself, as far as the person may see them. */
export function ShopPlaces() {
  const { role } = usePerson();
  return <PageTabs title="Shop" places={PLACES.filter((p) => p.roles.includes(role))} />;
}
