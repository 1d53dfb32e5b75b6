import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { mixFormulas, readingKind, seenFrom, stepFormulas } from '@zest/core';
import { BATCH_SHEET_PDF_PATH, type BatchView, type StepView } from '@zest/contract';
import { Explained } from '../../ui/Explained.js';
import { Loading } from '../../ui/Loading.js';
import { PRIMARY, PrimaryBar } from '../../ui/PrimaryBar.js';
import { usePerson } from '../../data/session.js';
import { NUMERALS } from '../../ui/theme.js';
import { Triangle, Trouble } from '../../ui/Trouble.js';
import { useUnits } from '../../ui/units.js';
import { WeightRibbon } from '../../kit/weight-ribbon/WeightRibbon.js';
import { CancelBatch } from './CancelBatch.js';
import { EntryList } from './EntryList.js';
import { FatPanel } from './FatPanel.js';
import { LateEntries } from './LateEntries.js';
import { LimitsPanel } from './LimitsPanel.js';
import { LineTable } from './LineTable.js';
import { ProductsPanel } from './ProductsPanel.js';
import { Notices } from './Notices.js';
import { MethodDialog } from './MethodDialog.js';
import { StepMarks } from './StepMarks.js';
import { StepReadings } from './StepReadings.js';
import { StepStrip } from './StepStrip.js';
import { UncuredSign } from './UncuredSign.js';
import { useBatch } from './use-batch.js';

/** The sheet: ribbon on top, the steps as a numbered strip, the chosen step below. */
export default function BatchPage() {
  const { id = '' } = useParams();
  const batch = useBatch(id);
  if (batch.error) return <Trouble error={batch.error} again={() => void batch.refetch()} />;
  if (!batch.data) return <Loading what="Fetching the sheet" />;
  return <Sheet sheet={batch.data} />;
}

function Sheet({ sheet }: { sheet: BatchView }) {
  const units = useUnits();
  const person = usePerson();
  const [chosenId, setChosenId] = useState<string>();
  const [changing, setChanging] = useState(false);
  const chosen =
    sheet.steps.find((s) => s.id === (chosenId ?? sheet.stepId)) ?? sheet.steps[sheet.steps.length - 1];
  const canWork = sheet.state === 'open' && (person.role === 'lead' || person.role === 'bench');
  return (
    <Box sx={{ pb: 2 }}>
      <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 2, flexWrap: 'wrap' }}>
        <Box component="h1" sx={{ fontSize: 28, m: 0 }}>
          Batch {sheet.number} · {sheet.product}
        </Box>
        <Box>
          {sheet.recipe.state}, recipe version {sheet.recipe.versionNo}
        </Box>
        {sheet.uncured ? <UncuredSign /> : null}
        {sheet.hotness ? <b>{sheet.hotness}</b> : null}
        {sheet.owner ? <b>for {sheet.owner}, kept apart</b> : null}
        {sheet.state !== 'open' ? <b>{sheet.state === 'closed' ? 'finished' : 'cancelled'}</b> : null}
        <Box
          component="a"
          href={BATCH_SHEET_PDF_PATH.replace(':id', sheet.id)}
          target="_blank"
          sx={{ ml: 'auto', color: 'text.primary' }}
        >
          Print the sheet
        </Box>
        <Box component={Link} to={`/yields/${sheet.id}`} sx={{ color: 'text.primary' }}>
          Yields of this batch
        </Box>
      </Box>
      <Box sx={{ ...NUMERALS, fontSize: 20, display: 'flex', gap: 3, flexWrap: 'wrap', my: 1 }}>
        <Explained of="the mix" formulas={mixFormulas(sheet)}>
          {units.mass(sheet.meatBasis.massMg, 10_000)} meat {BASIS_WORD[sheet.meatBasis.from]},{' '}
          {sheet.madeMixMg === null
            ? `${units.mass(sheet.mixMg, 10_000)} mix due`
            : `${units.mass(sheet.madeMixMg, 10_000)} mix as made (${units.mass(sheet.mixMg, 10_000)} due)`}{' '}
          in {sheet.loads} {sheet.loads === 1 ? 'load' : 'loads'}
        </Explained>
      </Box>
      <FatPanel sheet={sheet} />
      {sheet.trouble ? (
        <Box role="alert" sx={{ display: 'flex', gap: 1, alignItems: 'center', fontWeight: 700, mb: 1 }}>
          <Triangle /> {units.sentence(sheet.trouble)}
        </Box>
      ) : null}
      {sheet.ribbon.some((s) => s.inMg > 0) ? (
        <WeightRibbon
          stations={sheet.ribbon}
          width={1080}
          height={206}
          labels
          title={`Weight ribbon of batch ${sheet.number}`}
        />
      ) : (
        <Box sx={{ p: 2, color: 'text.secondary' }}>
          Nothing has been weighed yet; the ribbon begins with the first trim.
        </Box>
      )}
      <ProductsPanel sheet={sheet} />
      <StepStrip sheet={sheet} chosenId={chosen?.id} onChoose={setChosenId} />
      {chosen ? <StepPanel sheet={sheet} step={chosen} /> : null}
      <LineTable sheet={sheet} />
      <LimitsPanel sheet={seenFrom(sheet, chosen)} />
      {person.role === 'lead' ? <LateEntries batchId={sheet.id} /> : null}
      <Notices sheet={sheet} />
      <EntryList sheet={sheet} />
      {sheet.state === 'open' && person.role === 'lead' && sheet.meatMg === 0 ? (
        <CancelBatch sheet={sheet} />
      ) : null}
      {sheet.state === 'open' && person.role === 'lead' ? (
        <Button variant="outlined" sx={{ mt: 2 }} onClick={() => setChanging(true)}>
          Change the method
        </Button>
      ) : null}
      {changing ? <MethodDialog sheet={sheet} onClose={() => setChanging(false)} /> : null}
      {canWork ? (
        <PrimaryBar>
          <Button component={Link} to={`/bench/${sheet.id}`} variant="contained" sx={PRIMARY}>
            Take up at the bench: {sheet.stepTitle}
          </Button>
        </PrimaryBar>
      ) : null}
    </Box>
  );
}

