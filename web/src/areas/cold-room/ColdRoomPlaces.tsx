import { PageTabs } from '../../ui/PageTabs.js';

const PLACES = [
  { to: '/cold-room', name: 'Meat and fat' },
  { to: '/cold-room/goods', name: 'Spices, cure, casings' },
  { to: '/cold-room/preparations', name: 'Trimming yields' },
  { to: '/cold-room/customers', name: 'Customers’ own' },
];

/** The pages of the cold room. */
export function ColdRoomPlaces() {
  return <PageTabs title="Cold room" places={PLACES} />;
}
