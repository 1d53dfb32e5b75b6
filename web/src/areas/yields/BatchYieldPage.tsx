import Box from '@mui/material/Box';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { handHours } from '@zest/core';
import type { BatchView } from '@zest/contract';
import { usePerson } from '../../data/session.js';
import { WorkDialog } from './WorkDialog.js';
import { Loading } from '../../ui/Loading.js';
import { COLOUR, MATERIAL_FILL, NUMERALS } from '../../ui/theme.js';
import { Triangle, Trouble } from '../../ui/Trouble.js';
import { useUnits } from '../../ui/units.js';
import { EntryList } from '../batches/index.js';
import { Learned } from './Learned.js';
import { ProductsPanel, useBatch } from '../batches/index.js';
import { WeightRibbon } from '../../kit/weight-ribbon/WeightRibbon.js';

/** Where the kilograms of one batch went, what it yielded and what it cost. */
export default function BatchYieldPage() {
  const { id = '' } = useParams();
  const batch = useBatch(id);
  if (batch.error) return <Trouble error={batch.error} again={() => void batch.refetch()} />;
  if (!batch.data) return <Loading what="Adding up" />;
  return <BatchYield sheet={batch.data} />;
}

function BatchYield({ sheet }: { sheet: BatchView }) {
  const units = useUnits();
  const atLeast = useAtLeast(sheet);
  return (
    <Box>
      <Box sx={{ display: 'flex', gap: 2, alignItems: 'baseline' }}>
        <Box component="h1" sx={{ fontSize: 28, m: 0 }}>
          Yield of batch {sheet.number} · {sheet.product}
        </Box>
        <Box component={Link} to={`/batches/${sheet.id}`} sx={{ ml: 'auto', color: 'text.primary' }}>
          The sheet
        </Box>
      </Box>
      <Box sx={{ display: 'flex', gap: 5, my: 1.5, flexWrap: 'wrap' }}>
        <Big
          name="packed yield"
          value={sheet.packedYield === null ? '–' : units.percent(sheet.packedYield * 100)}
        />
        <Big name="finished" value={units.mass(sheet.outMg)} />
        <Big name="unaccounted" value={units.mass(sheet.unaccountedMg)} />
        <Big
          name="cost"
          value={sheet.cost.perKgMinor === null ? '–' : atLeast(units.perMass(sheet.cost.perKgMinor))}
        />
        <Big
          name="cost of a link"
          value={sheet.cost.perLinkMinor === null ? '–' : atLeast(units.money(sheet.cost.perLinkMinor))}
        />
        {sheet.pieces ? (
          <Big
            name={`links${sheet.pieces.n > 0 ? `, sample of ${sheet.pieces.n}` : ''}`}
            value={`${sheet.pieces.count}${sheet.pieces.meanG === null ? '' : ` · ${units.number(sheet.pieces.meanG, 1)} g ± ${units.number(sheet.pieces.sdG ?? 0, 1)}`}`}
          />
        ) : null}
      </Box>
      {sheet.trouble ? (
        <Box sx={{ display: 'flex', gap: 1, fontWeight: 700, mb: 1 }}>
          <Triangle /> {units.sentence(sheet.trouble)}
        </Box>
      ) : null}
      <ProductsPanel sheet={sheet} costs />
      <WeightRibbon
        stations={sheet.ribbon}
        width={1080}
        height={270}
        labels
        title={`Weight ribbon of batch ${sheet.number}`}
      />
      <Legend />
      <Table size="small" aria-label="Steps in and out" sx={{ mt: 2 }}>
        <TableHead>
          <TableRow>
            <TableCell>Step</TableCell>
            <TableCell align="right">In</TableCell>
            <TableCell align="right">On to the next</TableCell>
            <TableCell>Named losses and other ways out</TableCell>
            <TableCell align="right">Unaccounted</TableCell>
            <TableCell align="right">Step yield</TableCell>
            <TableCell align="right">Running yield</TableCell>
          </TableRow>
        </TableHead>
        <TableBody sx={{ '& td': { fontSize: 17 } }}>
          {sheet.steps
            .filter((s) => s.holdsMass && s.inMg > 0)
            .map((step) => {
              const station = sheet.ribbon.find((r) => r.position === step.position);
              const named = station?.slivers.filter((s) => s.name !== 'unaccounted') ?? [];
              const writtenMg = station?.slivers.find((s) => s.name === 'unaccounted')?.massMg ?? 0;
              return (
                <TableRow key={step.id}>
                  <TableCell>{step.title}</TableCell>
                  <TableCell align="right" sx={NUMERALS}>
                    {units.mass(step.inMg)}
                  </TableCell>
                  <TableCell align="right" sx={NUMERALS}>
                    {units.mass(step.outMg)}
                  </TableCell>
                  <TableCell>{named.map((s) => `${s.name} ${units.mass(s.massMg)}`).join(', ')}</TableCell>
                  <TableCell align="right" sx={NUMERALS}>
                    {step.state === 'closed'
                      ? units.mass(step.balanceMg + writtenMg)
                      : `${units.mass(step.balanceMg)} still there`}
                  </TableCell>
                  <TableCell align="right" sx={NUMERALS}>
                    {step.stepYield === null ? '' : units.percent(step.stepYield * 100)}
                  </TableCell>
                  <TableCell align="right" sx={NUMERALS}>
                    {step.runningYield === null ? '' : units.percent(step.runningYield * 100)}
                  </TableCell>
                </TableRow>
              );
            })}
        </TableBody>
      </Table>
      <CostParts sheet={sheet} />
      <Learned learned={sheet.learned} />
      <EntryList sheet={sheet} />
    </Box>
  );
}

