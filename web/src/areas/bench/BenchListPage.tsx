import Box from '@mui/material/Box';
import ButtonBase from '@mui/material/ButtonBase';
import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { Loading } from '../../ui/Loading.js';
import { COLOUR } from '../../ui/theme.js';
import { Trouble } from '../../ui/Trouble.js';
import { useUnits } from '../../ui/units.js';
import { WeightRibbon } from '../../kit/weight-ribbon/WeightRibbon.js';
import { PracticeSwitch } from './practice/PracticeBar.js';
import { queries } from '../../data/queries.js';

/** Which batch is taken up; large enough for a wet hand. */
export default function BenchListPage() {
  const units = useUnits();
  const batches = useQuery(queries.batches);
  if (batches.error) return <Trouble error={batches.error} again={() => void batches.refetch()} />;
  if (!batches.data) return <Loading what="Fetching the batches" />;
  const open = batches.data.filter((b) => b.state === 'open');
  return (
    <Box>
      <Box sx={{ display: 'flex', justifyContent: 'space-between', alignItems: 'center', gap: 2, mb: 2 }}>
        <Box component="h1" sx={{ fontSize: 32, m: 0 }}>
          {open.length > 0 ? 'Which batch?' : 'Nothing is under way. The lead opens a batch.'}
        </Box>
        <PracticeSwitch />
      </Box>
      {open.map((batch) => (
        <ButtonBase
          key={batch.id}
          component={Link}
          to={`/bench/${batch.id}`}
          sx={{
            display: 'grid',
            gridTemplateColumns: '300px 1fr',
            gap: 3,
            width: '100%',
            minHeight: 130,
            p: 2,
            mb: 2,
            textAlign: 'left',
            bgcolor: COLOUR.sheet,
            border: `3px solid ${COLOUR.edge}`,
            color: COLOUR.ink,
          }}
        >
          <Box>
            <Box sx={{ fontSize: 30, fontWeight: 700 }}>{batch.product}</Box>
            <Box sx={{ fontSize: 20 }}>batch {batch.number}</Box>
          </Box>
          <Box>
            <Box sx={{ fontSize: 24, mb: 1 }}>
              <b>{batch.stepTitle}</b>: {units.sentence(batch.waitsFor ?? '')}
            </Box>
            <WeightRibbon
              stations={batch.ribbon}
              width={640}
              height={40}
              title={`Ribbon of batch ${batch.number}`}
            />
          </Box>
        </ButtonBase>
      ))}
    </Box>
  );
}
