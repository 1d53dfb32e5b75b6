import Box from '@mui/material/Box';
import { NavLink } from 'react-router';
import { COLOUR } from './theme.js';

/** Head of a place that has several pages: its name and words to go between them. */
export function PageTabs({
  title,
  places,
}: {
  title: string;
  places: readonly { to: string; name: string }[];
}) {
  return (
    <Box
      component="nav"
      aria-label={title}
      sx={{
        display: 'flex',
        alignItems: 'baseline',
        gap: 3,
        mb: 1.5,
        borderBottom: `2px solid ${COLOUR.edge}`,
      }}
    >
      <Box component="h1" sx={{ fontSize: 28, m: 0 }}>
        {title}
      </Box>
      {places.map((place) => (
        <Box
          key={place.to}
          component={NavLink}
          to={place.to}
          end
          sx={{
            color: COLOUR.ink,
            textDecoration: 'none',
            fontSize: 17,
            minHeight: 44,
            display: 'flex',
            alignItems: 'center',
            borderBottom: '5px solid transparent',
            mb: '-2px',
            '&.active': { fontWeight: 700, borderBottomColor: COLOUR.pine },
          }}
        >
          {place.name}
        </Box>
      ))}
    </Box>
  );
}
