import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import { useQuery } from '@tanstack/react-query';
import { useMemo, useRef, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { type TrimLot } from '@zest/contract';
import { Loading } from '../../ui/Loading.js';
import { PRIMARY, PrimaryBar } from '../../ui/PrimaryBar.js';
import { usePerson } from '../../data/session.js';
import { useShortcut } from '../../ui/shortcuts.js';
import { Trouble } from '../../ui/Trouble.js';
import { useUnits } from '../../ui/units.js';
import { ColdRoomPlaces } from './ColdRoomPlaces.js';
import { LotGrid } from './LotGrid.js';
import { MergeButton } from './MergeButton.js';
import { OutlookStrip } from './OutlookStrip.js';
import { Rework } from './Rework.js';
import { queries } from '../../data/queries.js';

const VIEWS = {
  all: { name: 'All', test: () => true },
  go: {
    name: 'Must go',
    test: (l: TrimLot) => l.urgency === 'past' || l.urgency === 'today' || l.urgency === 'soon',
  },
  hold: { name: 'On hold', test: (l: TrimLot) => l.status !== 'available' },
  out: { name: 'Out of the chill', test: (l: TrimLot) => l.isOut },
  frozen: { name: 'Frozen', test: (l: TrimLot) => l.state === 'frozen' },
  theirs: { name: 'Customers’', test: (l: TrimLot) => l.owner !== null },
} as const;
type View = keyof typeof VIEWS;

/** Every trim lot with something left: find, sort, look closer, put together. */
export default function ColdRoomPage() {
  const lots = useQuery(queries.lots);
  const person = usePerson();
  const units = useUnits();
  const navigate = useNavigate();
  const [find, setFind] = useState('');
  const [view, setView] = useState<View>('all');
  const [chosen, setChosen] = useState<readonly string[]>([]);
  const field = useRef<HTMLInputElement>(null);
  useShortcut('/', 'find a lot', () => field.current?.focus());
  const rows = useMemo(() => {
    const words = find.toLowerCase().split(/\s+/).filter(Boolean);
    return (lots.data ?? []).filter(
      (l) => VIEWS[view].test(l) && words.every((word) => searchText(l).includes(word)),
    );
  }, [lots.data, find, view]);
  if (lots.error) return <Trouble error={lots.error} again={() => void lots.refetch()} />;
  if (!lots.data) return <Loading what="Fetching the cold room" />;
  const all = lots.data;
  const free = all
    .filter((l) => l.owner === null && l.status === 'available')
    .reduce((s, l) => s + l.freeMg, 0);
  return (
    <Box>
      <ColdRoomPlaces />
      <OutlookStrip />
      <Rework />
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 2, mb: 1, flexWrap: 'wrap' }}>
        <ToggleButtonGroup
          exclusive
          value={view}
          aria-label="Which lots"
          onChange={(_, next: View | null) => next && setView(next)}
        >
          {(Object.keys(VIEWS) as View[]).map((key) => (
            <ToggleButton key={key} value={key} sx={{ minHeight: 44, textTransform: 'none' }}>
              {VIEWS[key].name} {key === 'all' ? '' : all.filter(VIEWS[key].test).length}
            </ToggleButton>
          ))}
        </ToggleButtonGroup>
        <Box sx={{ color: 'text.secondary' }}>
          {rows.length} lots, {units.mass(free, 100_000)} free
        </Box>
        <TextField
          inputRef={field}
          label="Find a lot  ( / )"
          value={find}
          onChange={(e) => setFind(e.target.value)}
          sx={{ ml: 'auto', width: 220 }}
        />
      </Box>
      {rows.length === 0 ? (
        <Box sx={{ p: 4 }}>
          {all.length === 0
            ? 'The cold room is empty. Receive the first delivery.'
            : 'No lot matches. Look at all of them, or search for something else.'}
        </Box>
      ) : (
        <LotGrid
          lots={rows}
          chosen={chosen}
          onChoose={setChosen}
          onOpen={(id) => void navigate(`/cold-room/lots/${id}`)}
        />
      )}
      {person.role === 'lead' || person.role === 'bench' ? (
        <PrimaryBar>
          <MergeButton lots={all.filter((l) => chosen.includes(l.id))} onDone={() => setChosen([])} />
          {person.role === 'lead' ? (
            <Button variant="contained" component={Link} to="/cold-room/receive" sx={PRIMARY}>
              Receive a delivery
            </Button>
          ) : null}
        </PrimaryBar>
      ) : null}
    </Box>
  );
}

function searchText(lot: TrimLot): string {
  return `${lot.trimName} ${lot.species} ${lot.code} ${lot.supplier} ${lot.supplierLot} ${lot.owner ?? ''} ${lot.state}`.toLowerCase();
}
