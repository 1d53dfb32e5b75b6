import Box from '@mui/material/Box';
import { strictest, type BookId, type RecipeCheck } from '@zest/core';
import { COLOUR } from '../../../ui/theme.js';
import { useUnits } from '../../../ui/units.js';
import { GaugeBar } from '../../../kit/gauge/GaugeBar.js';
import { MixStrip } from '../../../kit/mix-strip/MixStrip.js';
import { materialsOf } from '../use-recipes.js';

/** The gauges beside the work: where it stands against every limit, and what room is left. */
export function FindingsColumn({
  check,
  book,
  meatMg,
}: {
  check: RecipeCheck;
  book: BookId | null;
  meatMg: number;
}) {
  const units = useUnits();
  const { figures } = check;
  return (
    <Box
      component="aside"
      aria-label="Limits"
      sx={{ borderLeft: `2px solid ${COLOUR.edge}`, pl: 2, position: 'sticky', top: 16, alignSelf: 'start' }}
    >
      {figures ? <MixStrip parts={materialsOf(figures)} label="A kilogram of the mix" height={22} /> : null}
      <Box sx={{ fontSize: 14, mt: 0.5, mb: 1.5 }}>
        {book === null
          ? 'No rule book is chosen: the strictest figure of all books is shown.'
          : `By the ${book.toUpperCase()} book, from memory; your authority decides.`}
      </Box>
      {(book === null ? strictest(check.gauges) : check.gauges).map((gauge) => (
        <GaugeBar key={`${gauge.substance} ${gauge.book ?? ''}`} gauge={gauge} />
      ))}
      {figures && figures.salt > 0 && Math.abs(figures.salt - figures.plainSalt) > 1e-6 ? (
        <Box sx={{ fontSize: 15 }}>
          Plain salt {units.number(figures.plainSalt * 1000, 1)} g/kg; with cure, packets and the rest{' '}
          {units.number(figures.salt * 1000, 1)} g/kg,{' '}
          {units.percent((figures.salt / figures.mixPerMeat) * 100, 2)} of the mix.
        </Box>
      ) : null}
      {meatMg === 0 ? <Box sx={{ fontSize: 15 }}>Room is in grams once the recipe has its batch.</Box> : null}
    </Box>
  );
}
