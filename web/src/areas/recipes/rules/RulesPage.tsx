import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import {
  BOOKS_AS_OF,
  BOOK_IDS,
  COMMON_RULES,
  LIMIT_RULES,
  NITRITE_FLOOR_PPM,
  SALT_BAND,
  SUBSTANCES,
  type BookId,
  outOfChill,
  type LimitRule,
} from '@zest/core';
import { ROUTES } from '@zest/contract';
import { call } from '../../../data/api.js';
import { NumberField } from '../../../ui/fields.js';
import { Loading } from '../../../ui/Loading.js';
import { PRIMARY, PrimaryBar } from '../../../ui/PrimaryBar.js';
import { usePerson } from '../../../data/session.js';
import { COLOUR, NUMERALS } from '../../../ui/theme.js';
import { Trouble } from '../../../ui/Trouble.js';
import { RecipePlaces } from '../RecipePlaces.js';
import { useRules } from '../use-recipes.js';
import { refresh } from '../../../data/queries.js';

const BOOK_NAMES: Record<BookId, string> = {
  us: 'United States',
  ca: 'Canada',
  eu: 'European Union',
  uk: 'United Kingdom',
};

/** Every limit as its book writes it, with its source, and which book the shop works by. */
export default function RulesPage() {
  const rules = useRules();
  if (rules.error) return <Trouble error={rules.error} again={() => void rules.refetch()} />;
  if (!rules.data) return <Loading what="Fetching the rule books" />;
  return <Rules key={JSON.stringify(rules.data)} rules={rules.data} />;
}

function Rules({ rules }: { rules: NonNullable<ReturnType<typeof useRules>['data']> }) {
  const lead = usePerson().role === 'lead';
  const client = useQueryClient();
  const [book, setBook] = useState<BookId | null>(rules.book);
  const [house, setHouse] = useState({
    saltMinGPerKg: rules.saltMinGPerKg,
    saltMaxGPerKg: rules.saltMaxGPerKg,
    nitriteFloorPpm: rules.nitriteFloorPpm,
    outWarnMinutes: rules.outWarnMinutes,
    outStopMinutes: rules.outStopMinutes,
  });
  const [error, setError] = useState<unknown>();
  const save = async () => {
    if (!book) return;
    setError(undefined);
    try {
      await call(ROUTES.setRules, { body: { book, ...house } });
      await refresh(client, ['recipes']);
    } catch (problem) {
      setError(problem);
    }
  };
  const common = outOfChill(COMMON_RULES);
  const number = (name: keyof typeof house, label: string) => (
    <NumberField
      label={label}
      width={330}
      initial={house[name] === null ? '' : String(house[name])}
      onValue={(v) => setHouse((now) => ({ ...now, [name]: v ?? null }))}
    />
  );
  return (
    <Box sx={{ pb: 2 }}>
      <RecipePlaces />
      <Box sx={{ mb: 1.5 }}>
        As of {BOOKS_AS_OF}, all from memory. The local authority and the licensed operator’s own plan decide;
        this calculates and records, it does not certify.
      </Box>
      <Box
        sx={{ display: 'grid', gridTemplateColumns: '150px repeat(4, 1fr)' }}
        role="table"
        aria-label="Limits by rule book"
      >
        <Box role="row" sx={{ display: 'contents' }}>
          <Box role="columnheader" />
          {BOOK_IDS.map((id) => (
            <Box
              key={id}
              role="columnheader"
              sx={{
                p: 1,
                bgcolor: book === id ? COLOUR.sheet : 'transparent',
                borderTop: `6px solid ${book === id ? COLOUR.pine : 'transparent'}`,
              }}
            >
              <Box sx={{ fontSize: 18, fontWeight: 700 }}>{BOOK_NAMES[id]}</Box>
              {lead ? (
                <Button
                  variant={book === id ? 'contained' : 'outlined'}
                  onClick={() => setBook(id)}
                  aria-pressed={book === id}
                >
                  {book === id ? '✓ the shop’s book' : 'Work by this'}
                </Button>
              ) : book === id ? (
                '✓ the shop’s book'
              ) : null}
            </Box>
          ))}
        </Box>
        {SUBSTANCES.map((substance) => (
          <Box role="row" key={substance} sx={{ display: 'contents' }}>
            <Box role="rowheader" sx={{ p: 1, fontWeight: 700, borderTop: `1px solid ${COLOUR.edge}` }}>
              {substance}
            </Box>
            {BOOK_IDS.map((id) => (
              <Box
                key={id}
                role="cell"
                sx={{
                  p: 1,
                  borderTop: `1px solid ${COLOUR.edge}`,
                  bgcolor: book === id ? COLOUR.sheet : 'transparent',
                }}
              >
                {LIMIT_RULES.filter((r) => r.book === id && r.substance === substance).map((rule) => (
                  <RuleCell key={rule.written} rule={rule} />
                ))}
              </Box>
            ))}
          </Box>
        ))}
      </Box>
      {lead ? (
        <Box sx={{ display: 'flex', gap: 1.5, mt: 2.5, alignItems: 'center', flexWrap: 'wrap' }}>
          <b>The house’s own</b>
          {number('saltMinGPerKg', `Least salt, g/kg (else ${SALT_BAND['raw']?.minGPerKg} raw)`)}
          {number('saltMaxGPerKg', `Most salt, g/kg (else ${SALT_BAND['raw']?.maxGPerKg} raw)`)}
          {number('nitriteFloorPpm', `Nitrite floor, ppm (else ${NITRITE_FLOOR_PPM})`)}
          {number('outWarnMinutes', `Warn after min out of the cold (else ${common.warnMinutes})`)}
          {number('outStopMinutes', `Hold after min out of the cold (else ${common.stopMinutes})`)}
        </Box>
      ) : null}
      {error ? <Trouble error={error} /> : null}
      {lead ? (
        <PrimaryBar>
          <Button variant="contained" sx={PRIMARY} disabled={!book} onClick={() => void save()}>
            {book ? `Work by the book of ${BOOK_NAMES[book]}` : 'Choose a book'}
          </Button>
        </PrimaryBar>
      ) : null}
    </Box>
  );
}

const DOES = {
  stop: 'stops',
  name: 'the protected name goes',
  label: 'the label says so',
  warn: 'warns',
} as const;

function RuleCell({ rule }: { rule: LimitRule }) {
  return (
    <Box sx={{ mb: 0.75 }} title={rule.source}>
      <Box sx={{ ...NUMERALS, fontSize: 20, fontWeight: 700 }}>
        {Number(rule.limit.toPrecision(5))} {rule.unit}
      </Box>
      <Box sx={{ fontSize: 14, lineHeight: 1.25 }}>
        {rule.written}; on the {rule.basis}; {DOES[rule.does]}. {rule.source.split(',')[0]}.
      </Box>
    </Box>
  );
}
