import { linesAsMade } from '@zest/core';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { ROUTES } from '@zest/contract';
import { call } from '../../../data/api.js';
import { command } from '../../../data/command.js';
import { usePerson } from '../../../data/session.js';
import { COLOUR, NUMERALS } from '../../../ui/theme.js';
import { Tick, Triangle, Trouble } from '../../../ui/Trouble.js';
import { useUnits } from '../../../ui/units.js';
import { NoteDialog } from './NoteDialog.js';
import type { ViewProps } from './view-props.js';
import { TastingDialog } from './TastingDialog.js';
import { useStoryCommand } from './use-story-command.js';
import { useShopTime } from '../../../ui/shop-time.js';

/** As written against as made, notes that come up at the next batch, and how it tasted. */
export function MadeView({ story }: ViewProps) {
  const time = useShopTime();
  const units = useUnits();
  const person = usePerson();
  const hands = person.role === 'lead' || person.role === 'bench';
  const [dialog, setDialog] = useState<'note' | 'tasting'>();
  const sending = useStoryCommand();
  const always = story.asMade.filter((l) => l.always);
  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: 'minmax(0, 1.2fr) minmax(0, 1fr)', gap: 4 }}>
      <Box>
        <Box component="h2" sx={{ fontSize: 20, m: '0 0 6px' }}>
          As written, as made
        </Box>
        {story.asMade.length === 0 ? <Box>No batch of this version has been weighed yet.</Box> : null}
        {story.asMade.map((line) => (
          <Box
            key={line.key}
            sx={{
              display: 'grid',
              gridTemplateColumns: '24px 1fr 90px 170px',
              gap: 1,
              alignItems: 'center',
              borderTop: `1px solid ${COLOUR.edge}`,
              minHeight: 44,
            }}
          >
            {line.always ? <Triangle size={18} /> : <Tick size={18} />}
            <Box>
              <b>{line.name}</b>
              {line.always ? ` – always ${line.always}` : ''}
            </Box>
            <Box sx={{ ...NUMERALS, textAlign: 'right' }}>{units.number(line.writtenGPerKg, 2)} g/kg</Box>
            {line.writtenGPerKg > 0 ? (
              <OffBar meanPct={line.meanOffPct} worstPct={line.worstOffPct} batches={line.batches} />
            ) : (
              <Box sx={NUMERALS}>
                {units.number(line.meanGPerKg, 2)} g/kg in {line.batches}
              </Box>
            )}
          </Box>
        ))}
        {always.length > 0 && person.role === 'lead' ? <NextVersion story={story} /> : null}
        <Box component="h2" sx={{ fontSize: 20, m: '20px 0 6px' }}>
          Its batches
        </Box>
        {story.batches.map((batch) => (
          <Box key={batch.id} sx={{ ...NUMERALS, fontSize: 17, py: 0.25 }}>
            <Box component={Link} to={`/batches/${batch.id}`} sx={{ color: COLOUR.ink }}>
              Batch {batch.number}
            </Box>
            , version {batch.versionNo}: {units.mass(batch.meatMg)} meat
            {batch.outMg > 0 ? `, ${units.mass(batch.outMg)} out` : `, ${batch.state}`}
          </Box>
        ))}
      </Box>
      <Box>
        <Head
          title="Notes for the next batch"
          action={hands ? 'Pin a note' : undefined}
          onAct={() => setDialog('note')}
        />
        {story.notes.length === 0 ? <Box>Nothing is pinned.</Box> : null}
        {story.notes.map((note) => (
          <Box key={note.id} sx={{ borderLeft: `4px solid ${COLOUR.zest}`, pl: 1.5, my: 1 }}>
            <b>{whereOf(note, story)}</b> {note.sentence}
            <Box sx={{ fontSize: 15, display: 'flex', alignItems: 'center', gap: 1 }}>
              {note.person}, {time.day(note.at)}
              {person.role === 'lead' ? (
                <Button
                  size="small"
                  onClick={() =>
                    void sending.run(() =>
                      call(ROUTES.settleRecipeNote, { params: { id: story.recipe.id, noteId: note.id } }),
                    )
                  }
                >
                  Done with
                </Button>
              ) : null}
            </Box>
          </Box>
        ))}
        <Head
          title="How it tasted"
          action={hands ? 'Write a tasting' : undefined}
          onAct={() => setDialog('tasting')}
        />
        {story.tastings.length === 0 ? <Box>Nobody has written a tasting.</Box> : null}
        {story.tastings.map((t) => (
          <Box key={t.id} sx={{ display: 'flex', gap: 1, borderTop: `1px solid ${COLOUR.edge}`, py: 0.75 }}>
            {t.passed ? <Tick size={18} /> : <Triangle size={18} />}
            <Box>
              {t.passed ? 'Passed' : 'Not right'}
              {t.batchNumber ? `, batch ${t.batchNumber}` : ''}:{' '}
              {[
                t.salt && `salt ${t.salt}`,
                t.spice && `spice ${t.spice}`,
                t.fat && `fat ${t.fat}`,
                t.texture && `texture ${t.texture}`,
                t.words,
              ]
                .filter(Boolean)
                .join(' · ')}
              <Box sx={{ fontSize: 15 }}>
                {t.person}, {time.day(t.at)}
              </Box>
            </Box>
          </Box>
        ))}
        {sending.error ? <Trouble error={sending.error} /> : null}
      </Box>
      {dialog === 'note' ? <NoteDialog story={story} onClose={() => setDialog(undefined)} /> : null}
      {dialog === 'tasting' ? <TastingDialog story={story} onClose={() => setDialog(undefined)} /> : null}
    </Box>
  );
}

