import Box from '@mui/material/Box';
import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { queries } from '../../data/queries.js';
import { Triangle } from '../../ui/Trouble.js';

/** So many wrong tries under one name in a day are no slip of a finger. */
const MOST_SLIPS = 5;

/** The lead hears that somebody tries to sign in under another's name. */
export function WrongTries() {
  const people = useQuery(queries.people);
  const tried = (people.data ?? []).filter((m) => m.active && m.wrongTries >= MOST_SLIPS);
  return tried.map((m) => (
    <Box key={m.id} sx={{ display: 'flex', gap: 1, alignItems: 'center', fontWeight: 700, mt: 1 }}>
      <Triangle size={20} /> {m.wrongTries} wrong tries to sign in as {m.name} in the last day.{' '}
      <Link to="/shop/people">Look at the people</Link>
    </Box>
  ));
}
