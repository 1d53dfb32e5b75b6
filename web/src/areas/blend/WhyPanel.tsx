import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { memo } from 'react';
import type { BlendLimit, LimitSaving, PlanOptimal } from '@zest/core';
import type { BlendSettings, TrimLot } from '@zest/contract';
import { NUMERALS } from '../../ui/theme.js';
import { useUnits, type Units } from '../../ui/units.js';
import { lotName } from './names.js';
import { whyNot } from './settings.js';
import type { Why } from './use-why.js';

interface WhyPanelProps {
  why: Why;
  answer: PlanOptimal;
  settings: BlendSettings;
  lots: readonly TrimLot[];
  onChange: (next: Partial<BlendSettings>) => void;
}

/** What limits the blend, what being surer costs, and which lots were not offered. */
export const WhyPanel = memo(function WhyPanel({ why, answer, settings, lots, onChange }: WhyPanelProps) {
  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: { xs: '1fr 1fr', lg: '1.2fr 1fr 1fr' }, gap: 4 }}>
      <Limits savings={why.savings} settings={settings} lots={lots} onChange={onChange} />
      <Prices why={why} answer={answer} onChange={onChange} />
      <LeftOut settings={settings} lots={lots} />
    </Box>
  );
});

function Limits({
  savings,
  settings,
  lots,
  onChange,
}: {
  savings: LimitSaving[] | undefined;
  settings: BlendSettings;
  lots: readonly TrimLot[];
  onChange: (next: Partial<BlendSettings>) => void;
}) {
  const units = useUnits();
  const release = (id: string) => {
    const { [id]: _released, ...rest } = settings.locks;
    onChange({ locks: rest });
  };
  return (
    <Box>
      <h3>What holds the cost up</h3>
      {savings === undefined ? <Box>Working it out …</Box> : null}
      {savings?.length === 0 ? <Box>No limit does: nothing given way would make it cheaper.</Box> : null}
      {savings?.slice(0, 6).map(({ limit, saves }) => {
        const lock = limit.kind === 'lock' ? limit.lotId : undefined;
        return (
          <Box
            key={JSON.stringify(limit)}
            sx={{ display: 'flex', gap: 1.5, alignItems: 'center', minHeight: 40 }}
          >
            <Box sx={{ ...NUMERALS, fontSize: 20, fontWeight: 700, width: 70, textAlign: 'right' }}>
              {units.money(saves * 100)}
            </Box>
            <Box sx={{ flex: 1 }}>{limitWords(limit, settings, lots, units)}</Box>
            {lock ? (
              <Button size="small" onClick={() => release(lock)}>
                Release
              </Button>
            ) : null}
          </Box>
        );
      })}
    </Box>
  );
}

function limitWords(
  limit: BlendLimit,
  settings: BlendSettings,
  lots: readonly TrimLot[],
  units: Units,
): string {
  const { minPct, maxPct } = settings.window;
  switch (limit.kind) {
    case 'window':
      return limit.end === 'max'
        ? `saved if the window ended at ${units.percent(maxPct + 1, 0)}`
        : `saved if the window began at ${units.percent(minPct - 1, 0)}`;
    case 'stock':
      return `saved for 1 kg more of ${lotName(lots, limit.lotId)}, which is used up`;
    case 'lock':
      return `is what the lock on ${lotName(lots, limit.lotId)} costs`;
    case 'species':
      return `saved for 1 point less strict about ${limit.species}`;
    case 'maxTrims':
      return 'saved with one more trim';
    case 'boxes':
      return 'saved if boxes could be broken freely';
  }
}

const PRICE_WORDS = {
  none: 'with no regard to the chance',
  wanted: 'as sure as you asked',
  best: 'as sure as can be',
} as const;

function Prices({
  why,
  answer,
  onChange,
}: {
  why: Why;
  answer: PlanOptimal;
  onChange: (next: Partial<BlendSettings>) => void;
}) {
  const units = useUnits();
  return (
    <Box>
      <h3>What being sure costs</h3>
      {why.prices === undefined ? <Box>Working it out …</Box> : null}
      {why.prices?.map((price) => (
        <Box key={price.at} sx={{ display: 'flex', gap: 1.5, alignItems: 'center', minHeight: 40 }}>
          <Box sx={{ ...NUMERALS, fontSize: 20, fontWeight: 700, width: 70, textAlign: 'right' }}>
            {units.money(price.cost * 100)}
          </Box>
          <Box sx={{ flex: 1 }}>
            <b style={NUMERALS}>{units.percent(price.chance * 100, 0)}</b> {PRICE_WORDS[price.at]}
          </Box>
          {price.at === 'best' && price.chance > answer.inWindow + 0.02 ? (
            <Button
              size="small"
              onClick={() => onChange({ confidence: Math.floor(Math.min(0.99, price.chance) * 100) / 100 })}
            >
              Take it
            </Button>
          ) : null}
        </Box>
      ))}
    </Box>
  );
}

function LeftOut({ settings, lots }: { settings: BlendSettings; lots: readonly TrimLot[] }) {
  const out = lots.flatMap((lot) => {
    const reason = whyNot(lot, settings);
    return reason ? [{ lot, reason }] : [];
  });
  return (
    <Box>
      <h3>Lots not offered</h3>
      {out.length === 0 ? <Box>Every lot in the cold room was offered.</Box> : null}
      {out.slice(0, 7).map(({ lot, reason }) => (
        <Box key={lot.id}>
          {lot.trimName} {lot.code}: <b>{reason}</b>
        </Box>
      ))}
      {out.length > 7 ? <Box>and {out.length - 7} more</Box> : null}
    </Box>
  );
}
