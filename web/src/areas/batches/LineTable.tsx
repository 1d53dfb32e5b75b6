import Box from '@mui/material/Box';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import { lineFormulas } from '@zest/core';
import type { BatchView } from '@zest/contract';
import { Explained } from '../../ui/Explained.js';
import { COLOUR, MATERIAL_FILL, NUMERALS } from '../../ui/theme.js';
import { Tick, Triangle } from '../../ui/Trouble.js';
import { useUnits } from '../../ui/units.js';

/** Every line in grams, with its dose per kilogram and in percent, and what has been weighed. */
export function LineTable({ sheet }: { sheet: BatchView }) {
  const units = useUnits();
  return (
    <Table size="small" aria-label="Lines of the batch">
      <TableHead>
        <TableRow>
          <TableCell>Line</TableCell>
          <TableCell>Lot</TableCell>
          <TableCell align="right">Due</TableCell>
          <TableCell align="right">per kg meat</TableCell>
          <TableCell align="right">of the mix</TableCell>
          <TableCell align="right">per load</TableCell>
          <TableCell>Scale</TableCell>
          <TableCell align="right">Weighed</TableCell>
          <TableCell />
        </TableRow>
      </TableHead>
      <TableBody sx={{ '& td': { fontSize: 17 } }}>
        {sheet.lines.map((line) => (
          <TableRow
            key={line.id}
            sx={line.isCure ? { outline: `2px solid ${COLOUR.cure}`, outlineOffset: -2 } : {}}
          >
            <TableCell>
              <Box
                component="span"
                aria-hidden="true"
                sx={{
                  display: 'inline-block',
                  width: 12,
                  height: 12,
                  mr: 1,
                  bgcolor: MATERIAL_FILL[line.material],
                  border: `1px solid ${COLOUR.ink}`,
                }}
              />
              {line.name}
              {line.fatPct === null ? null : (
                <Box component="span" sx={{ fontSize: 14 }}>
                  {' '}
                  {units.percent(line.fatPct)} ± {units.number(line.fatSd ?? 0, 1)} fat
                </Box>
              )}
              {line.cure ? (
                <Box sx={{ fontSize: 14 }}>
                  {units.number(line.cure.ppm, 1)} ppm nitrite on {line.cure.basis}; limit{' '}
                  {units.number(line.cure.limitPpm, 1)} ({line.cure.book.toUpperCase()}, confirm with your
                  authority), at most {units.mass(line.cure.maxMg)}
                </Box>
              ) : null}
              {line.note ? <Box sx={{ fontSize: 14, fontStyle: 'italic' }}>{line.note}</Box> : null}
            </TableCell>
            <TableCell sx={{ ...NUMERALS, whiteSpace: 'nowrap' }}>{line.lotCode}</TableCell>
            <TableCell align="right" sx={{ ...NUMERALS, fontWeight: 700, whiteSpace: 'nowrap' }}>
              <Explained
                of={`what is due of ${line.name} ${line.lotCode}`}
                formulas={lineFormulas(line, sheet)}
              >
                {units.mass(line.dueMg)}
              </Explained>
            </TableCell>
            <TableCell align="right" sx={{ ...NUMERALS, whiteSpace: 'nowrap' }}>
              {line.gPerKgMeat === null
                ? ''
                : `${units.number(line.gPerKgMeat, 2)} g · ${units.number(line.gPerKgMeat / 10, 2)} %`}
            </TableCell>
            <TableCell align="right" sx={NUMERALS}>
              {line.pctOfMix === null ? '' : units.percent(line.pctOfMix, 2)}
            </TableCell>
            <TableCell align="right" sx={NUMERALS}>
              {line.perLoadMg.length > 1 ? line.perLoadMg.map((mg) => units.mass(mg)).join(' + ') : ''}
            </TableCell>
            <TableCell>
              {line.scaleId}
              {line.tooCoarse ? ', too coarse' : ''}
            </TableCell>
            <TableCell align="right" sx={{ ...NUMERALS, whiteSpace: 'nowrap' }}>
              {line.weighedMg > 0 ? units.mass(line.weighedMg) : '–'}
            </TableCell>
            <TableCell>
              <LineMark line={line} />
            </TableCell>
          </TableRow>
        ))}
      </TableBody>
    </Table>
  );
}

function LineMark({ line }: { line: BatchView['lines'][number] }) {
  if (line.weighedMg === 0) return null;
  const right = line.weighedMg >= line.lowMg && line.weighedMg <= line.highMg;
  if (right || line.accepted) return <Tick size={20} />;
  return (
    <Box sx={{ display: 'flex', gap: 0.5, alignItems: 'center' }}>
      <Triangle size={18} /> {line.weighedMg > line.highMg ? 'over' : 'short'}
    </Box>
  );
}