function Big({ name, value }: { name: string; value: string }) {
  return (
    <Box>
      <Box sx={{ fontSize: 15, color: 'text.secondary' }}>{name}</Box>
      <Box sx={{ ...NUMERALS, fontSize: 32, fontWeight: 700, lineHeight: 1.1 }}>{value}</Box>
    </Box>
  );
}

function Legend() {
  return (
    <Box sx={{ display: 'flex', gap: 2, flexWrap: 'wrap', fontSize: 15 }}>
      {Object.entries(MATERIAL_FILL).map(([name, fill]) => (
        <Box key={name} sx={{ display: 'flex', gap: 0.7, alignItems: 'center' }}>
          <Box sx={{ width: 16, height: 12, bgcolor: fill, border: `1px solid ${COLOUR.ink}` }} /> {name}
        </Box>
      ))}
    </Box>
  );
}

/** What has no price counts as nothing: the figure is the least it can be. */
function useAtLeast({ cost }: BatchView): (words: string) => string {
  return (words) => (cost.unpriced.length > 0 ? `at least ${words}` : words);
}

/** What work it took, in a line; the lead says it. */
function WorkLine({ sheet }: { sheet: BatchView }) {
  const units = useUnits();
  const [open, setOpen] = useState(false);
  const isLead = usePerson().role === 'lead';
  const { work } = sheet.cost;
  const words = work?.stints.map((s) => `${s.people} × ${s.minutes} min`).join(', ');
  return (
    <Box sx={{ display: 'flex', gap: 1.5, alignItems: 'center', mt: 1 }}>
      <span>
        {work
          ? `Work: ${words}, ${units.number(handHours(work.stints), 1)} hours of hands${work.minorPerHour === null ? '; what an hour costs is not known' : ` at ${units.money(work.minorPerHour)}`}.`
          : 'Nobody has said what work it took; it is not in the cost.'}
      </span>
      {isLead ? (
        <Button variant="outlined" onClick={() => setOpen(true)}>
          {work ? 'Say it otherwise' : 'Say what work it took'}
        </Button>
      ) : null}
      {open ? <WorkDialog sheet={sheet} onClose={() => setOpen(false)} /> : null}
    </Box>
  );
}

function CostParts({ sheet }: { sheet: BatchView }) {
  const units = useUnits();
  const atLeast = useAtLeast(sheet);
  const { unpriced } = sheet.cost;
  return (
    <Box component="section" aria-label="Cost" sx={{ mt: 3 }}>
      <Box component="h2" sx={{ fontSize: 20, m: 0, mb: 1 }}>
        What it cost: {atLeast(units.money(sheet.cost.totalMinor))}
      </Box>
      {unpriced.length > 0 ? (
        <Box role="note" sx={{ display: 'flex', gap: 1, mb: 1 }}>
          <Triangle size={18} /> Without a price: {unpriced.join(', ')}.
        </Box>
      ) : null}
      {sheet.cost.parts.slice(0, 8).map((part) => (
        <Box
          key={part.name}
          sx={{
            display: 'grid',
            gridTemplateColumns: '260px 90px 1fr',
            gap: 2,
            alignItems: 'center',
            minHeight: 30,
          }}
        >
          <Box>{part.name}</Box>
          <Box sx={{ ...NUMERALS, textAlign: 'right' }}>{units.money(part.minor)}</Box>
          <Box
            sx={{
              height: 12,
              bgcolor: COLOUR.steel,
              border: `1px solid ${COLOUR.ink}`,
              width: `${Math.max(0.3, (100 * part.minor) / Math.max(1, sheet.cost.totalMinor))}%`,
            }}
          />
        </Box>
      ))}
      <WorkLine sheet={sheet} />
    </Box>
  );
}
