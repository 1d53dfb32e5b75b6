import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import LinearProgress from '@mui/material/LinearProgress';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import { type BlendDraft, type TrimLot } from '@zest/contract';
import { Loading } from '../../../ui/Loading.js';
import { PRIMARY, PrimaryBar } from '../../../ui/PrimaryBar.js';
import { NUMERALS } from '../../../ui/theme.js';
import { Trouble } from '../../../ui/Trouble.js';
import { useUnits } from '../../../ui/units.js';
import { BlendPlaces } from '../BlendPlaces.js';
import { SignDialog } from '../SignDialog.js';
import { useDay, type DayState } from '../use-day.js';
import { useOpenBatch } from '../use-open-batch.js';
import { DayTable } from './DayTable.js';
import { dayInput } from './day-input.js';
import { queries, refresh } from '../../../data/queries.js';
import { useShopTime } from '../../../ui/shop-time.js';

/** All batches planned for today on one stock: solved together, compared with one by one, opened in one go. */
export default function DayPage() {
  const time = useShopTime();
  const drafts = useQuery(queries.drafts);
  const lots = useQuery(queries.lots);
  const error = drafts.error ?? lots.error;
  if (error)
    return <Trouble error={error} again={() => void Promise.all([drafts.refetch(), lots.refetch()])} />;
  if (!drafts.data || !lots.data) return <Loading what="Fetching the day" />;
  const today = time.today();
  const planned = drafts.data
    .filter((d) => d.plannedFor !== null && d.plannedFor <= today)
    .sort((a, b) => a.priority - b.priority);
  return <Day planned={planned} lots={lots.data} />;
}

function Day({ planned, lots }: { planned: readonly BlendDraft[]; lots: readonly TrimLot[] }) {
  const day = useDay();
  const client = useQueryClient();
  const navigate = useNavigate();
  const opening = useOpenBatch();
  const [trouble, setTrouble] = useState<unknown>();
  const [signFor, setSignFor] = useState<BlendDraft>();
  const [rest, setRest] = useState<readonly BlendDraft[]>([]);
  const [solvedFor, setSolvedFor] = useState('');
  const input = useMemo(() => dayInput(planned, lots), [planned, lots]);
  const asked = JSON.stringify(input);
  const fresh = day.answer !== undefined && solvedFor === asked;
  const solve = () => {
    setSolvedFor(asked);
    day.ask(input);
  };
  const act = async (work: () => Promise<unknown>) => {
    setTrouble(undefined);
    try {
      await work();
    } catch (problem) {
      setTrouble(problem);
    }
    await refresh(client, ['drafts']);
  };
  const bodyOf = (draft: BlendDraft) => {
    const answer = day.answer?.batches.find((b) => b.id === draft.id);
    if (answer?.status !== 'optimal') return undefined;
    return {
      recipeId: draft.recipeId,
      meatMg: draft.settings.meatMg,
      window: draft.settings.window,
      uses: answer.uses.map((u) => ({ lotId: u.id, massMg: u.massMg })),
      owner: draft.settings.owner,
      draftId: draft.id,
    };
  };
  /** One after the other; where one waits for a signature, the rest is opened once it has it. */
  const openAll = (drafts: readonly BlendDraft[]) =>
    act(async () => {
      for (const [i, draft] of drafts.entries()) {
        const body = bodyOf(draft);
        if (!body) continue;
        const sheet = await opening.open({ ...body, signed: {} });
        if (!sheet) {
          setSignFor(draft);
          setRest(drafts.slice(i + 1));
          return;
        }
      }
      await navigate('/batches');
    });
  const sign = async (signed: Record<string, string>) => {
    const body = signFor && bodyOf(signFor);
    if (!body) return;
    const sheet = await opening.open({ ...body, signed });
    if (sheet) await openAll(rest);
  };
  const ready = planned.filter((d) => bodyOf(d) !== undefined).length;
  return (
    <Box>
      <BlendPlaces />
      {planned.length === 0 ? (
        <Box sx={{ p: 3 }}>
          Nothing is planned for today. Blend a batch and plan it for today under “Kept blends”.
        </Box>
      ) : (
        <>
          <Summary day={day} fresh={fresh} onSolve={solve} />
          {day.refused.map((sentence) => (
            <Trouble key={sentence} error={sentence} />
          ))}
          {trouble || (opening.error && !signFor) ? <Trouble error={trouble ?? opening.error} /> : null}
          {opening.error && signFor ? (
            <>
              <Trouble error={opening.error} />
              <Box>
                {signFor.name} was not opened, and what comes after it not yet.
                <Button onClick={() => void openAll(rest)}>Open the others</Button>
              </Box>
            </>
          ) : null}
          <DayTable planned={planned} lots={lots} answer={day.answer} onAct={act} />
        </>
      )}
      <PrimaryBar>
        <Button
          variant="contained"
          sx={PRIMARY}
          disabled={planned.length === 0 || day.progress !== undefined || opening.busy}
          onClick={() => (fresh ? void openAll(planned) : solve())}
        >
          {fresh ? `Open ${ready} batches` : `Plan ${planned.length} batches together`}
        </Button>
      </PrimaryBar>
      {opening.toSign.length > 0 && signFor ? (
        <SignDialog guards={opening.toSign} onSign={sign} onClose={opening.forget} />
      ) : null}
    </Box>
  );
}

function Summary({
  day,
  fresh,
  onSolve,
}: {
  day: DayState & { stop: () => void };
  fresh: boolean;
  onSolve: () => void;
}) {
  const units = useUnits();
  const { answer, progress } = day;
  if (progress) {
    return (
      <Box sx={{ display: 'flex', gap: 2, alignItems: 'center', mb: 2 }} role="status">
        <Box sx={{ width: 260 }}>Working out {progress.what} …</Box>
        <LinearProgress
          variant="determinate"
          value={progress.part * 100}
          aria-label="Progress of the plan"
          sx={{ flex: 1, height: 12 }}
        />
        <Button variant="outlined" onClick={day.stop}>
          Stop
        </Button>
      </Box>
    );
  }
  if (!answer) {
    return (
      <Box sx={{ mb: 2 }}>
        These batches share one cold room. Planned together, each lot goes where it saves most; the order says
        only who gives way when meat runs short: the last one first. When each is made stands on Today.
      </Box>
    );
  }
  const saved = answer.costOneByOne === null ? null : answer.costOneByOne - answer.cost;
  const out = answer.batches.filter((b) => b.status === 'infeasible').length;
  return (
    <Box sx={{ display: 'flex', gap: 4, alignItems: 'baseline', mb: 1.5 }} role="status">
      <Box>
        <Box component="span" sx={{ ...NUMERALS, fontSize: 34, fontWeight: 700 }}>
          {units.money(answer.cost * 100)}
        </Box>{' '}
        for all the meat
      </Box>
      <Box>
        {saved === null ? (
          'One after the other, not all of them could be made.'
        ) : (
          <>
            <b style={{ ...NUMERALS, fontSize: 22 }}>{units.money(saved * 100)}</b> less than one after the
            other
          </>
        )}
      </Box>
      {out > 0 ? <b>{out === 1 ? 'One batch gives way' : `${out} batches give way`}.</b> : null}
      <Box sx={{ ml: 'auto' }}>
        {fresh ? null : (
          <Button variant="outlined" onClick={onSolve}>
            Something has changed: plan again
          </Button>
        )}
      </Box>
    </Box>
  );
}
