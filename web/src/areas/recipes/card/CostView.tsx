import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { withoutYield, type BookId, type LabelRun } from '@zest/core';
import { NumberField } from '../../../ui/fields.js';
import { COLOUR, NUMERALS } from '../../../ui/theme.js';
import { Triangle } from '../../../ui/Trouble.js';
import { useUnits } from '../../../ui/units.js';
import type { ViewProps } from './view-props.js';
import { outcomeOf, twoTrimPrice, type Outcome } from './what-if.js';
import { queries } from '../../../data/queries.js';

interface CostViewProps extends ViewProps {
  book: BookId | null;
  house: Parameters<typeof outcomeOf>[0]['house'];
}

/** The declaration and the cost, and what a swap would do to both before it is chosen. */
export function CostView({ story, library, book, house }: CostViewProps) {
  const units = useUnits();
  const { recipe } = story;
  const { document } = recipe;
  const casings = useQuery(queries.casings);
  const lots = useQuery(queries.lots);
  const [without, setWithout] = useState<string[]>([]);
  const [casingId, setCasing] = useState(document.casing?.casingId ?? '');
  const [leanId, setLean] = useState('');
  const [fatId, setFat] = useState('');
  const [minutesPerKg, setMinutes] = useState<number>();
  const [people, setPeople] = useState<number | undefined>(1);
  const [hourly, setHourly] = useState<number>();
  const shopHour = useQuery(queries.shop).data?.hourMinor ?? null;
  const minorPerHour = hourly === undefined ? shopHour : hourly * 100;
  const target = (document.window.minPct + document.window.maxPct) / 2;
  const open = (lots.data ?? []).filter((l) => l.owner === null && l.status === 'available');
  const lean = open.find((l) => l.id === leanId);
  const fat = open.find((l) => l.id === fatId);
  const swapped = lean && fat ? twoTrimPrice(lean, fat, target) : undefined;
  const labour = minutesPerKg && people && minorPerHour ? { minutesPerKg, people, minorPerHour } : undefined;
  const common = {
    recipe,
    library: library.byId,
    book,
    house,
    productYield: story.learnedYield?.fraction,
    casingPrice: (id: string) => casings.data?.find((c) => c.casingId === id)?.minorPerM ?? null,
    labour,
  };
  const now = outcomeOf({
    ...common,
    whatIf: { without: [], casing: document.casing, meatMinorPerKg: story.meatMinorPerKg },
  });
  const chosen = casings.data?.find((c) => c.casingId === casingId) ?? null;
  const isSwap =
    without.length > 0 || casingId !== (document.casing?.casingId ?? '') || swapped !== undefined;
  const then = isSwap
    ? outcomeOf({
        ...common,
        whatIf: { without, casing: chosen, meatMinorPerKg: swapped ?? story.meatMinorPerKg },
      })
    : undefined;
  if (!now) return <Box role="alert">The doses cannot be added up.</Box>;
  const lotChoice = (label: string, value: string, set: (id: string) => void) => (
    <TextField select label={label} value={value} onChange={(e) => set(e.target.value)} sx={{ width: 300 }}>
      <MenuItem value="">as lately made</MenuItem>
      {open.map((lot) => (
        <MenuItem key={lot.id} value={lot.id}>
          {lot.trimName} {lot.code}, {units.number(lot.fatPct, 0)} % fat, {units.perMass(lot.priceMinorPerKg)}
        </MenuItem>
      ))}
    </TextField>
  );
  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: 'minmax(0, 1fr) minmax(0, 1fr)', gap: 4 }}>
      <Box>
        <LabelBox outcome={now} title="Label, as written" />
        {story.lastLabel ? (
          <Box sx={{ mt: 1.5, fontSize: 15 }}>
            <b>As batch {story.lastLabel.batchNumber} was made:</b> {story.lastLabel.text}
          </Box>
        ) : null}
        <Box component="h2" sx={{ fontSize: 20, m: '20px 0 6px' }}>
          What if
        </Box>
        <Box sx={{ display: 'flex', flexDirection: 'column', gap: 1.25 }}>
          {lotChoice('Lean from', leanId, setLean)}
          {lotChoice('Fat from', fatId, setFat)}
          {lean && fat && swapped === undefined ? (
            <Box role="alert">
              {lean.trimName} and {fat.trimName} do not reach {units.number(target, 1)} % fat together.
            </Box>
          ) : null}
          {document.casing ? (
            <TextField
              select
              label="Casing"
              value={casings.data ? casingId : ''}
              onChange={(e) => setCasing(e.target.value)}
              sx={{ width: 300 }}
            >
              {(casings.data ?? []).map((c) => (
                <MenuItem key={c.casingId} value={c.casingId}>
                  {c.name}
                </MenuItem>
              ))}
            </TextField>
          ) : null}
          <Box>
            Without:{' '}
            {document.lines.map((line) => (
              <Button
                key={line.key}
                variant={without.includes(line.key) ? 'contained' : 'text'}
                aria-pressed={without.includes(line.key)}
                onClick={() =>
                  setWithout((list) =>
                    list.includes(line.key) ? list.filter((k) => k !== line.key) : [...list, line.key],
                  )
                }
              >
                {line.name}
              </Button>
            ))}
          </Box>
          <Box sx={{ display: 'flex', gap: 1.5 }}>
            <NumberField label="Minutes of work per kg" width={190} onValue={setMinutes} />
            <NumberField label="People" width={100} initial="1" onValue={setPeople} />
            <NumberField
              key={shopHour}
              label="An hour of work costs"
              width={180}
              initial={shopHour === null ? '' : String(shopHour / 100)}
              onValue={setHourly}
            />
          </Box>
        </Box>
      </Box>
      <Box>
        <CostBox
          outcome={now}
          then={then}
          noMeatPrice={story.meatMinorPerKg === 0 && swapped === undefined}
          unknown={story.learnedYield ? [] : withoutYield(document.steps)}
        />
        {then ? <SwapBox now={now} then={then} /> : null}
      </Box>
    </Box>
  );
}