/** The limits of a reading that a step asks for. */
function LimitWords({ ask }: { ask: StepView['asks'][number] }) {
  const units = useUnits();
  const own = 'your own plan and authority decide.';
  if (ask.belowC !== undefined)
    return (
      <Box>
        {readingKind(ask.kind).title}: needs {units.temperature(ask.belowC)}; {own}
      </Box>
    );
  if (ask.aboveC === undefined) return null;
  return (
    <Box>
      {readingKind(ask.kind).title}: stops above {units.temperature(ask.aboveC)}; {own}
    </Box>
  );
}

const BASIS_WORD = { planned: 'planned', weighed: 'weighed', ground: 'out of the grinder' } as const;

function StepPanel({ sheet, step }: { sheet: BatchView; step: StepView }) {
  const units = useUnits();
  const readings = sheet.readings.filter((r) => r.stepId === step.id);
  const index = sheet.steps.indexOf(step);
  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 3, my: 2 }}>
      <Box>
        <Box component="h2" sx={{ fontSize: 20, m: 0 }}>
          {index + 1}. {step.title}
        </Box>
        <Box sx={{ my: 0.5 }}>
          {step.instruction} {step.rule}
        </Box>
        {step.asks.map((ask) => (
          <LimitWords key={ask.kind} ask={ask} />
        ))}
        {step.note ? <Box sx={{ mt: 0.5 }}>Note: {step.note}</Box> : null}
        {step.caution ? <Box sx={{ fontWeight: 700, mt: 0.5 }}>{step.caution}</Box> : null}
        {step.state === 'closed' ? (
          <Box sx={{ mt: 1 }}>
            Closed by {step.closedBy}
            {step.overrideReason ? `, signed past what was missing: “${step.overrideReason}”` : ''}.
          </Box>
        ) : (
          step.missing.map((m) => (
            <Box key={m.what + m.sentence} sx={{ mt: 0.5 }}>
              – {units.sentence(m.sentence)}
            </Box>
          ))
        )}
      </Box>
      <Box sx={{ ...NUMERALS, fontSize: 19 }}>
        {step.inMg > 0 ? (
          <Explained of={`the yield of ${step.title}`} formulas={stepFormulas(step, sheet)}>
            {units.mass(step.inMg)} in, {units.mass(step.outMg)} out
            {step.state === 'closed' && step.stepYield !== null
              ? `, step yield ${units.percent(step.stepYield * 100)}`
              : ''}
          </Explained>
        ) : null}
        <StepReadings
          readings={readings}
          takenBack={{ batchId: sheet.id, isDone: sheet.state !== 'open' || step.state === 'closed' }}
        />
        <StepMarks marks={sheet.marks.filter((m) => m.stepId === step.id)} />
      </Box>
    </Box>
  );
}
