import Box from '@mui/material/Box';
import { useQuery } from '@tanstack/react-query';
import { Link, useParams } from 'react-router';
import { parasiteWords } from '@zest/core';
import { LOT_PHOTO_PATH, type LotDetail } from '@zest/contract';
import { Loading } from '../../ui/Loading.js';
import { COLOUR, NUMERALS } from '../../ui/theme.js';
import { Triangle, Trouble } from '../../ui/Trouble.js';
import { useUnits } from '../../ui/units.js';
import { ColdRoomPlaces } from './ColdRoomPlaces.js';
import { FatStory } from './lot/FatStory.js';
import { LotActions } from './lot/LotActions.js';
import { WEIGHT_WORDS, lotStateWords } from './lot-words.js';
import { queries } from '../../data/queries.js';

/** One lot: what it is, why its fat is thought to be that, what happened to it, and what can be done. */
export default function LotPage() {
  const { id = '' } = useParams();
  const lot = useQuery(queries.lot(id));
  if (lot.error) return <Trouble error={lot.error} again={() => void lot.refetch()} />;
  if (!lot.data) return <Loading what="Fetching the lot" />;
  const data = lot.data;
  return (
    <Box sx={{ pb: 3 }}>
      <ColdRoomPlaces />
      <Box sx={{ display: 'flex', gap: 2, alignItems: 'baseline', mb: 1 }}>
        <Box component="h2" sx={{ fontSize: 26, m: 0 }}>
          {data.trimName} <span style={NUMERALS}>{data.code}</span>
        </Box>
        <State lot={data} />
      </Box>
      <Box sx={{ display: 'grid', gridTemplateColumns: 'minmax(0, 1fr) 330px', gap: 4 }}>
        <Box>
          <Numbers lot={data} />
          <FatStory lot={data} />
          <Family lot={data} />
          <Events lot={data} />
        </Box>
        <LotActions lot={data} />
      </Box>
    </Box>
  );
}

function State({ lot }: { lot: LotDetail }) {
  const units = useUnits();
  const { words, level } = lotStateWords(lot);
  return (
    <Box sx={{ display: 'flex', gap: 1, alignItems: 'center', fontWeight: level === 'fine' ? 400 : 700 }}>
      {level === 'fine' ? null : <Triangle size={20} />}
      {words}
      {lot.holdReason ? <span style={{ fontWeight: 400 }}>{units.sentence(lot.holdReason)}</span> : null}
    </Box>
  );
}

function Numbers({ lot }: { lot: LotDetail }) {
  const units = useUnits();
  const items: [string, string][] = [
    ['Left', units.mass(lot.balanceMg, 10_000)],
    ['Free', units.mass(lot.freeMg, 10_000)],
    ['Fat', `${units.percent(lot.fatPct)} ± ${units.number(lot.fatSd, 1)}`],
    ['As bought', units.perMass(lot.boughtMinorPerKg)],
    ['Per usable', units.perMass(lot.priceMinorPerKg)],
    ['Last read', lot.tempC === null ? '–' : units.temperature(lot.tempC)],
  ];
  return (
    <>
      <Box sx={{ display: 'grid', gridTemplateColumns: 'repeat(6, auto)', gap: 2, mb: 1 }}>
        {items.map(([name, value]) => (
          <Box key={name}>
            <Box sx={{ fontSize: 14, color: 'text.secondary' }}>{name}</Box>
            <Box sx={{ ...NUMERALS, fontSize: 24, fontWeight: 700, whiteSpace: 'nowrap' }}>{value}</Box>
          </Box>
        ))}
      </Box>
      <Box sx={{ fontSize: 15, mb: 2 }}>
        {lot.supplier}
        {lot.supplierLot ? `, their lot ${lot.supplierLot}` : ''} · came {lot.receivedOn} · use by{' '}
        {lot.useBy ?? '–'}
        {lot.slaughteredOn === null ? '' : ` · slaughtered ${lot.slaughteredOn}`}
        {lot.frozenOn === null ? '' : ` · frozen ${lot.frozenOn}`}
        {lot.parasites ? ` · ${units.sentence(parasiteWords(lot.parasites))}` : ''} · {lot.form}
        {lot.heat === 'raw' ? '' : `, ${lot.heat}`} · {WEIGHT_WORDS[lot.weightKnown]}
        {lot.boxMg === null ? '' : ` · boxes of ${units.mass(lot.boxMg, 100_000)}`} · limit{' '}
        {units.temperature(lot.maxC)}
        {lot.outMinutes > 0 ? ` · ${Math.round(lot.outMinutes)} min out of the chill so far` : ''}
        {lot.saltGPerKg > 0 ? ` · ${units.number(lot.saltGPerKg, 1)} g/kg salt of its own` : ''}
        {lot.carries && lot.carries.allergens.length > 0
          ? ` · brings ${lot.carries.allergens.join(', ').toUpperCase()}`
          : ''}
        {lot.nitritePpm > 0 ? ` · ${units.number(lot.nitritePpm, 0)} ppm nitrite` : ''}
      </Box>
      {lot.photos.length > 0 ? (
        <Box sx={{ display: 'flex', gap: 1, mb: 2 }}>
          {lot.photos.map((photo, i) => (
            <img
              key={photo}
              src={LOT_PHOTO_PATH.replace(':id', photo)}
              alt={`Picture ${i + 1} of ${lot.code}`}
              style={{ height: 120, border: `1px solid ${COLOUR.edge}` }}
            />
          ))}
        </Box>
      ) : null}
    </>
  );
}

function Family({ lot }: { lot: LotDetail }) {
  const units = useUnits();
  const rows = [
    ...lot.madeFrom.map((p) => ({
      words: 'made from',
      name: p.name,
      to: p.lotId ? `/cold-room/lots/${p.lotId}` : `/batches/${p.batchId}`,
      massMg: p.massMg,
    })),
    ...lot.madeInto.map((p) => ({
      words: 'became',
      name: p.name,
      to: `/cold-room/lots/${p.lotId}`,
      massMg: p.massMg,
    })),
    ...lot.usedIn.map((u) => ({
      words: 'went into',
      name: `batch ${u.number}, ${u.product}${u.fatPctThen === null ? '' : ` (thought to be ${units.percent(u.fatPctThen)} fat then, now ${units.percent(lot.fatPct)})`}`,
      to: `/batches/${u.batchId}`,
      massMg: u.massMg,
    })),
  ];
  if (rows.length === 0) return null;
  return (
    <Box component="section" aria-label="Where from and where to" sx={{ mt: 2 }}>
      <h3>Where from and where to</h3>
      {rows.map((row) => (
        <Box key={`${row.words} ${row.to}`}>
          <span style={NUMERALS}>{units.mass(row.massMg, 10_000)}</span> {row.words}{' '}
          <Link to={row.to}>{row.name}</Link>
        </Box>
      ))}
    </Box>
  );
}

function Events({ lot }: { lot: LotDetail }) {
  const units = useUnits();
  return (
    <Box component="section" aria-label="History" sx={{ mt: 2 }}>
      <h3>History</h3>
      {lot.events.length === 0 ? <Box>Nothing has been written down yet.</Box> : null}
      {lot.events.map((event) => (
        <Box key={event.id} sx={{ display: 'grid', gridTemplateColumns: '130px 70px 1fr', gap: 1, mb: 0.5 }}>
          <span style={NUMERALS}>{event.at.slice(0, 16).replace('T', ' ')}</span>
          <span>{event.person ?? ''}</span>
          <span>{units.sentence(event.sentence)}</span>
        </Box>
      ))}
    </Box>
  );
}
