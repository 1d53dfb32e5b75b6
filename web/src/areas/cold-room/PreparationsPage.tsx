import Box from '@mui/material/Box';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import { useQuery } from '@tanstack/react-query';
import { controlChart } from '@zest/core';
import { type PreparationRow } from '@zest/contract';
import { Loading } from '../../ui/Loading.js';
import { COLOUR, NUMERALS } from '../../ui/theme.js';
import { Triangle, Trouble } from '../../ui/Trouble.js';
import { useUnits } from '../../ui/units.js';
import { ColdRoomPlaces } from './ColdRoomPlaces.js';
import { queries } from '../../data/queries.js';
import { useShopTime } from '../../ui/shop-time.js';

/** What trimming, thawing and the like left usable, per supplier and cut over time. */
export default function PreparationsPage() {
  const rows = useQuery(queries.preparations);
  if (rows.error) return <Trouble error={rows.error} again={() => void rows.refetch()} />;
  if (!rows.data) return <Loading what="Fetching what was prepared" />;
  const groups = groupsOf(rows.data);
  return (
    <Box sx={{ pb: 3 }}>
      <ColdRoomPlaces />
      {groups.length === 0 ? (
        <Box>Nothing has been trimmed out or thawed yet. Open a lot and prepare it.</Box>
      ) : null}
      {groups.map((group) => (
        <Group key={group.name} group={group} />
      ))}
    </Box>
  );
}

interface PreparationGroup {
  name: string;
  /** Oldest first. */
  rows: PreparationRow[];
}

function groupsOf(rows: readonly PreparationRow[]): PreparationGroup[] {
  const groups = new Map<string, PreparationRow[]>();
  for (const row of [...rows].reverse()) {
    const name = `${row.trimName} from ${row.supplier}, ${row.how}`;
    groups.set(name, [...(groups.get(name) ?? []), row]);
  }
  return [...groups].map(([name, list]) => ({ name, rows: list }));
}

function Group({ group }: { group: PreparationGroup }) {
  const time = useShopTime();
  const units = useUnits();
  const flagged = flags(group.rows);
  const gross = group.rows.reduce((sum, r) => sum + r.grossMg, 0);
  const usable = group.rows.reduce((sum, r) => sum + r.usableMg, 0);
  return (
    <Box component="section" aria-label={group.name} sx={{ mb: 3 }}>
      <Box sx={{ display: 'flex', gap: 3, alignItems: 'baseline' }}>
        <Box component="h2" sx={{ fontSize: 20, m: 0 }}>
          {group.name}
        </Box>
        <Box>
          <b style={{ ...NUMERALS, fontSize: 24 }}>{units.percent((100 * usable) / gross)}</b> usable of{' '}
          <span style={NUMERALS}>{units.mass(gross, 100_000)}</span>
        </Box>
      </Box>
      <Table size="small" aria-label={`Preparations of ${group.name}`}>
        <TableHead>
          <TableRow>
            <TableCell>Day</TableCell>
            <TableCell>Lot</TableCell>
            <TableCell align="right">Gross</TableCell>
            <TableCell align="right">Usable</TableCell>
            <TableCell>Yield</TableCell>
            <TableCell align="right">Not explained</TableCell>
            <TableCell align="right">Bought</TableCell>
            <TableCell align="right">Per usable</TableCell>
          </TableRow>
        </TableHead>
        <TableBody sx={{ '& td': { ...NUMERALS, fontSize: 18 } }}>
          {group.rows.map((row, i) => (
            <TableRow key={row.id}>
              <TableCell>{time.day(row.at)}</TableCell>
              <TableCell>{row.lotCode}</TableCell>
              <TableCell align="right">{units.mass(row.grossMg, 10_000)}</TableCell>
              <TableCell align="right">{units.mass(row.usableMg, 10_000)}</TableCell>
              <TableCell>
                <Bar part={row.yield} /> {units.percent(row.yield * 100)}{' '}
                {flagged.includes(i) ? <Triangle size={16} /> : null}
                {flagged.includes(i) ? ' unusual' : ''}
              </TableCell>
              <TableCell align="right">
                {row.unexplainedMg > 0 ? units.mass(row.unexplainedMg, 10_000) : '–'}
              </TableCell>
              <TableCell align="right">{units.perMass(row.boughtMinorPerKg)}</TableCell>
              <TableCell align="right">
                {row.usableMinorPerKg === null ? '–' : units.perMass(row.usableMinorPerKg)}
              </TableCell>
            </TableRow>
          ))}
        </TableBody>
      </Table>
    </Box>
  );
}

/** Rows outside the limits of an individuals chart, from four on. */
function flags(rows: readonly PreparationRow[]): number[] {
  return rows.length < 4 ? [] : controlChart({ values: rows.map((r) => r.yield * 100) }).flags;
}

function Bar({ part }: { part: number }) {
  const width = 120;
  return (
    <svg width={width} height="14" aria-hidden="true" style={{ verticalAlign: 'middle', marginRight: 6 }}>
      <rect width={width} height="14" fill={COLOUR.edge} />
      <rect width={Math.min(1, part) * width} height="14" fill={COLOUR.lean} />
    </svg>
  );
}
