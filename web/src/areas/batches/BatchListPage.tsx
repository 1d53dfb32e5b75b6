import Box from '@mui/material/Box';
import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { Loading } from '../../ui/Loading.js';
import { COLOUR, NUMERALS } from '../../ui/theme.js';
import { Triangle, Trouble } from '../../ui/Trouble.js';
import { useUnits } from '../../ui/units.js';
import { WeightRibbon } from '../../kit/weight-ribbon/WeightRibbon.js';
import { queries } from '../../data/queries.js';

const STATE_WORD = { open: 'under way', closed: 'finished', cancelled: 'cancelled' } as const;

/** The batches of the last two weeks, newest first. */
export default function BatchListPage() {
  const units = useUnits();
  const batches = useQuery(queries.batches);
  if (batches.error) return <Trouble error={batches.error} again={() => void batches.refetch()} />;
  if (!batches.data) return <Loading what="Fetching the batches" />;
  return (
    <Box>
      <Box component="h1" sx={{ fontSize: 28, mt: 0 }}>
        Batches
      </Box>
      {batches.data.length === 0 ? <Box>No batch has been opened yet.</Box> : null}
      {batches.data.map((batch) => (
        <Box
          key={batch.id}
          sx={{
            display: 'grid',
            gridTemplateColumns: '70px 230px 110px 1fr 200px',
            gap: 2,
            alignItems: 'center',
            py: 1,
            borderTop: `1px solid ${COLOUR.edge}`,
          }}
        >
          <Box sx={{ ...NUMERALS, fontSize: 26, fontWeight: 700 }}>{batch.number}</Box>
          <Box
            component={Link}
            to={`/batches/${batch.id}`}
            sx={{ color: 'text.primary', fontWeight: 700, fontSize: 18, py: 1.2 }}
          >
            {batch.product}
          </Box>
          <Box>
            {batch.plannedFor.split('-').reverse().slice(0, 2).join('.')}.
            <Box sx={{ fontSize: 14, color: 'text.secondary' }}>{STATE_WORD[batch.state]}</Box>
          </Box>
          <WeightRibbon
            stations={batch.ribbon}
            width={520}
            height={34}
            title={`Ribbon of batch ${batch.number}`}
          />
          <Box sx={{ textAlign: 'right' }}>
            <Box sx={{ ...NUMERALS, fontSize: 18 }}>
              {units.mass(batch.meatMg)} meat{batch.outMg > 0 ? ` → ${units.mass(batch.outMg)}` : ''}
            </Box>
            {batch.trouble ? (
              <Box
                sx={{
                  display: 'flex',
                  gap: 0.8,
                  justifyContent: 'flex-end',
                  alignItems: 'center',
                  fontSize: 15,
                  fontWeight: 700,
                }}
              >
                <Triangle size={18} /> {units.sentence(batch.trouble)}
              </Box>
            ) : (
              <Box sx={{ fontSize: 15 }}>{batch.stepTitle ?? ''}</Box>
            )}
          </Box>
        </Box>
      ))}
    </Box>
  );
}
