import Box from '@mui/material/Box';
import { useQuery } from '@tanstack/react-query';
import { Suspense, lazy } from 'react';
import { Link } from 'react-router';
import { type BatchSummary } from '@zest/contract';
import { Loading } from '../../ui/Loading.js';
import { COLOUR, NUMERALS } from '../../ui/theme.js';
import { Trouble } from '../../ui/Trouble.js';
import { useUnits } from '../../ui/units.js';
import { queries } from '../../data/queries.js';

const YieldChart = lazy(() => import('./YieldChart.js'));

/** What each product yielded lately, and where kilograms are missing. */
export default function YieldsPage() {
  const batches = useQuery(queries.batches);
  if (batches.error) return <Trouble error={batches.error} again={() => void batches.refetch()} />;
  if (!batches.data) return <Loading what="Fetching the yields" />;
  const done = batches.data.filter((b) => b.state === 'closed' && b.packedYield !== null);
  const products = [...new Set(done.map((b) => b.product))].sort();
  return (
    <Box>
      <Box component="h1" sx={{ fontSize: 28, mt: 0 }}>
        Yields of the last two weeks
      </Box>
      {done.length === 0 ? <Box>No batch has been finished yet.</Box> : null}
      {done.length > 0 ? (
        <Box sx={{ height: 250, mb: 2 }}>
          <Suspense fallback={<Loading what="Drawing" />}>
            <YieldChart batches={done} />
          </Suspense>
        </Box>
      ) : null}
      {products.map((product) => (
        <ProductRow key={product} product={product} batches={done.filter((b) => b.product === product)} />
      ))}
    </Box>
  );
}

function ProductRow({ product, batches }: { product: string; batches: readonly BatchSummary[] }) {
  const units = useUnits();
  const meat = batches.reduce((s, b) => s + b.meatMg, 0);
  const out = batches.reduce((s, b) => s + b.outMg, 0);
  const lost = batches.reduce((s, b) => s + b.unaccountedMg, 0);
  return (
    <Box
      sx={{
        display: 'grid',
        gridTemplateColumns: '230px 130px 1fr',
        gap: 2,
        py: 1.2,
        borderTop: `1px solid ${COLOUR.edge}`,
        alignItems: 'center',
      }}
    >
      <Box sx={{ fontWeight: 700, fontSize: 18 }}>{product}</Box>
      <Box sx={{ ...NUMERALS, fontSize: 28, fontWeight: 700 }}>{units.percent((100 * out) / meat)}</Box>
      <Box>
        <Box sx={{ ...NUMERALS, fontSize: 17 }}>
          {units.mass(meat, 10_000)} meat → {units.mass(out, 10_000)} finished, {units.mass(lost)} unaccounted
        </Box>
        <Box sx={{ display: 'flex', gap: 2, flexWrap: 'wrap' }}>
          {batches.map((b) => (
            <Box key={b.id} component={Link} to={`/yields/${b.id}`} sx={{ color: 'text.primary', py: 1.2 }}>
              batch {b.number}
            </Box>
          ))}
        </Box>
      </Box>
    </Box>
  );
}
