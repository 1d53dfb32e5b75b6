import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { ROUTES, type TrimLot } from '@zest/contract';
import { call } from '../app/api.js';
import { Loading } from '../app/Loading.js';
import { PRIMARY, PrimaryBar } from '../app/PrimaryBar.js';
import { usePerson } from '../app/session.js';
import { useShortcut } from '../app/shortcuts.js';
import { COLOUR, NUMERALS } from '../app/theme.js';
import { Triangle, Trouble } from '../app/Trouble.js';
import { useUnits } from '../app/units.js';
import { ReceiveLotDialog } from './ReceiveLotDialog.js';

/** Every trim lot with something left, oldest first. */
export default function ColdRoomPage() {
  const lots = useQuery({ queryKey: ['lots'], queryFn: () => call(ROUTES.listLots) });
  const person = usePerson();
  const units = useUnits();
  const [find, setFind] = useState('');
  const [receiving, setReceiving] = useState(false);
  const field = useRef<HTMLInputElement>(null);
  useShortcut('/', 'find a lot', () => field.current?.focus());
  if (lots.error) return <Trouble error={lots.error} again={() => void lots.refetch()} />;
  if (!lots.data) return <Loading what="Fetching the cold room" />;
  const words = find.toLowerCase();
  const rows = lots.data.filter((l) =>
    `${l.trimName} ${l.species} ${l.code} ${l.supplier} ${l.owner ?? ''}`.toLowerCase().includes(words),
  );
  const free = lots.data
    .filter((l) => l.owner === null && l.status === 'available')
    .reduce((s, l) => s + l.freeMg, 0);
  return (
    <Box sx={{ pb: 2 }}>
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 3, mb: 1 }}>
        <Box component="h1" sx={{ fontSize: 28, m: 0 }}>
          Cold room
        </Box>
        <Box sx={{ color: 'text.secondary' }}>
          {lots.data.length} lots, {units.mass(free, 100_000)} free for shop products
        </Box>
        <TextField
          inputRef={field}
          label="Find a lot  ( / )"
          value={find}
          onChange={(e) => setFind(e.target.value)}
          sx={{ ml: 'auto', width: 240 }}
        />
      </Box>
      {rows.length === 0 ? (
        <Box sx={{ p: 4 }}>
          {find ? `No lot matches “${find}”.` : 'The cold room is empty. Receive the first delivery.'}
        </Box>
      ) : null}
      <Table size="small" aria-label="Lots in the cold room">
        <TableHead>
          <TableRow>
            <TableCell>Lot</TableCell>
            <TableCell>Trim</TableCell>
            <TableCell>Species</TableCell>
            <TableCell align="right">Fat</TableCell>
            <TableCell>Known by</TableCell>
            <TableCell align="right">Left</TableCell>
            <TableCell align="right">Free</TableCell>
            <TableCell align="right">Price</TableCell>
            <TableCell align="right">Age</TableCell>
            <TableCell align="right" sx={{ whiteSpace: 'nowrap' }}>
              Came at
            </TableCell>
            <TableCell>State</TableCell>
          </TableRow>
        </TableHead>
        <TableBody>
          {rows.map((lot) => (
            <LotRow key={lot.id} lot={lot} />
          ))}
        </TableBody>
      </Table>
      {person.role === 'lead' ? (
        <PrimaryBar>
          <Button variant="contained" onClick={() => setReceiving(true)} sx={PRIMARY}>
            Receive a lot
          </Button>
        </PrimaryBar>
      ) : null}
      {receiving ? <ReceiveLotDialog onClose={() => setReceiving(false)} /> : null}
    </Box>
  );
}

function LotRow({ lot }: { lot: TrimLot }) {
  const units = useUnits();
  const number = { ...NUMERALS, fontSize: 18, whiteSpace: 'nowrap' };
  return (
    <TableRow>
      <TableCell sx={number}>{lot.code}</TableCell>
      <TableCell sx={{ whiteSpace: 'nowrap' }}>
        <b>{lot.trimName}</b>
        <Box sx={{ fontSize: 14, lineHeight: 1.1, color: 'text.secondary' }}>{lot.supplier}</Box>
      </TableCell>
      <TableCell>{lot.species}</TableCell>
      <TableCell align="right" sx={number}>
        <FatBar pct={lot.fatPct} /> {units.percent(lot.fatPct)}
      </TableCell>
      <TableCell sx={{ whiteSpace: 'nowrap' }}>
        {lot.fatKnownBy} <span style={NUMERALS}>± {units.number(lot.fatSd, 1)}</span>
      </TableCell>
      <TableCell align="right" sx={{ ...number, fontWeight: 700 }}>
        {units.mass(lot.balanceMg, 10_000)}
      </TableCell>
      <TableCell align="right" sx={number}>
        {units.mass(lot.freeMg, 10_000)}
      </TableCell>
      <TableCell align="right" sx={number}>
        {units.perMass(lot.priceMinorPerKg)}
      </TableCell>
      <TableCell align="right" sx={number}>
        {lot.ageDays} d
      </TableCell>
      <TableCell align="right" sx={number}>
        {lot.tempC === null ? '–' : units.temperature(lot.tempC)}
      </TableCell>
      <TableCell>
        <LotState lot={lot} />
      </TableCell>
    </TableRow>
  );
}

function LotState({ lot }: { lot: TrimLot }) {
  if (lot.owner !== null) return <>kept apart: {lot.owner}</>;
  if (lot.status !== 'available') {
    return (
      <Box sx={{ display: 'flex', gap: 0.8, alignItems: 'center', fontWeight: 700 }}>
        <Triangle size={18} /> {lot.status === 'hold' ? 'on hold' : 'rejected'}
      </Box>
    );
  }
  return <>{lot.state}</>;
}

/** Lean and fat of a trim as two lengths. */
function FatBar({ pct }: { pct: number }) {
  return (
    <svg width="44" height="12" aria-hidden="true" style={{ verticalAlign: 'baseline', marginRight: 4 }}>
      <rect x="0.5" y="0.5" width="43" height="11" fill={COLOUR.lean} />
      <rect x={44 - 44 * (pct / 100)} y="0.5" width={44 * (pct / 100) - 0.5} height="11" fill={COLOUR.fat} />
      <rect x="0.5" y="0.5" width="43" height="11" fill="none" stroke={COLOUR.ink} />
    </svg>
  );
}
