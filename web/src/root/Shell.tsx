import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { Suspense, useState } from 'react';
import { NavLink, Outlet, useNavigate } from 'react-router';
import { ConnectionSign } from '../ui/ConnectionSign.js';
import { KeyOverview } from './KeyOverview.js';
import { useLiveQueries } from '../data/live.js';
import { Loading } from '../ui/Loading.js';
import { useLeave, usePerson, useSetPreferences } from '../data/session.js';
import { useShortcut } from '../ui/shortcuts.js';
import { COLOUR, RAIL_WIDTH } from '../ui/theme.js';
import { queries } from '../data/queries.js';

const PLACES = [
  { to: '/', name: 'Today' },
  { to: '/cold-room', name: 'Cold room' },
  { to: '/blend', name: 'Blend', roles: ['lead'] },
  { to: '/recipes', name: 'Recipes' },
  { to: '/batches', name: 'Batches' },
  { to: '/bench', name: 'Bench', roles: ['lead', 'bench'] },
  { to: '/yields', name: 'Yields' },
  { to: '/shop', name: 'Shop' },
];

/** The rail of places at the left; the place itself fills the rest. */
export function Shell() {
  useLiveQueries();
  return (
    <Box sx={{ display: 'flex', minHeight: '100vh' }}>
      <Rail />
      <Box component="main" sx={{ flex: 1, minWidth: 0, p: '20px 28px 0' }}>
        <Suspense fallback={<Loading />}>
          <Outlet />
        </Suspense>
      </Box>
    </Box>
  );
}

function Rail() {
  const person = usePerson();
  const health = useQuery(queries.health);
  const places = PLACES.filter((p) => !p.roles || p.roles.includes(person.role));
  return (
    <Box
      component="nav"
      aria-label="Places"
      sx={{
        width: RAIL_WIDTH,
        flexShrink: 0,
        bgcolor: COLOUR.pine,
        color: COLOUR.paper,
        display: 'flex',
        flexDirection: 'column',
        position: 'sticky',
        top: 0,
        height: '100vh',
      }}
    >
      <Box sx={{ p: '18px 16px 14px', fontWeight: 700, fontSize: 19, lineHeight: 1.1 }}>
        {health.data?.shop ?? ''}
      </Box>
      {places.map((place) => (
        <RailLink key={place.to} to={place.to} name={place.name} />
      ))}
      {health.data?.demo ? <RailLink to="/scales" name="Play scales" /> : null}
      <RailFoot />
    </Box>
  );
}

function RailLink({ to, name }: { to: string; name: string }) {
  return (
    <Box
      component={NavLink}
      to={to}
      end={to === '/'}
      sx={{
        color: COLOUR.paper,
        textDecoration: 'none',
        p: '13px 16px',
        minHeight: 48,
        fontSize: 17,
        borderLeft: '6px solid transparent',
        '&.active': {
          bgcolor: COLOUR.paper,
          color: COLOUR.ink,
          fontWeight: 700,
          borderLeftColor: COLOUR.zest,
        },
        '&:focus-visible': { outlineColor: COLOUR.paper, outlineOffset: -4 },
      }}
    >
      {name}
    </Box>
  );
}

function RailFoot() {
  const person = usePerson();
  const setPreferences = useSetPreferences();
  const navigate = useNavigate();
  const [keys, setKeys] = useState(false);
  const switchUnits = () =>
    setPreferences({
      units: person.units === 'metric' ? 'pound' : 'metric',
      numberStyle: person.numberStyle,
    });
  useShortcut('u', 'switch between metric and pounds', switchUnits);
  useShortcut('?', 'show the keys', () => setKeys(true));
  const leave = useLeave();
  const button = {
    color: COLOUR.paper,
    justifyContent: 'flex-start',
    px: 2,
    minHeight: 44,
    fontWeight: 400,
    width: '100%',
  };
  return (
    <Box sx={{ mt: 'auto', pb: 1 }}>
      <Box sx={{ px: 2, pb: 1, fontSize: 15 }}>
        <ConnectionSign />
      </Box>
      <Button sx={button} onClick={switchUnits}>
        {person.units === 'metric' ? 'kg · °C' : 'lb · °F'}
      </Button>
      <Button sx={button} onClick={() => setKeys(true)}>
        ? Keys
      </Button>
      <Button sx={button} onClick={() => void leave().then(() => navigate('/'))}>
        {person.name}, leave
      </Button>
      <KeyOverview open={keys} onClose={() => setKeys(false)} />
    </Box>
  );
}
