import { MEAT_DIVISION_MG } from '@zest/core';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import { Link } from 'react-router';
import type { DayAnswer, DayBatchAnswer } from '@zest/core';
import { ROUTES, type BlendDraft, type TrimLot } from '@zest/contract';
import { call } from '../../../data/api.js';
import { COLOUR, NUMERALS } from '../../../ui/theme.js';
import { Tick, Triangle } from '../../../ui/Trouble.js';
import { useUnits } from '../../../ui/units.js';
import { briefName, withNames } from '../names.js';

interface DayTableProps {
  planned: readonly BlendDraft[];
  lots: readonly TrimLot[];
  answer: DayAnswer | undefined;
  onAct: (work: () => Promise<unknown>) => Promise<void>;
}

/** The day, who gives way last on top; each batch with its blend, or with why it gives way. */
export function DayTable({ planned, lots, answer, onAct }: DayTableProps) {
  const move = (index: number, by: -1 | 1) => {
    const other = planned[index + by];
    const draft = planned[index];
    if (!other || !draft) return;
    void onAct(async () => {
      await changePriority(draft, other.priority === draft.priority ? draft.priority + by : other.priority);
      await changePriority(other, draft.priority);
    });
  };
  return (
    <Table size="small" aria-label="Batches planned for today" sx={{ '& td, & th': { px: '8px' } }}>
      <TableHead>
        <TableRow>
          <TableCell>Gives way last</TableCell>
          <TableCell>Product</TableCell>
          <TableCell align="right">Meat</TableCell>
          <TableCell>Window</TableCell>
          <TableCell>Blend</TableCell>
          <TableCell align="right">Cost</TableCell>
          <TableCell />
        </TableRow>
      </TableHead>
      <TableBody>
        {planned.map((draft, i) => (
          <TableRow key={draft.id} sx={{ verticalAlign: 'top' }}>
            <TableCell sx={{ ...NUMERALS, fontSize: 22, fontWeight: 700, whiteSpace: 'nowrap' }}>
              {i + 1}
              <br />
              <Button
                size="small"
                aria-label={`${draft.name} before the one above`}
                disabled={i === 0}
                onClick={() => move(i, -1)}
                sx={{ minWidth: 44 }}
              >
                ▲
              </Button>
              <Button
                size="small"
                aria-label={`${draft.name} after the one below`}
                disabled={i === planned.length - 1}
                onClick={() => move(i, 1)}
                sx={{ minWidth: 44 }}
              >
                ▼
              </Button>
            </TableCell>
            <BatchCells draft={draft} lots={lots} answer={answer?.batches.find((b) => b.id === draft.id)} />
            <TableCell sx={{ width: 70 }}>
              <Button size="small" component={Link} to={`/blend?draft=${draft.id}`}>
                Beam
              </Button>
              <Button
                size="small"
                onClick={() => void onAct(() => call(ROUTES.removeDraft, { params: { id: draft.id } }))}
              >
                Drop
              </Button>
            </TableCell>
          </TableRow>
        ))}
      </TableBody>
    </Table>
  );
}

function BatchCells({
  draft,
  lots,
  answer,
}: {
  draft: BlendDraft;
  lots: readonly TrimLot[];
  answer: DayBatchAnswer | undefined;
}) {
  const units = useUnits();
  const { settings } = draft;
  return (
    <>
      <TableCell sx={{ minWidth: 120 }}>
        <b>{draft.recipeName}</b>
        {settings.owner ? <Box sx={{ fontSize: 14 }}>for {settings.owner}</Box> : null}
      </TableCell>
      <TableCell align="right" sx={{ ...NUMERALS, fontSize: 18, whiteSpace: 'nowrap' }}>
        {units.mass(settings.meatMg, 100_000)}
      </TableCell>
      <TableCell sx={{ ...NUMERALS, fontSize: 18, whiteSpace: 'nowrap' }}>
        {units.number(settings.window.minPct, 0)}–{units.number(settings.window.maxPct, 0)} %
      </TableCell>
      <TableCell sx={{ width: '46%' }}>
        {answer ? <Answer answer={answer} lots={lots} /> : 'not planned yet'}
      </TableCell>
      <TableCell align="right" sx={{ ...NUMERALS, fontSize: 18, fontWeight: 700 }}>
        {answer?.status === 'optimal' ? units.money(answer.cost * 100) : ''}
      </TableCell>
    </>
  );
}

function Answer({ answer, lots }: { answer: DayBatchAnswer; lots: readonly TrimLot[] }) {
  const units = useUnits();
  if (answer.status === 'infeasible') {
    return (
      <Box sx={{ borderLeft: `8px solid ${COLOUR.ink}`, pl: 1.5 }}>
        {answer.reasons.slice(0, 2).map((reason) => (
          <Box key={reason.rule}>
            {withNames(reason.message, lots)} <b>{withNames(reason.mend, lots)}</b>
          </Box>
        ))}
      </Box>
    );
  }
  return (
    <>
      <Box sx={{ display: 'flex', gap: 1, alignItems: 'center', fontWeight: 700 }}>
        {answer.confidenceMet ? <Tick size={18} /> : <Triangle size={18} />}
        <span style={NUMERALS}>{units.percent(answer.fatPct)}</span> fat,{' '}
        <span style={NUMERALS}>{units.percent(answer.inWindow * 100, 0)}</span> sure
      </Box>
      <Box sx={{ fontSize: 15 }}>
        {answer.uses.map((use) => (
          <Box key={use.id} component="span" sx={{ display: 'inline-block', mr: 2, whiteSpace: 'nowrap' }}>
            <b style={NUMERALS}>{units.mass(use.massMg, MEAT_DIVISION_MG)}</b> {briefName(lots, use.id)}
          </Box>
        ))}
      </Box>
    </>
  );
}

function changePriority(draft: BlendDraft, priority: number) {
  return call(ROUTES.changeDraft, {
    params: { id: draft.id },
    body: {
      name: draft.name,
      plannedFor: draft.plannedFor,
      recipeId: draft.recipeId,
      settings: draft.settings,
      result: draft.result,
      version: draft.version,
      priority: Math.min(99, Math.max(1, priority)),
    },
  });
}
