import { PageTabs } from '../../ui/PageTabs.js';

const PLACES = [
  { to: '/blend', name: 'One batch' },
  { to: '/blend/table', name: 'What is on the table' },
  { to: '/blend/day', name: 'The whole day' },
];

/** The three ways to blend. */
export function BlendPlaces() {
  return <PageTabs title="Blend" places={PLACES} />;
}
