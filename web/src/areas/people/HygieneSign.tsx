import Box from '@mui/material/Box';
import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { queries } from '../../data/queries.js';
import { useShopTime } from '../../ui/shop-time.js';
import { Triangle } from '../../ui/Trouble.js';

/** The lead hears whose instruction in hygiene is over. */
export function HygieneSign() {
  const people = useQuery(queries.people);
  const time = useShopTime();
  const over = (people.data ?? []).filter((m) => m.active && m.hygieneUntil && m.hygieneUntil < time.today());
  return over.map((m) => (
    <Box key={m.id} sx={{ display: 'flex', gap: 1, alignItems: 'center', fontWeight: 700, mt: 1 }}>
      <Triangle size={20} /> {m.name}’s instruction in hygiene ended on {m.hygieneUntil}.{' '}
      <Link to="/shop/people">Look at the people</Link>
    </Box>
  ));
}
