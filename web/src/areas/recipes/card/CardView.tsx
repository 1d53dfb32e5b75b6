import Box from '@mui/material/Box';
import {
  doseThreeWays,
  portionWords,
  stepInstruction,
  stepTitle,
  stepWords,
  strictest,
  traitsOf,
  type LineFigure,
} from '@zest/core';
import type { RecipeNote } from '@zest/contract';
import { COLOUR, NUMERALS } from '../../../ui/theme.js';
import { Triangle } from '../../../ui/Trouble.js';
import { useUnits } from '../../../ui/units.js';
import { GaugeBar } from '../../../kit/gauge/GaugeBar.js';
import type { ViewProps } from './view-props.js';
import { useShopTime } from '../../../ui/shop-time.js';

/** The card as somebody reads it: lines in three units, steps, limits. */
export function CardView({ story, check }: ViewProps) {
  const units = useUnits();
  const { document } = story.recipe;
  const perMeat = check.figures?.mixPerMeat ?? 1;
  const warnings = check.findings.filter(
    (f) => f.level === 'warn' || f.level === 'note' || f.level === 'sign',
  );
  return (
    <Box
      sx={{
        display: 'grid',
        gridTemplateColumns: { xs: 'minmax(0, 1fr) 210px', lg: 'minmax(0, 1fr) 270px' },
        gap: 3,
      }}
    >
      <Box>
        <Box component="h2" sx={{ fontSize: 20, m: '0 0 4px' }}>
          For {units.mass(document.usualMeatMg)} of meat, fat {document.window.minPct}–
          {document.window.maxPct} %{document.usualText ? ` (written for ${document.usualText})` : ''}
        </Box>
        <Box role="table" aria-label="Lines">
          {(check.figures?.lines ?? []).map((figure) => (
            <CardLine
              key={figure.line.key}
              figure={figure}
              perMeat={perMeat}
              meatMg={document.usualMeatMg}
              notes={story.notes.filter((n) => n.lineKey === figure.line.key)}
            />
          ))}
        </Box>
        {document.hotness.length > 0 ? (
          <Box sx={{ mt: 1 }}>Heat: {document.hotness.map((h) => `${h.name} × ${h.factor}`).join(', ')}.</Box>
        ) : null}
        <Box component="h2" sx={{ fontSize: 20, m: '20px 0 4px' }}>
          Method
        </Box>
        <Portions document={document} />
        <Box component="ol" sx={{ m: 0, pl: 3 }}>
          {document.steps.map((step) => (
            <Box component="li" key={step.key} sx={{ mb: 0.75 }}>
              <b>{stepTitle(step)}.</b> {portionOf(document, step)} {stepInstruction(step)}{' '}
              <Box component="span" sx={{ fontSize: 15 }}>
                {units.sentence(stepWords(step).join(' · '))}
              </Box>
              {traitsOf(step).caution ? (
                <Box sx={{ fontWeight: 700, fontSize: 15 }}>{traitsOf(step).caution}</Box>
              ) : null}
              {story.notes
                .filter((n) => n.stepKey === step.key)
                .map((n) => (
                  <Pinned key={n.id} note={n} />
                ))}
            </Box>
          ))}
        </Box>
      </Box>
      <Box component="aside" aria-label="Limits">
        {strictest(check.gauges).map((gauge) => (
          <GaugeBar key={gauge.substance} gauge={gauge} />
        ))}
        <Box sx={{ fontSize: 14 }}>From memory; your authority and your licensed plan decide.</Box>
        {warnings.map((f) => (
          <Box key={f.sentence} role="note" sx={{ display: 'flex', gap: 1, mt: 1.25, fontSize: 15 }}>
            <Triangle size={16} /> <span>{units.sentence(f.sentence)}</span>
          </Box>
        ))}
      </Box>
    </Box>
  );
}

interface CardLineProps {
  figure: LineFigure;
  perMeat: number;
  meatMg: number;
  notes: readonly RecipeNote[];
}

function CardLine({ figure, perMeat, meatMg, notes }: CardLineProps) {
  const units = useUnits();
  const { line, ingredient } = figure;
  const three = line.dose ? doseThreeWays(line.dose, perMeat, meatMg / 1e6) : undefined;
  return (
    <Box
      role="row"
      sx={{
        display: 'grid',
        gridTemplateColumns: '1fr 110px 90px 130px',
        gap: 1,
        alignItems: 'center',
        borderTop: `1px solid ${COLOUR.edge}`,
        borderLeft: line.role === 'cure' ? `8px double ${COLOUR.cure}` : undefined,
        pl: line.role === 'cure' ? 1 : 0,
        minHeight: 48,
      }}
    >
      <Box role="cell">
        <b>{line.name}</b>
        {ingredient ? `, ${ingredient.form}` : ''}
        <Box sx={{ fontSize: 15 }}>
          {[
            line.asWritten ? `as written: ${line.asWritten}` : '',
            line.hot ? 'follows the heat' : '',
            line.note ?? '',
          ]
            .filter(Boolean)
            .join(' · ')}
        </Box>
        {notes.map((n) => (
          <Pinned key={n.id} note={n} />
        ))}
      </Box>
      <Box role="cell" sx={{ ...NUMERALS, fontSize: 18, textAlign: 'right' }}>
        {three ? `${units.number(three.gPerKgMeat, three.gPerKgMeat < 1 ? 2 : 1)} g/kg` : ''}
      </Box>
      <Box role="cell" sx={{ ...NUMERALS, fontSize: 18, textAlign: 'right' }}>
        {three ? units.percent(three.pctOfMix, 2) : ''}
      </Box>
      <Box role="cell" sx={{ ...NUMERALS, fontSize: 24, fontWeight: 700, textAlign: 'right' }}>
        {three ? units.mass(Math.round(three.massG * 1000)) : ''}
      </Box>
    </Box>
  );
}

function Pinned({ note }: { note: RecipeNote }) {
  const time = useShopTime();
  return (
    <Box sx={{ fontSize: 15, borderLeft: `4px solid ${COLOUR.zest}`, pl: 1, my: 0.25 }}>
      {note.sentence} – {note.person}, {time.day(note.at)}
    </Box>
  );
}

/** What is parted off and becomes a product of its own. */
function Portions({ document }: { document: ViewProps['story']['recipe']['document'] }) {
  const units = useUnits();
  return (document.portions ?? []).map((portion) => (
    <Box key={portion.key} sx={{ mb: 0.75 }}>
      <b>Parts off:</b> {units.sentence(portionWords(document, portion))}
    </Box>
  ));
}

function portionOf(
  { portions = [] }: ViewProps['story']['recipe']['document'],
  step: { portion?: string | undefined },
): string {
  const portion = portions.find((p) => p.key === step.portion);
  return portion ? `(${portion.name})` : '';
}
