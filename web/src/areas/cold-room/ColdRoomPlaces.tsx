import { SEEN_BY } from '@zest/contract';
import { usePerson } from '../../data/session.js';
import { PageTabs } from '../../ui/PageTabs.js';

const PLACES = [
  { to: '/cold-room', name: 'Meat and fat' },
  { to: '/cold-room/goods', name: 'Spices, cure, casings' },
  { to: '/cold-room/preparations', name: 'Trimming yields' },
  { to: '/cold-room/customers', name: 'Customers’ own', roles: SEEN_BY.money },
];

/** The pages of the cold room, as far as the person may see them. */
export function ColdRoomPlaces() {
  const { role } = usePerson();
  const seen = PLACES.filter(({ roles }) => !roles || roles.some((r) => r === role));
  return <PageTabs title="Cold room" places={seen} />;
}