function LabelBox({ outcome, title }: { outcome: Outcome; title: string }) {
  return (
    <Box sx={{ border: `2px solid ${COLOUR.ink}`, bgcolor: COLOUR.sheet, p: 1.5 }}>
      <Box sx={{ fontWeight: 700, mb: 0.5 }}>{title}</Box>
      <Runs runs={outcome.label.runs} />
      <Box sx={{ mt: 0.75 }}>{outcome.label.stateSentence}</Box>
    </Box>
  );
}

function Runs({ runs }: { runs: readonly LabelRun[] }) {
  return (
    <Box>
      {runs.map((run, i) =>
        run.allergen ? (
          <Box key={i} component="strong" sx={{ textTransform: 'uppercase' }}>
            {run.text}
          </Box>
        ) : (
          <span key={i}>{run.text}</span>
        ),
      )}
    </Box>
  );
}

function CostBox({
  outcome,
  then,
  noMeatPrice,
  unknown,
}: {
  /** Steps of which nobody knows what comes out. */
  unknown: readonly string[];
  outcome: Outcome;
  then: Outcome | undefined;
  noMeatPrice: boolean;
}) {
  const units = useUnits();
  const { cost } = outcome;
  const isOpen = cost.unpriced.length > 0 || noMeatPrice;
  /** What has no price counts as nothing: the figure is the least it can be. */
  const atLeast = (words: string) => (isOpen ? `at least ${words}` : words);
  const row = (
    label: string,
    value: number | null,
    other: number | null | undefined,
    show: (minor: number) => string,
  ) =>
    value === null ? null : (
      <Box
        sx={{
          display: 'grid',
          gridTemplateColumns: '1fr 130px auto',
          gap: 1,
          alignItems: 'baseline',
          borderTop: `1px solid ${COLOUR.edge}`,
          py: 0.5,
        }}
      >
        <span>{label}</span>
        <Box sx={{ ...NUMERALS, fontSize: 22, fontWeight: 700, textAlign: 'right' }}>
          {atLeast(show(value))}
        </Box>
        <Box sx={{ ...NUMERALS, fontSize: 20, textAlign: 'right' }}>
          {other === undefined || other === null ? '' : `then ${show(other)}`}
        </Box>
      </Box>
    );
  return (
    <Box>
      <Box component="h2" sx={{ fontSize: 20, m: '0 0 6px' }}>
        Cost
      </Box>
      {noMeatPrice ? (
        <Box role="note" sx={{ display: 'flex', gap: 1, mb: 1 }}>
          <Triangle size={18} /> No batch has been made yet: choose a lean and a fat to price the meat.
        </Box>
      ) : null}
      {unknown.length > 0 ? (
        <Box role="note" sx={{ display: 'flex', gap: 1, mb: 1 }}>
          <Triangle size={18} /> What comes out of {unknown.join(' and ')} is not known: what is finished has
          no cost yet.
        </Box>
      ) : null}
      {row('Mix', cost.perKgMix, then?.cost.perKgMix, units.perMass)}
      {row(
        'Finished',
        unknown.length > 0 ? null : cost.perKgFinished,
        then?.cost.perKgFinished,
        units.perMass,
      )}
      {row('A piece', cost.perLink, then?.cost.perLink, units.money)}
      {row('A pack', unknown.length > 0 ? null : cost.perPack, then?.cost.perPack, units.money)}
      <Box component="h2" sx={{ fontSize: 17, m: '16px 0 4px' }}>
        What drives it
      </Box>
      {cost.drivers.slice(0, 8).map((d) => (
        <Box
          key={d.name}
          sx={{ display: 'grid', gridTemplateColumns: '150px 1fr 70px', gap: 1, alignItems: 'center' }}
        >
          <span>{d.name}</span>
          <Box sx={{ height: 12, width: `${d.sharePct}%`, minWidth: 2, bgcolor: COLOUR.pine }} />
          <Box sx={{ ...NUMERALS, textAlign: 'right' }}>{units.percent(d.sharePct)}</Box>
        </Box>
      ))}
      {cost.unpriced.length > 0 ? (
        <Box sx={{ fontSize: 15, mt: 1 }}>Without a price: {cost.unpriced.join(', ')}.</Box>
      ) : null}
    </Box>
  );
}

/** What the swap changes besides money. */
function SwapBox({ now, then }: { now: Outcome; then: Outcome }) {
  const gained = then.findings.filter((f) => !now.findings.some((g) => g.sentence === f.sentence));
  const lost = now.findings.filter((f) => !then.findings.some((g) => g.sentence === f.sentence));
  return (
    <Box sx={{ mt: 2 }}>
      <LabelBox outcome={then} title="Label, then" />
      {gained.map((f) => (
        <Box
          key={f.sentence}
          role={f.level === 'stop' ? 'alert' : 'note'}
          sx={{ display: 'flex', gap: 1, mt: 1 }}
        >
          {f.level === 'stop' ? <b>Stop.</b> : <Triangle size={18} />} {f.sentence}
        </Box>
      ))}
      {lost.map((f) => (
        <Box key={f.sentence} sx={{ mt: 1 }}>
          No longer: {f.sentence}
        </Box>
      ))}
      {gained.length === 0 && lost.length === 0 ? <Box sx={{ mt: 1 }}>Nothing else changes.</Box> : null}
    </Box>
  );
}
