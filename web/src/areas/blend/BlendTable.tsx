import Button from '@mui/material/Button';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import TextField from '@mui/material/TextField';
import { useEffect, useState } from 'react';
import { MEAT_DIVISION_MG } from '@zest/core';
import type { TrimLot } from '@zest/contract';
import { usePerson } from '../../data/session.js';
import { readMass } from '../../ui/read-fields.js';
import { NUMERALS } from '../../ui/theme.js';
import { useUnits } from '../../ui/units.js';

interface BlendTableProps {
  rows: readonly TrimLot[];
  kg: Readonly<Record<string, number>>;
  totalKg: number;
  locks: Readonly<Record<string, number>>;
  /** A block is being dragged: the weights are shown, not offered for typing. */
  moving: boolean;
  onLock: (id: string) => void;
  onKg: (id: string, kg: number) => void;
}

/** The blend in numbers that can be typed; share and fat stand side by side and are never one word. */
export function BlendTable({ rows, kg, totalKg, locks, moving, onLock, onKg }: BlendTableProps) {
  const units = useUnits();
  return (
    <Table size="small" aria-label="Trims of the blend">
      <TableHead sx={{ '& th': { px: '8px', whiteSpace: 'nowrap' } }}>
        <TableRow>
          <TableCell>Trim</TableCell>
          <TableCell align="right">Take</TableCell>
          <TableCell align="right">Share</TableCell>
          <TableCell align="right">Fat in it</TableCell>
          <TableCell align="right">Free</TableCell>
          <TableCell align="right">Price</TableCell>
          <TableCell />
        </TableRow>
      </TableHead>
      <TableBody
        sx={{ '& td': { ...NUMERALS, fontSize: 18, whiteSpace: 'nowrap', py: 0, px: '8px', height: 52 } }}
      >
        {rows.map((lot) => (
          <TableRow key={lot.id}>
            <TableCell sx={{ fontFamily: 'inherit !important', fontSize: '15px !important' }}>
              {lot.trimName} <span style={{ opacity: 0.75 }}>{lot.code}</span>
            </TableCell>
            <TableCell align="right" sx={{ width: 100, minWidth: 100 }}>
              {moving ? (
                <b style={{ fontSize: 20 }}>
                  {units.mass(Math.round((kg[lot.id] ?? 0) * 1e6), MEAT_DIVISION_MG)}
                </b>
              ) : (
                <KgField
                  name={lot.trimName}
                  value={kg[lot.id] ?? 0}
                  onCommit={(value) => onKg(lot.id, value)}
                />
              )}
            </TableCell>
            <TableCell align="right">{units.percent((100 * (kg[lot.id] ?? 0)) / totalKg)}</TableCell>
            <TableCell align="right">
              {units.percent(lot.fatPct)} ± {units.number(lot.fatSd, 1)} {lot.fatKnownBy}
            </TableCell>
            <TableCell align="right">{units.mass(lot.freeMg, 100_000)}</TableCell>
            <TableCell align="right">{units.perMass(lot.priceMinorPerKg)}</TableCell>
            <TableCell sx={{ p: '4px' }}>
              <Button
                size="small"
                variant={locks[lot.id] === undefined ? 'text' : 'contained'}
                onClick={() => onLock(lot.id)}
                aria-pressed={locks[lot.id] !== undefined}
              >
                {locks[lot.id] === undefined ? 'Lock' : 'Locked'}
              </Button>
            </TableCell>
          </TableRow>
        ))}
      </TableBody>
    </Table>
  );
}

function KgField({ name, value, onCommit }: { name: string; value: number; onCommit: (kg: number) => void }) {
  const units = useUnits();
  const way = usePerson();
  const shown = units.mass(Math.round(value * 1e6), MEAT_DIVISION_MG);
  const [text, setText] = useState(shown);
  useEffect(() => setText(shown), [shown]);
  const commit = () => {
    if (text === shown) return;
    const { mg } = readMass(text, way);
    if (mg === undefined) setText(shown);
    else onCommit(mg / 1e6);
  };
  return (
    <TextField
      value={text}
      onChange={(e) => setText(e.target.value)}
      onBlur={commit}
      onKeyDown={(e) => (e.key === 'Enter' ? commit() : undefined)}
      variant="standard"
      slotProps={{
        htmlInput: {
          'aria-label': `Kilograms of ${name}`,
          style: { textAlign: 'right', fontSize: 20, fontWeight: 700, ...NUMERALS },
        },
      }}
    />
  );
}
