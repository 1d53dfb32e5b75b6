import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import type { BatchView } from '@zest/contract';
import { NUMERALS } from '../../ui/theme.js';
import { useUnits } from '../../ui/units.js';

/** What a batch makes, where it makes several things: how much of each was meant, came and is finished. */
export function ProductsPanel({ sheet, costs = false }: { sheet: BatchView; costs?: boolean }) {
  const units = useUnits();
  if (sheet.products.length < 2) return null;
  const perKg = new Map(sheet.cost.products.map((p) => [p.key, p.perKgMinor]));
  const money = (key: string | null) => {
    const minor = perKg.get(key);
    return minor === null || minor === undefined ? '–' : units.perMass(minor);
  };
  return (
    <Table
      size="small"
      aria-label="Products of this batch"
      sx={{ my: 1, '& td, & th': { fontSize: 17, py: 0.4 } }}
    >
      <TableHead>
        <TableRow>
          <TableCell>Product</TableCell>
          <TableCell>Becomes</TableCell>
          <TableCell align="right">Meant</TableCell>
          <TableCell align="right">Parted off</TableCell>
          <TableCell align="right">Finished</TableCell>
          <TableCell align="right">Of its meat</TableCell>
          {costs ? <TableCell align="right">Cost</TableCell> : null}
        </TableRow>
      </TableHead>
      <TableBody sx={{ '& td': NUMERALS }}>
        {sheet.products.map((p) => (
          <TableRow key={p.key ?? ''}>
            <TableCell>
              {p.name}
              {p.uncured ? <b> UNCURED</b> : null}
            </TableCell>
            <TableCell>{p.meantState}</TableCell>
            <TableCell align="right">{units.mass(p.plannedMg, 10_000)}</TableCell>
            <TableCell align="right">{p.key === null ? '' : units.mass(p.inMg)}</TableCell>
            <TableCell align="right">
              {p.finishedMg > 0 ? units.mass(p.finishedMg) : p.done ? 'none' : 'not yet'}
            </TableCell>
            <TableCell align="right">{p.yield === null ? '–' : units.percent(p.yield * 100)}</TableCell>
            {costs ? <TableCell align="right">{money(p.key)}</TableCell> : null}
          </TableRow>
        ))}
      </TableBody>
    </Table>
  );
}
