import Box from '@mui/material/Box';
import { useQuery } from '@tanstack/react-query';
import type { AuditEntry } from '@zest/contract';
import { queries } from '../../data/queries.js';
import { Loading } from '../../ui/Loading.js';
import { useShopTime } from '../../ui/shop-time.js';
import { COLOUR, NUMERALS } from '../../ui/theme.js';
import { Trouble } from '../../ui/Trouble.js';
import { ShopPlaces } from './ShopPlaces.js';

/** Who changed what the shop works by, from what to what; nobody can change this. */
export default function ChangesPage() {
  const changes = useQuery(queries.changes);
  return (
    <Box>
      <ShopPlaces />
      {changes.error ? <Trouble error={changes.error} again={() => void changes.refetch()} /> : null}
      {changes.isPending ? <Loading what="Looking back" /> : null}
      {changes.data?.length === 0 ? (
        <Box>
          Nothing was changed yet: strengths, rule book, limits, settings and people stand here once it was.
        </Box>
      ) : null}
      {changes.data?.map((entry) => (
        <Row key={entry.id} entry={entry} />
      ))}
    </Box>
  );
}

function Row({ entry }: { entry: AuditEntry }) {
  const time = useShopTime();
  const { from, to } = entry;
  const names = [...new Set([...Object.keys(from ?? {}), ...Object.keys(to ?? {})])];
  return (
    <Box
      sx={{
        display: 'grid',
        gridTemplateColumns: '150px 150px 1fr',
        gap: 2,
        py: 1,
        borderTop: `1px solid ${COLOUR.edge}`,
      }}
    >
      <Box sx={NUMERALS}>
        {time.day(entry.at)} {time.clock(entry.at)}
      </Box>
      <Box>{entry.person ?? 'at the server'}</Box>
      <Box>
        <b>
          {entry.what} {entry.about}
        </b>
        {names.map((name) => (
          <Box key={name} sx={NUMERALS}>
            {name.replaceAll('.', ' ')}: {shown(from?.[name])} → {shown(to?.[name])}
          </Box>
        ))}
      </Box>
    </Box>
  );
}

function shown(value: unknown): string {
  if (value === undefined || value === null) return '–';
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  return typeof value === 'object' ? JSON.stringify(value) : String(value as string | number);
}
