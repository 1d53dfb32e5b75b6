import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { checkRecipe, houseOf } from '@zest/core';
import { ROUTES } from '@zest/contract';
import { call } from '../../../data/api.js';
import { Loading } from '../../../ui/Loading.js';
import { PRIMARY, PrimaryBar } from '../../../ui/PrimaryBar.js';
import { TabRow } from '../../../ui/TabRow.js';
import { Tick, Trouble } from '../../../ui/Trouble.js';
import type { EditorDocument } from '../new-document.js';
import { useLibrary, useRules } from '../use-recipes.js';
import { FindingsColumn } from './FindingsColumn.js';
import { LinesPanel } from './LinesPanel.js';
import { MethodPanel } from './MethodPanel.js';
import { ProductPanel } from './ProductPanel.js';
import { PublishDialog } from './PublishDialog.js';
import { useDraft, type Draft } from './use-draft.js';
import { queries } from '../../../data/queries.js';
import { useMachines } from '../../../data/use-machines.js';
import { useUnits } from '../../../ui/units.js';

const PARTS = ['What goes in', 'How it is made', 'What it is'] as const;

/** Writing a recipe: lines, method and product on the left, every limit beside them. */
export default function EditorPage() {
  const { id = '' } = useParams();
  const draft = useDraft(id);
  const library = useLibrary();
  const rules = useRules();
  const failed = draft.error ?? library.error ?? rules.error;
  if (failed) return <Trouble error={failed} />;
  if (!draft.written || !draft.head || !library.data || !rules.data)
    return <Loading what="Fetching the recipe" />;
  return <Editor draft={draft} library={library} rules={rules.data} />;
}

interface EditorProps {
  draft: Draft;
  library: ReturnType<typeof useLibrary>;
  rules: NonNullable<ReturnType<typeof useRules>['data']>;
}

function Editor({ draft, library, rules }: EditorProps) {
  const { head, written, edit } = draft;
  const [part, setPart] = useState<(typeof PARTS)[number]>('What goes in');
  const [publishing, setPublishing] = useState(false);
  useUndoKeys(draft);
  const units = useUnits();
  const machines = useMachines();
  const before = useQuery({
    ...queries.recipe(head?.recipeId ?? ''),
    enabled: head?.recipeId !== null && head !== undefined,
  });
  if (!written || !head) return null;
  const { name, document } = written;
  const check = checkRecipe({
    name,
    document,
    library: library.byId,
    book: rules.book,
    house: houseOf(rules),
    machines,
  });
  const stops = check.findings.filter((f) => f.level === 'stop');
  const toSign = new Set(check.findings.filter((f) => f.level === 'sign').map((f) => f.guard)).size;
  const editDocument = (change: (d: EditorDocument) => EditorDocument, topic?: string) =>
    edit((now) => ({ ...now, document: change(now.document) }), topic);
  const versionNo = (before.data?.versionNo ?? 0) + 1;
  return (
    <Box sx={{ pb: 2 }}>
      <Box sx={{ display: 'flex', gap: 2, alignItems: 'center', mb: 1 }}>
        <TextField
          label="Recipe"
          value={name}
          onChange={(e) => edit((now) => ({ ...now, name: e.target.value }), 'name')}
          slotProps={{ htmlInput: { maxLength: 80, style: { fontSize: 24, fontWeight: 700 } } }}
          sx={{ width: 380 }}
        />
        <Box sx={{ flex: 1 }}>
          {head.recipeId
            ? `to become version ${versionNo}`
            : head.fromName
              ? `a variant of ${head.fromName}`
              : 'new'}{' '}
          · <span role="status">{draft.kept ? 'kept' : 'keeping …'}</span>
        </Box>
        <Button onClick={draft.undo} disabled={!draft.canUndo}>
          Undo
        </Button>
        <Button onClick={draft.redo} disabled={!draft.canRedo}>
          Redo
        </Button>
        <ThrowAway id={head.id} name={name} />
      </Box>
      <NotKept draft={draft} />
      <TabRow
        label="Parts of the recipe"
        tabs={PARTS}
        chosen={part}
        onChoose={setPart}
        more={(p) => (countOf(stops, p) > 0 ? ` (${countOf(stops, p)})` : '')}
      />
      <Box
        sx={{
          display: 'grid',
          gridTemplateColumns: { xs: 'minmax(0, 1fr) 210px', lg: 'minmax(0, 1fr) 270px' },
          gap: 2.5,
        }}
      >
        <Box role="tabpanel" aria-label={part}>
          {part === 'What goes in' ? (
            <LinesPanel document={document} check={check} library={library} onEdit={editDocument} />
          ) : part === 'How it is made' ? (
            <MethodPanel document={document} findings={check.findings} onEdit={editDocument} />
          ) : (
            <ProductPanel document={document} findings={check.findings} onEdit={editDocument} />
          )}
          {part === 'What goes in'
            ? check.findings
                .filter((f) => f.path === 'lines' && f.level !== 'note')
                .map((f) => (
                  <Box key={f.sentence} role={f.level === 'stop' ? 'alert' : 'note'} sx={{ mt: 1 }}>
                    <b>{f.level === 'stop' ? 'Stop. ' : f.level === 'sign' ? 'To mend or sign: ' : ''}</b>
                    {units.sentence(f.sentence)}
                  </Box>
                ))
            : null}
        </Box>
        <FindingsColumn check={check} book={rules.book} meatMg={document.usualMeatMg} />
      </Box>
      {publishing ? (
        <PublishDialog
          draftId={head.id}
          name={name}
          versionNo={versionNo}
          findings={check.findings}
          before={before.data?.document}
          document={document}
          keep={draft.keepNow}
          onClose={() => setPublishing(false)}
        />
      ) : null}
      <PrimaryBar>
        <Box role="status" sx={{ flex: 1, display: 'flex', gap: 1, alignItems: 'center' }}>
          {stops.length === 0 ? <Tick /> : <b>Stop.</b>}
          {stops.length === 0
            ? toSign > 0
              ? `Nothing stops it; ${toSign} to mend or sign.`
              : 'Nothing stops it.'
            : `${stops.length} to mend first: ${units.sentence(stops[0]?.sentence ?? '')}`}
        </Box>
        <Button
          variant="contained"
          sx={PRIMARY}
          disabled={stops.length > 0}
          onClick={() => setPublishing(true)}
        >
          Publish version {versionNo}
        </Button>
      </PrimaryBar>
    </Box>
  );
}

