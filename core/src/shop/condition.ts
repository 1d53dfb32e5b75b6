/** What was measured of the shop's computer. */
export interface Measured {
  /** Of the disk with the data. */
  disk: { freeBytes: number; sizeBytes: number };
  memory: { freeBytes: number; sizeBytes: number };
  /** How far the clock was set since the application began, ms; forward is above nought. */
  clockStepMs: number;
  /** How far the database's clock is ahead of the application's, ms. */
  databaseAheadMs: number;
  /** How long the database took for a question without work, ms. */
  databaseMs: number;
  /** Days until the certificate for tablets ends; null where there is none. */
  certificateDays: number | null;
}

type ConditionPart = 'disk' | 'memory' | 'clock' | 'database' | 'certificate';

/** Something of the computer that somebody should see to; `stop` is work that will stand still. */
export interface ConditionFinding {
  part: ConditionPart;
  level: 'warn' | 'stop';
  sentence: string;
}

const GB = 1e9;
const MB = 1e6;
const MINUTE = 60_000;

/** Where it begins to matter; common practice. */
const DISK = { warnBytes: 5 * GB, warnShare: 0.1, stopBytes: 0.5 * GB };
const MEMORY = { warnBytes: 200 * MB, stopBytes: 60 * MB };
const CLOCK_MS = MINUTE;
const DATABASE = { warnMs: 500, aheadMs: 5_000 };
/** The certificate is made anew 45 days before it ends: one nearer than this was not. */
const CERTIFICATE_DAYS = 30;

/**
 * What of the computer should be seen to, the worst first; nothing where all is well.
 * Figures are in the words of whoever reads them, not of whoever measured.
 */
export function judgeCondition(measured: Measured): ConditionFinding[] {
  const found = [
    ...disk(measured),
    ...memory(measured),
    ...clock(measured),
    ...database(measured),
    ...certificate(measured),
  ];
  return found.sort((a, b) => Number(b.level === 'stop') - Number(a.level === 'stop'));
}

function disk({ disk: { freeBytes, sizeBytes } }: Measured): ConditionFinding[] {
  const left = `${(freeBytes / GB).toFixed(1)} GB of ${Math.round(sizeBytes / GB)} are free on the shop’s disk`;
  if (freeBytes < DISK.stopBytes)
    return [
      { part: 'disk', level: 'stop', sentence: `${left}: make room now, or nothing is saved any more.` },
    ];
  const least = Math.min(DISK.warnBytes, DISK.warnShare * sizeBytes);
  return freeBytes < least
    ? [{ part: 'disk', level: 'warn', sentence: `${left}: make room before it is full.` }]
    : [];
}

function memory({ memory: { freeBytes } }: Measured): ConditionFinding[] {
  if (freeBytes >= MEMORY.warnBytes) return [];
  return [
    {
      part: 'memory',
      level: freeBytes < MEMORY.stopBytes ? 'stop' : 'warn',
      sentence: `${Math.round(freeBytes / MB)} MB of memory are left on the shop’s computer: end what else runs on it.`,
    },
  ];
}

function clock({ clockStepMs, databaseAheadMs }: Measured): ConditionFinding[] {
  const found: ConditionFinding[] = [];
  if (Math.abs(clockStepMs) >= CLOCK_MS) {
    const way = clockStepMs > 0 ? 'forward' : 'back';
    found.push({
      part: 'clock',
      level: 'warn',
      sentence: `The clock of the shop’s computer was set ${way} by ${inWords(Math.abs(clockStepMs))} while the shop ran: look whether it is right, and at what was written since.`,
    });
  }
  if (Math.abs(databaseAheadMs) >= DATABASE.aheadMs) {
    found.push({
      part: 'clock',
      level: 'warn',
      sentence: `The database’s clock is ${inWords(Math.abs(databaseAheadMs))} ${databaseAheadMs > 0 ? 'ahead of' : 'behind'} the application’s: set both by a time server.`,
    });
  }
  return found;
}

function database({ databaseMs }: Measured): ConditionFinding[] {
  if (databaseMs < DATABASE.warnMs) return [];
  return [
    {
      part: 'database',
      level: 'warn',
      sentence: `The database takes ${(databaseMs / 1000).toFixed(1)} s to answer anything at all: something else keeps the disk or the processor.`,
    },
  ];
}

function certificate({ certificateDays }: Measured): ConditionFinding[] {
  if (certificateDays === null || certificateDays > CERTIFICATE_DAYS) return [];
  const isOver = certificateDays <= 0;
  return [
    {
      part: 'certificate',
      level: isOver ? 'stop' : 'warn',
      sentence: isOver
        ? 'The certificate for tablets has ended: start the shop anew, and it is made anew.'
        : `The certificate for tablets ends in ${Math.floor(certificateDays)} days and was not renewed by itself: start the shop anew.`,
    },
  ];
}

function inWords(ms: number): string {
  const minutes = ms / MINUTE;
  if (minutes < 1) return `${Math.round(ms / 1000)} s`;
  if (minutes < 120) return `${Math.round(minutes)} min`;
  const hours = minutes / 60;
  return hours < 48 ? `${Math.round(hours)} h` : `${Math.round(hours / 24)} days`;
}
