import Box from '@mui/material/Box';
import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { NUMERALS } from '../../ui/theme.js';
import { Triangle } from '../../ui/Trouble.js';
import { useUnits } from '../../ui/units.js';
import { queries } from '../../data/queries.js';

/** What must go, what is oldest, and what the week's batches will be short of. */
export function OutlookStrip() {
  const outlook = useQuery(queries.outlook);
  const units = useUnits();
  if (!outlook.data) return null;
  const { mustGo, oldest, short } = outlook.data;
  return (
    <Box
      component="section"
      aria-label="What to look at"
      sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr 1fr', gap: 3, mb: 1.5, fontSize: 15 }}
    >
      <Box>
        <b>Must go today</b>
        {mustGo.length === 0 ? <Box>Nothing.</Box> : null}
        {mustGo.slice(0, 3).map((l) => (
          <Box key={l.lotId}>
            {l.past ? <Triangle size={14} /> : null}{' '}
            <Link to={`/cold-room/lots/${l.lotId}`}>
              {l.name} {l.code}
            </Link>{' '}
            <span style={NUMERALS}>{units.mass(l.freeMg, 100_000)}</span>
            {l.past ? ', past its date' : ''}
          </Box>
        ))}
        {mustGo.length > 3 ? <Box>and {mustGo.length - 3} more</Box> : null}
      </Box>
      <Box>
        <b>Oldest</b>
        {oldest.slice(0, 3).map((l) => (
          <Box key={l.lotId}>
            <Link to={`/cold-room/lots/${l.lotId}`}>
              {l.name} {l.code}
            </Link>{' '}
            <span style={NUMERALS}>{l.ageDays} days</span>
          </Box>
        ))}
      </Box>
      <Box>
        <b>Short for what is planned this week</b>
        {short.length === 0 ? <Box>Nothing.</Box> : null}
        {short.slice(0, 3).map((s) => (
          <Box key={s.name}>
            {s.name}:{' '}
            <span style={NUMERALS}>
              {s.measure === 'mg' ? units.mass(s.needed, 10_000) : units.length(s.needed)} needed,{' '}
              {s.measure === 'mg' ? units.mass(s.free, 10_000) : units.length(s.free)} free
            </span>
          </Box>
        ))}
      </Box>
    </Box>
  );
}