function Head({ title, action, onAct }: { title: string; action: string | undefined; onAct: () => void }) {
  return (
    <Box sx={{ display: 'flex', alignItems: 'center', gap: 2, mt: 1 }}>
      <Box component="h2" sx={{ fontSize: 20, m: 0, flex: 1 }}>
        {title}
      </Box>
      {action ? <Button onClick={onAct}>{action}</Button> : null}
    </Box>
  );
}

function whereOf(
  note: { lineKey: string | null; stepKey: string | null },
  story: ViewProps['story'],
): string {
  const { lines, steps } = story.recipe.document;
  const line = lines.find((l) => l.key === note.lineKey)?.name;
  const step = steps.find((s) => s.key === note.stepKey)?.title;
  return line ? `${line}:` : step ? `${step}:` : 'The whole:';
}

const REACH_PCT = 4;

/** How far off the line is poured: mean as a bar from the middle, the worst as a mark. */
function OffBar({ meanPct, worstPct, batches }: { meanPct: number; worstPct: number; batches: number }) {
  const units = useUnits();
  const x = (pct: number) => 60 + (Math.max(-REACH_PCT, Math.min(REACH_PCT, pct)) / REACH_PCT) * 56;
  const size = units.number(Math.abs(meanPct), 1);
  const signed = `${Number(Math.abs(meanPct).toFixed(1)) === 0 ? '' : meanPct > 0 ? '+' : '−'}${size} %`;
  return (
    <Box
      sx={{ display: 'flex', gap: 1, alignItems: 'center' }}
      role="img"
      aria-label={`${signed} on average over ${batches} batches`}
    >
      <svg width="120" height="18" aria-hidden="true">
        <line x1="60" x2="60" y1="0" y2="18" stroke={COLOUR.ink} />
        <rect
          x={Math.min(60, x(meanPct))}
          y="4"
          width={Math.max(1, Math.abs(x(meanPct) - 60))}
          height="10"
          fill={COLOUR.spice}
        />
        <line
          x1={x(worstPct)}
          x2={x(worstPct)}
          y1="2"
          y2="16"
          stroke={COLOUR.ink}
          strokeWidth="2"
          strokeDasharray="2 2"
        />
      </svg>
      <Box sx={{ ...NUMERALS, whiteSpace: 'nowrap' }}>{signed}</Box>
    </Box>
  );
}

/** One touch: a draft of the next version with the doses as they are really made. */
function NextVersion({ story }: { story: ViewProps['story'] }) {
  const navigate = useNavigate();
  const [error, setError] = useState<unknown>();
  const { recipe } = story;
  const go = async () => {
    setError(undefined);
    try {
      const lines = linesAsMade(recipe.document.lines, story.asMade);
      const draft = await command(ROUTES.addRecipeDraft, {
        body: {
          name: recipe.name,
          recipeId: recipe.id,
          fromVersionId: recipe.versionId,
          document: { ...recipe.document, lines },
        },
      });
      await navigate(`/recipes/drafts/${draft.id}`);
    } catch (problem) {
      setError(problem);
    }
  };
  return (
    <Box sx={{ mt: 1.5 }}>
      <Button variant="outlined" onClick={() => void go()}>
        Write version {recipe.versionNo + 1} as it is really made
      </Button>
      {error ? <Trouble error={error} /> : null}
    </Box>
  );
}
