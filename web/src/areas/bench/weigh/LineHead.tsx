import Box from '@mui/material/Box';
import { scaleAt, liquidRoom } from '@zest/core';
import type { BatchView, LineView } from '@zest/contract';
import { LOW, SHORT } from '../../../ui/theme.js';
import { useUnits, type Units } from '../../../ui/units.js';
import { lineWords } from '../scales.js';
import { useSimulated } from '../use-simulated.js';
import type { Pour } from './load-band.js';

interface LineHeadProps {
  sheet: BatchView;
  line: LineView;
  pour: Pour;
  /** Which line of how many. */
  n: number;
  m: number;
}

/** What is poured now: name, weight, scale, lot, dose in all its forms, and what limits it. */
export function LineHead({ sheet, line, pour, n, m }: LineHeadProps) {
  const units = useUnits();
  const simulated = useSimulated();
  const mass = lineWords(units, line);
  const { divisionMg } = line;
  return (
    <>
      <Box sx={{ fontSize: 34, fontWeight: 700, [SHORT]: { fontSize: 22 }, [LOW]: { fontSize: 26 } }}>
        {line.name}: <span>{mass(pour.loads > 1 ? pour.dueMg : line.dueMg)}</span>
        {pour.loads > 1 ? (
          <span style={{ fontWeight: 400 }}>
            , load {pour.load} of {pour.loads} ({mass(line.dueMg)} in all)
          </span>
        ) : line.weighedMg > 0 ? (
          <span style={{ fontWeight: 400 }}>, {mass(line.weighedMg)} is in</span>
        ) : null}
      </Box>
      <Box
        sx={{
          fontSize: 20,
          [SHORT]: { display: line.cure ? 'none' : 'block', fontSize: 16 },
          [LOW]: { fontSize: 16 },
        }}
      >
        {n} of {m} · {scaleAt(sheet.scales, line.scaleId).name}
        {simulated} · lot {line.lotCode}
        {line.stream === 'all' ? '' : ` · into the tub of the ${line.stream}`}
        {line.gPerKgMeat === null
          ? ''
          : ` · ${units.number(line.gPerKgMeat, 2)} g/kg meat · ${units.number(line.gPerKgMeat / 10, 2)} %`}
        {line.weighings > 1 ? ` · in ${line.weighings} tubs` : ''}
        {line.tooCoarse ? ' · this scale is coarse for it' : ''}
      </Box>
      {line.cure ? (
        <Box sx={{ fontSize: 20, fontWeight: 700, [LOW]: { fontSize: 16 } }}>
          {units.number(line.cure.ppm, 1)} ppm nitrite on the {line.cure.basis}, limit{' '}
          {units.number(line.cure.limitPpm, 1)} there ({line.cure.book.toUpperCase()}); never above{' '}
          {mass(Math.floor(line.cure.maxMg / pour.loads / divisionMg) * divisionMg)}
          {pour.loads > 1 ? ' in this load' : ''}
          {otherBasis(sheet, line.cure, units)}
        </Box>
      ) : null}
      {line.role === 'liquid' ? <LiquidWords sheet={sheet} /> : null}
      {line.note ? <Box sx={{ fontSize: 20 }}>{line.note}</Box> : null}
    </>
  );
}

/** The same on the other basis: what is on the meat is less on the mix. */
function otherBasis(sheet: BatchView, cure: NonNullable<LineView['cure']>, units: Units): string {
  const perMeat = sheet.mixMg / sheet.meatBasis.massMg;
  return cure.basis === 'mix'
    ? `; ${units.number(cure.ppm * perMeat, 1)} ppm on the meat`
    : `; ${units.number(cure.ppm / perMeat, 1)} ppm on the mix`;
}

/** Every splash counts: what is in of all liquids, and what may still go in. */
function LiquidWords({ sheet }: { sheet: BatchView }) {
  const units = useUnits();
  const water = sheet.gauges.find((g) => g.substance === 'added water');
  const liquids = sheet.lines.filter((l) => l.role === 'liquid');
  const unpouredMg = liquids.reduce((sum, l) => sum + (l.weighedMg > 0 ? 0 : l.dueMg), 0);
  const roomMg = water?.roomMg === null || water === undefined ? null : water.roomMg + unpouredMg;
  const room = liquidRoom(liquids, roomMg);
  if (!room) return null;
  return (
    <Box sx={{ fontSize: 20, fontWeight: 700 }}>
      Liquid: {units.mass(room.pouredMg)} is in, {units.mass(room.roomMg)} more at most
      {water?.limit ? ` (${units.number(water.limit, 1)} % added water)` : ''}
    </Box>
  );
}
