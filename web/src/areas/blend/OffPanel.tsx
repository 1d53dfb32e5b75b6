import Box from '@mui/material/Box';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import { fatSensitivity } from '@zest/core';
import type { BlendSettings, TrimLot } from '@zest/contract';
import { NUMERALS } from '../../ui/theme.js';
import { useUnits } from '../../ui/units.js';
import { lotName } from './names.js';

interface OffPanelProps {
  lots: readonly TrimLot[];
  kg: Readonly<Record<string, number>>;
  window: BlendSettings['window'];
}

/** What happens if one fat figure is off by its uncertainty; the trim to test first stands first. */
export function OffPanel({ lots, kg, window }: OffPanelProps) {
  const units = useUnits();
  const used = lots.filter((l) => (kg[l.id] ?? 0) > 0);
  const off = fatSensitivity(
    used.map((l) => ({ id: l.id, massKg: kg[l.id] ?? 0, fatPct: l.fatPct, fatSd: l.fatSd })),
    window,
  );
  if (off.length === 0) return <Box>Every fat in this blend is known exactly.</Box>;
  return (
    <>
      <Box sx={{ mb: 1 }}>
        Test <b>{lotName(lots, off[0]?.id ?? '')}</b> first: it matters most for being inside the window.
      </Box>
      <Table size="small" aria-label="If a fat is off">
        <TableHead>
          <TableRow>
            <TableCell>Trim</TableCell>
            <TableCell align="right">If leaner, the blend is</TableCell>
            <TableCell align="right">If fatter</TableCell>
            <TableCell align="right">Share of the doubt</TableCell>
            <TableCell align="right">Sure, once tested</TableCell>
          </TableRow>
        </TableHead>
        <TableBody sx={{ '& td': { ...NUMERALS, fontSize: 18 } }}>
          {off.map((o) => {
            const lot = lots.find((l) => l.id === o.id);
            return (
              <TableRow key={o.id}>
                <TableCell sx={{ fontFamily: 'inherit !important', fontSize: '15px !important' }}>
                  {lotName(lots, o.id)} <span style={NUMERALS}>± {units.number(lot?.fatSd ?? 0, 1)}</span>
                </TableCell>
                <TableCell align="right">
                  {units.percent(o.leaner.fatPct)} · {units.percent(o.leaner.chance * 100, 0)} sure
                </TableCell>
                <TableCell align="right">
                  {units.percent(o.fatter.fatPct)} · {units.percent(o.fatter.chance * 100, 0)} sure
                </TableCell>
                <TableCell align="right">{units.percent(o.shareOfDoubt * 100, 0)}</TableCell>
                <TableCell align="right">{units.percent(o.chanceIfTested * 100, 0)}</TableCell>
              </TableRow>
            );
          })}
        </TableBody>
      </Table>
    </>
  );
}
