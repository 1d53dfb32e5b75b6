export function errnoOf(error: unknown): number | undefined {
  return error instanceof Error && 'errno' in error && typeof error.errno === 'number'
    ? error.errno
    : undefined;
}

export const DUPLICATE_KEY = 1062;
/** Two wrote the same at once; the later one begins again. In a cluster it may be told so at its commit. */
const DEADLOCK = 1213;
const LOCK_WAIT = 1205;

/** A statement that ran into its time limit. */
export const TOOK_TOO_LONG = 1969;

/** A server that is cut off from the most of its cluster takes nothing: before, and in the middle of a commit. */
const CUT_OFF = new Set([1047, 1180]);

/** No room on the disk: a table, a temporary one, a file, or the storage engine says so (28 is ENOSPC). */
const FULL = new Set([1114, 1021, 1026, 3]);

/** The disk is full: what was to be written was not, and can be when there is room. */
export function isDiskFull(error: unknown): boolean {
  if (!(error instanceof Error)) return false;
  if ('code' in error && error.code === 'ENOSPC') return true;
  return FULL.has(errnoOf(error) ?? 0) || /\b(error|errno):? 28\b|No space left/i.test(error.message);
}

/** The database is away: refused, lost, restarting or shutting down, cut off from the others, or it took too long. */
export function isDatabaseAway(error: unknown): boolean {
  if (!(error instanceof Error)) return false;
  const errno = errnoOf(error) ?? 0;
  if (isDiskFull(error)) return false;
  if (errno === TOOK_TOO_LONG || CUT_OFF.has(errno)) return true;
  const code = 'code' in error ? String(error.code) : '';
  return (
    /^(ECONN|EPIPE|ENOENT|ETIMEDOUT|EHOSTUNREACH|ENETUNREACH|PROTOCOL_|ER_SERVER_SHUTDOWN|ER_CON_COUNT|ER_CONNECTION_KILLED|ER_NORMAL_SHUTDOWN)/.test(
      code,
    ) || /closed state|Connection lost|Pool is closed/i.test(error.message)
  );
}

/** Two went on wanting the same however often it was tried; it can be sent again. */
export function isContended(error: unknown): boolean {
  return [DEADLOCK, LOCK_WAIT].includes(errnoOf(error) ?? 0);
}
