import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import type { BatchView, EntryView } from '@zest/contract';
import { usePerson } from '../../data/session.js';
import { COLOUR, NUMERALS } from '../../ui/theme.js';
import { useUnits } from '../../ui/units.js';
import { sentWords } from './sent-words.js';
import { ReverseDialog } from './ReverseDialog.js';
import { useShopTime } from '../../ui/shop-time.js';

/** Every entry of the batch, newest first; a wrong one is taken back here. */
export function EntryList({ sheet }: { sheet: BatchView }) {
  const [all, setAll] = useState(false);
  const [wrong, setWrong] = useState<EntryView>();
  const entries = [...sheet.entries].reverse();
  if (entries.length === 0) return null;
  return (
    <Box component="section" aria-label="Entries" sx={{ mt: 3 }}>
      <Box component="h2" sx={{ fontSize: 20, m: 0 }}>
        Entries
      </Box>
      {(all ? entries : entries.slice(0, 8)).map((entry) => (
        <EntryRow key={entry.id} entry={entry} sheet={sheet} onWrong={() => setWrong(entry)} />
      ))}
      {entries.length > 8 ? (
        <Button onClick={() => setAll(!all)}>{all ? 'Fewer' : `All ${entries.length} entries`}</Button>
      ) : null}
      {wrong ? <ReverseDialog batchId={sheet.id} entry={wrong} onClose={() => setWrong(undefined)} /> : null}
    </Box>
  );
}

function EntryRow({ entry, sheet, onWrong }: { entry: EntryView; sheet: BatchView; onWrong: () => void }) {
  const time = useShopTime();
  const units = useUnits();
  const person = usePerson();
  const amount =
    entry.measure === 'mg'
      ? units.mass(entry.amount)
      : entry.measure === 'mm'
        ? units.length(entry.amount)
        : String(entry.amount);
  const may = person.role === 'lead' || (person.role === 'bench' && sheet.state === 'open');
  const canReverse = may && !entry.reversed && entry.reversesId === null && entry.how !== 'derived';
  return (
    <Box
      sx={{
        display: 'grid',
        gridTemplateColumns: '64px 110px 1fr 130px 120px',
        gap: 2,
        alignItems: 'center',
        borderTop: `1px solid ${COLOUR.edge}`,
        minHeight: 46,
        opacity: entry.reversed ? 0.72 : 1,
      }}
    >
      <Box sx={NUMERALS}>{time.clock(entry.at)}</Box>
      <Box
        sx={{
          ...NUMERALS,
          fontWeight: 700,
          fontSize: 19,
          textAlign: 'right',
          textDecoration: entry.reversed ? 'line-through' : 'none',
        }}
      >
        {amount}
      </Box>
      <Box>
        {entry.from} → {entry.to}
        {entry.reversesId ? <b> taken back: {entry.reason}</b> : null}
        {entry.reversed ? ' (taken back)' : ''}
      </Box>
      <Box sx={{ fontSize: 15 }}>
        {entry.how === 'derived'
          ? 'computed'
          : `${entry.person}${sentWords(entry)}, ${entry.how}${entry.retimed ? ', time of the server' : ''}`}
      </Box>
      {canReverse ? (
        <Button size="small" onClick={onWrong}>
          Take back
        </Button>
      ) : (
        <span />
      )}
    </Box>
  );
}