/** Why the last change is not kept; where somebody else was first, one of the two is chosen. */
function NotKept({ draft }: { draft: Draft }) {
  const { keepError, theirs } = draft;
  if (!keepError) return null;
  return (
    <>
      <Trouble error={keepError} />
      {theirs ? (
        <Box sx={{ display: 'flex', gap: 2, mb: 2 }}>
          <Button variant="outlined" onClick={() => draft.takeTheirs(theirs)}>
            Take what {theirs.person} kept
          </Button>
          <Button variant="outlined" onClick={() => draft.keepMine(theirs)}>
            Keep mine instead
          </Button>
        </Box>
      ) : null}
    </>
  );
}

function countOf(stops: readonly { path: string }[], part: (typeof PARTS)[number]): number {
  const of = (path: string) =>
    path.startsWith('lines') ? 'What goes in' : path.startsWith('steps') ? 'How it is made' : 'What it is';
  return stops.filter((f) => of(f.path) === part).length;
}

/** Ctrl+Z and Ctrl+Shift+Z, wherever the focus is. */
function useUndoKeys({ undo, redo }: Draft): void {
  useEffect(() => {
    const listen = (event: KeyboardEvent) => {
      if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'z') return;
      event.preventDefault();
      if (event.shiftKey) redo();
      else undo();
    };
    window.addEventListener('keydown', listen);
    return () => window.removeEventListener('keydown', listen);
  }, [undo, redo]);
}

function ThrowAway({ id, name }: { id: string; name: string }) {
  const navigate = useNavigate();
  const [sure, setSure] = useState(false);
  const go = async () => {
    await call(ROUTES.removeRecipeDraft, { params: { id } });
    await navigate('/recipes');
  };
  return sure ? (
    <Button color="inherit" variant="outlined" onClick={() => void go()}>
      Yes, throw {name} away
    </Button>
  ) : (
    <Button onClick={() => setSure(true)}>Throw away</Button>
  );
}
