import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useCallback, useEffect, useReducer, useRef, useState, type RefObject } from 'react';
import { ROUTES, type RecipeDraft } from '@zest/contract';
import { ApiProblem, call } from '../../../data/api.js';
import type { EditorDocument } from '../new-document.js';
import { begin, change, redo, undo, type History } from './history.js';
import { queries } from '../../../data/queries.js';

interface Written {
  name: string;
  document: EditorDocument;
}

type Action =
  | { kind: 'load'; value: Written }
  | { kind: 'change'; value: (now: Written) => Written; topic?: string | undefined }
  | { kind: 'undo' }
  | { kind: 'redo' };

function reduce(history: History<Written> | undefined, action: Action): History<Written> | undefined {
  if (action.kind === 'load') return begin(action.value);
  if (!history) return history;
  if (action.kind === 'undo') return undo(history);
  if (action.kind === 'redo') return redo(history);
  return change(history, action.value(history.now), action.topic);
}

/** The hand must rest this long before what was written is kept. */
const REST_MS = 700;

export interface Draft {
  head: RecipeDraft | undefined;
  written: Written | undefined;
  error: unknown;
  /** Whether everything that was written is kept on the server. */
  kept: boolean;
  keepError: unknown;
  /** What somebody else has kept meanwhile; one of the two must be chosen. */
  theirs: RecipeDraft | undefined;
  takeTheirs: (draft: RecipeDraft) => void;
  keepMine: (draft: RecipeDraft) => void;
  canUndo: boolean;
  canRedo: boolean;
  edit: (value: (now: Written) => Written, topic?: string) => void;
  undo: () => void;
  redo: () => void;
  /** Keeps at once; answers the version that is kept. */
  keepNow: () => Promise<number>;
}

/**
 * A recipe being written: local at once, undone and redone at will, kept on the server as soon as the
 * hand rests. Somebody else's change in between is refused by the server and said, not overwritten.
 */
export function useDraft(id: string): Draft {
  const client = useQueryClient();
  const query = useQuery({
    ...queries.recipeDraft(id),
    staleTime: Infinity,
    gcTime: 0,
  });
  const [history, dispatch] = useReducer(reduce, undefined);
  const [keepError, setKeepError] = useState<unknown>();
  const [kept, setKept] = useState(true);
  const version = useRef(0);
  const sent = useRef<Written | undefined>(undefined);
  const latest = useRef<Written | undefined>(undefined);
  const sending = useRef<Promise<unknown>>(Promise.resolve());
  const { data } = query;
  useEffect(() => {
    if (!data || sent.current) return;
    version.current = data.version;
    const value = { name: data.name, document: data.document };
    sent.current = value;
    dispatch({ kind: 'load', value });
  }, [data]);
  const written = history?.now;
  const keep = useCallback(
    (value: Written) => {
      const work = sending.current.then(async () => {
        if (sent.current === value) return version.current;
        const answer = await call(ROUTES.changeRecipeDraft, {
          params: { id },
          body: { ...value, version: version.current },
        });
        version.current = answer.version;
        sent.current = value;
        setKeepError(undefined);
        void client.invalidateQueries({ queryKey: queries.recipeDrafts.queryKey });
        return answer.version;
      });
      sending.current = work.catch(() => undefined);
      return work;
    },
    [client, id],
  );
  useEffect(() => {
    latest.current = written;
  }, [written]);
  useFlush(latest, sent, keep);
  useEffect(() => {
    if (!written || sent.current === written) {
      setKept(true);
      return undefined;
    }
    setKept(false);
    const timer = window.setTimeout(() => {
      keep(written).then(
        () => setKept(true),
        (problem: unknown) => setKeepError(problem),
      );
    }, REST_MS);
    return () => window.clearTimeout(timer);
  }, [written, keep]);
  return {
    head: data,
    written,
    error: query.error,
    kept,
    keepError,
    theirs: theirsOf(keepError),
    takeTheirs: useCallback((draft: RecipeDraft) => {
      version.current = draft.version;
      const value = { name: draft.name, document: draft.document };
      sent.current = value;
      setKeepError(undefined);
      dispatch({ kind: 'load', value });
    }, []),
    keepMine: useCallback(
      (draft: RecipeDraft) => {
        version.current = draft.version;
        setKeepError(undefined);
        if (written) keep(written).then(() => setKept(true), setKeepError);
      },
      [written, keep],
    ),
    canUndo: (history?.past.length ?? 0) > 0,
    canRedo: (history?.future.length ?? 0) > 0,
    edit: useCallback((value, topic) => dispatch({ kind: 'change', value, topic }), []),
    undo: useCallback(() => dispatch({ kind: 'undo' }), []),
    redo: useCallback(() => dispatch({ kind: 'redo' }), []),
    keepNow: useCallback(() => (written ? keep(written) : Promise.resolve(version.current)), [written, keep]),
  };
}

/** The draft as somebody else has kept it, when that is why ours was refused. */
function theirsOf(problem: unknown): RecipeDraft | undefined {
  return problem instanceof ApiProblem && problem.problem.type.endsWith(':stale')
    ? (problem.problem.current as RecipeDraft | undefined)
    : undefined;
}

/** Leaving the page keeps what the hand has not rested on yet; closing the window asks first. */
function useFlush(
  latest: RefObject<Written | undefined>,
  sent: RefObject<Written | undefined>,
  keep: (value: Written) => Promise<number>,
): void {
  useEffect(() => {
    const unkept = () => (latest.current === sent.current ? undefined : latest.current);
    const ask = (event: BeforeUnloadEvent) => {
      if (unkept()) event.preventDefault();
    };
    window.addEventListener('beforeunload', ask);
    return () => {
      window.removeEventListener('beforeunload', ask);
      const value = unkept();
      if (value) keep(value).catch(() => undefined);
    };
  }, [latest, sent, keep]);
}
