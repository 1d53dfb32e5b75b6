import { addition } from './addition.js';
import { before } from './before.js';
import { cleared } from './cleared.js';
import { core } from './core.js';
import { count, tally } from './count.js';
import type { ReadingAsk, ReadingKind } from './kind.js';
import { lotStart, lotWeight } from './lot.js';
import { minutes } from './minutes.js';
import { sample } from './sample.js';
import { tack } from './tack.js';
import { temperature } from './temperature.js';
import { verdict } from './verdict.js';

/** Every kind of reading. A new one is a file of its own and a line here. */
const ALL = [
  cleared,
  before,
  lotWeight,
  lotStart,
  temperature,
  core,
  addition,
  minutes,
  tack,
  count,
  tally,
  sample,
  verdict,
] as const;

export type ReadingName = (typeof ALL)[number]['name'];
export const READING_KINDS: readonly ReadingKind<ReadingName>[] = ALL;
export const READING_NAMES = ALL.map((kind) => kind.name);

/**
 * The kind of a reading.
 * @throws Error for a name that is in no room: the database holds only what the registry knows
 */
export function readingKind(name: string): ReadingKind<ReadingName> {
  const kind = READING_KINDS.find((k) => k.name === name);
  if (!kind) throw new Error(`There is no kind of reading called "${name}".`);
  return kind;
}

/** Readings of a kind among others, those that count as it included. */
export function readingsOf<R extends { kind: string }>(readings: readonly R[], name: string): R[] {
  return readings.filter((r) => r.kind === name || readingKind(r.kind).countsAs === name);
}

/** The reading that some more of another is written as while it is counted; itself where none is kept for that. */
export function someMoreOf(name: string): string {
  return READING_KINDS.find((k) => k.countsAs === name && k.adds)?.name ?? name;
}

/**
 * Readings of one load that count for what is asked: of those asked after one that opens, only what was taken
 * once that had passed.
 *
 * @param asks in the order of the hand
 * @param readings of one load, in the order in which they were taken
 */
export function countingFor<R extends { kind: string; value: number }>(
  asks: readonly ReadingAsk[],
  ask: ReadingAsk,
  readings: readonly R[],
): R[] {
  const door = doorBefore(asks, ask);
  const mine = readingsOf(readings, ask.kind);
  if (!door) return mine;
  const opened = readings.findIndex((r) => r.kind === door.kind && passes(door, [r.value]));
  return opened < 0 ? [] : mine.filter((r) => readings.indexOf(r) > opened);
}

/** What must have passed before this is asked; undefined where nothing must. */
export function doorBefore(asks: readonly ReadingAsk[], ask: ReadingAsk): ReadingAsk | undefined {
  const door = asks.findIndex((a) => readingKind(a.kind).opens);
  return door >= 0 && asks.findIndex((a) => a.kind === ask.kind) > door ? asks[door] : undefined;
}

function passes(ask: ReadingAsk, values: readonly number[]): boolean {
  return readingKind(ask.kind).judge(ask, values) === null;
}

/** The figure that readings of one kind make: their sum where they add up, else the last; undefined without any. */
export function figureOf(
  readings: readonly { kind: string; value: number }[],
  name: string,
): number | undefined {
  const own = readings.filter((r) => r.kind === name);
  const kind = readingKind(name);
  if (own.length > 0) {
    return kind.adds ? own.reduce((sum, r) => sum + r.value, 0) : own[own.length - 1]?.value;
  }
  const standIn = READING_KINDS.find((k) => k.countsAs === name);
  return standIn && readings.some((r) => r.kind === standIn.name)
    ? figureOf(readings, standIn.name)
    : undefined;
}

/** Why a value cannot be a reading of its kind, as a sentence that names what would be; undefined when it can. */
export function refusesValue(name: string, value: number): string | undefined {
  const { min, max, whole, subject, hint } = readingKind(name).range;
  if (value >= min && value <= max && (!whole || Number.isInteger(value))) return undefined;
  return `${subject} must be ${whole ? 'a whole number ' : ''}from ${min} to ${max}${hint}.`;
}

export type { Answer, ReadingAsk, ReadingKind } from './kind.js';
