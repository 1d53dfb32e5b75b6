import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { type BatchSummary } from '@zest/contract';
import { Loading } from '../../ui/Loading.js';
import { PRIMARY, PrimaryBar } from '../../ui/PrimaryBar.js';
import { usePerson } from '../../data/session.js';
import { COLOUR, NUMERALS } from '../../ui/theme.js';
import { Triangle, Trouble } from '../../ui/Trouble.js';
import { useUnits } from '../../ui/units.js';
import { WeightRibbon } from '../../kit/weight-ribbon/WeightRibbon.js';
import { LateEntries } from '../batches/index.js';
import { BackupSign, ConditionSign, HygieneSign, WrongTries } from '../people/index.js';
import { queries } from '../../data/queries.js';
import { FirstSteps } from './FirstSteps.js';
import { deviceNow } from '../../data/device-time.js';
import { useShopTime } from '../../ui/shop-time.js';

/** The day: every batch under way as a small ribbon with what it waits for, then what was finished. */
export function TodayPage() {
  const person = usePerson();
  const time = useShopTime();
  const batches = useQuery(queries.batches);
  if (batches.error) return <Trouble error={batches.error} again={() => void batches.refetch()} />;
  if (!batches.data) return <Loading what="Fetching the day" />;
  const open = batches.data.filter((b) => b.state === 'open');
  const done = batches.data.filter((b) => b.state === 'closed').slice(0, 5);
  const date = new Intl.DateTimeFormat('en-GB', {
    weekday: 'long',
    day: 'numeric',
    month: 'long',
    timeZone: time.zone,
  }).format(deviceNow());
  return (
    <Box>
      <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 3 }}>
        <Box component="h1" sx={{ fontSize: 28, m: 0 }}>
          {date}
        </Box>
        <Box sx={{ color: 'text.secondary' }}>
          {open.length === 0
            ? 'Nothing is under way.'
            : `${open.length} ${open.length === 1 ? 'batch' : 'batches'} under way`}
        </Box>
      </Box>
      {person.role === 'lead' ? <WrongTries /> : null}
      {person.role === 'lead' ? <HygieneSign /> : null}
      {person.role === 'lead' || person.role === 'owner' ? (
        <>
          <ConditionSign />
          <BackupSign />
        </>
      ) : null}
      {person.role === 'lead' ? <LateEntries /> : null}
      <Box component="section" aria-label="Under way" sx={{ mt: 2 }}>
        {open.map((batch) => (
          <OpenRow key={batch.id} batch={batch} canWork={person.role === 'lead' || person.role === 'bench'} />
        ))}
        {batches.data.length === 0 && person.role === 'lead' ? (
          <FirstSteps />
        ) : open.length === 0 && person.role === 'lead' ? (
          <Box sx={{ p: 4, border: `2px dashed ${COLOUR.edge}` }}>
            Open the first batch of the day: choose a product and let the blend be worked out.
          </Box>
        ) : null}
      </Box>
      {done.length > 0 ? (
        <Box component="section" aria-label="Finished" sx={{ mt: 3, pb: 2 }}>
          <Box component="h2" sx={{ fontSize: 19, mb: 1 }}>
            Finished lately
          </Box>
          {done.map((batch) => (
            <DoneRow key={batch.id} batch={batch} />
          ))}
        </Box>
      ) : null}
      {person.role === 'lead' ? (
        <PrimaryBar>
          <Button component={Link} to="/blend" variant="contained" sx={PRIMARY}>
            New batch
          </Button>
        </PrimaryBar>
      ) : null}
    </Box>
  );
}

function OpenRow({ batch, canWork }: { batch: BatchSummary; canWork: boolean }) {
  const units = useUnits();
  return (
    <Box
      sx={{
        display: 'grid',
        gridTemplateColumns: '250px 1fr 190px',
        gap: 3,
        alignItems: 'center',
        py: 1.8,
        borderTop: `1px solid ${COLOUR.edge}`,
      }}
    >
      <Box>
        <Box
          component={Link}
          to={`/batches/${batch.id}`}
          sx={{ color: 'text.primary', fontSize: 22, fontWeight: 700 }}
        >
          {batch.product}
        </Box>
        <Box sx={{ ...NUMERALS, fontSize: 18, color: 'text.secondary' }}>
          Batch {batch.number} · {units.mass(batch.plannedMeatMg)} meat
        </Box>
      </Box>
      <Box sx={{ minWidth: 0 }}>
        {batch.ribbon.some((s) => s.inMg > 0) ? (
          <WeightRibbon
            stations={batch.ribbon}
            width={640}
            height={58}
            title={`Ribbon of batch ${batch.number}`}
          />
        ) : (
          <Box sx={{ height: 40, borderTop: `3px dashed ${COLOUR.edge}`, mt: 2 }} />
        )}
        <Box sx={{ mt: 0.5 }}>
          <b>{batch.stepTitle}:</b> {units.sentence(batch.waitsFor ?? '')}
        </Box>
        {batch.trouble ? (
          <Box sx={{ display: 'flex', gap: 1, alignItems: 'center', fontWeight: 700, mt: 0.5 }}>
            <Triangle size={20} /> {units.sentence(batch.trouble)}
          </Box>
        ) : null}
      </Box>
      {canWork ? (
        <Button component={Link} to={`/bench/${batch.id}`} variant="outlined" sx={{ minHeight: 56 }}>
          To the bench
        </Button>
      ) : (
        <Button component={Link} to={`/batches/${batch.id}`} variant="outlined" sx={{ minHeight: 56 }}>
          See the sheet
        </Button>
      )}
    </Box>
  );
}

function DoneRow({ batch }: { batch: BatchSummary }) {
  const units = useUnits();
  return (
    <Box
      sx={{
        display: 'grid',
        gridTemplateColumns: '250px 1fr 190px',
        gap: 3,
        alignItems: 'center',
        py: 1,
        borderTop: `1px solid ${COLOUR.edge}`,
      }}
    >
      <Box>
        <Box component={Link} to={`/yields/${batch.id}`} sx={{ color: 'text.primary', fontWeight: 700 }}>
          {batch.product}
        </Box>{' '}
        <Box component="span" sx={{ ...NUMERALS, color: 'text.secondary' }}>
          {batch.number}
        </Box>
      </Box>
      <WeightRibbon
        stations={batch.ribbon}
        width={640}
        height={30}
        title={`Ribbon of batch ${batch.number}`}
      />
      <Box sx={{ ...NUMERALS, fontSize: 18, textAlign: 'right' }}>
        {units.mass(batch.outMg)} · {batch.packedYield === null ? '' : units.percent(batch.packedYield * 100)}
      </Box>
    </Box>
  );
}
