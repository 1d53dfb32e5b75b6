import { temperatureToken } from '../quantity/tokens.js';
import {
  NO_SITUATION,
  asksOf,
  hoursOf,
  readingKind,
  stepTitle,
  type MethodStep,
  type ReadingAsk,
} from '../steps/index.js';

/** A limit of a reading, and whether a figure of it asks less than another did. */
const LIMITS = [
  {
    name: 'aboveC',
    isLooser: (was: number, is: number) => is > was,
    words: (c: number) => `at most ${temperatureToken(c)}`,
  },
  {
    name: 'belowC',
    isLooser: (was: number, is: number) => is < was,
    words: (c: number) => `at least ${temperatureToken(c)}`,
  },
  {
    name: 'leastMinutes',
    isLooser: (was: number, is: number) => is < was,
    words: (m: number) => `at least ${m} min`,
  },
  {
    name: 'mostMinutes',
    isLooser: (was: number, is: number) => is > was,
    words: (m: number) => `at most ${m} min`,
  },
] as const satisfies readonly {
  name: keyof ReadingAsk;
  isLooser: (was: number, is: number) => boolean;
  words: (value: number) => string;
}[];

/**
 * What a change of a step asks less of than it did: readings and hours that are gone, and limits that are wider. Each
 * as words; none where nothing is loosened.
 *
 * @param cured the batch carries cure
 */
export function loosened(was: MethodStep, is: MethodStep, cured: boolean): string[] {
  const situation = { ...NO_SITUATION, cured };
  const left = asksOf(is, situation);
  const fewer = asksOf(was, situation).flatMap((ask) => {
    const same = left.find((a) => a.kind === ask.kind);
    const { title } = readingKind(ask.kind);
    return same ? widened(title, ask, same) : [`${title} is not asked any more`];
  });
  const [wasHours, isHours] = [hoursOf(was) ?? 0, hoursOf(is) ?? 0];
  const hours = isHours < wasHours ? [`${inHours(isHours)} instead of ${inHours(wasHours)}`] : [];
  return [...fewer, ...hours].map((words) => `${stepTitle(was)}: ${words}.`);
}

function widened(title: string, was: ReadingAsk, is: ReadingAsk): string[] {
  return LIMITS.flatMap(({ name, isLooser, words }) => {
    const [before, now] = [was[name], is[name]];
    if (before === undefined) return [];
    if (now === undefined) return [`${title} has no limit any more, and had ${words(before)}`];
    return isLooser(before, now) ? [`${title} ${words(now)} instead of ${words(before)}`] : [];
  });
}

function inHours(hours: number): string {
  return hours < 1 ? `${Math.round(hours * 60)} min` : `${hours} h`;
}
