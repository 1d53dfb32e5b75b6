/** A reading that a step asks for, with the limits that hold for it there. Temperatures °C. */
export interface ReadingAsk {
  kind: string;
  /** Above this it does not pass. */
  aboveC?: number | undefined;
  /** Below this it does not pass. */
  belowC?: number | undefined;
  /** What a chamber is set to: it is read about there. */
  nearC?: number | undefined;
  /** What is read comes from the heat. */
  fromHot?: true;
  /** Minutes that are aimed at, asked for at least, and at most. */
  aimMinutes?: number | undefined;
  leastMinutes?: number | undefined;
  mostMinutes?: number | undefined;
  /** Pieces that are wanted. */
  pieces?: number | undefined;
  /** What of the mass a load should hold, and holds at most, mg. */
  aimMg?: number | undefined;
  mostMg?: number | undefined;
  /** What is looked at or done, where a hand says yes to it. */
  words?: string | undefined;
}

/** What a hand is shown to say yes or no to. */
export interface Answer {
  words: string;
  yes: string;
  no?: string;
  /** What yes is written as. */
  value: number;
  /** More of the same comes after it. */
  stays?: true;
}

/** Everything that is known of a kind of reading. Nothing else lists kinds or knows their names. */
export interface ReadingKind<N extends string = string> {
  /** What the database and the files hold. */
  readonly name: N;
  /** On the tile of the bench. */
  readonly title: string;
  /** How a hand gives it. */
  readonly given: 'probe' | 'clock' | 'counter' | 'scale' | 'load scale' | 'answer' | 'judgement';
  /** What a value can be; `subject` begins the sentence that refuses another, `hint` follows its numbers. */
  readonly range: { min: number; max: number; whole: boolean; subject: string; hint: string };
  /** Taken before the mass is weighed out. */
  readonly first?: true;
  /** Each load or lot has its own. */
  readonly perLoad?: true;
  /** Nothing that is asked after it counts before it has passed, load by load. */
  readonly opens?: true;
  /** Values of a step add up; else the last one counts. */
  readonly adds?: true;
  /** The values of all loads together are what came in, mg. */
  readonly sharesOut?: true;
  /** Fills the place of another kind. */
  readonly countsAs?: string;
  /** Said while there is none. */
  readonly asked: string;
  /** Said while a load has none that passes. */
  readonly askedOfLoad?: string;
  /**
   * Why the values do not pass, as a sentence; null when they do. Temperatures in it are tokens.
   * @param values of one step or load, at least one, in the order in which they were taken
   */
  judge(ask: ReadingAsk, values: readonly number[]): string | null;
  /** As it is printed and listed. */
  words(value: number): string;
  /** Values that a delivery in practice gives so that it passes. */
  passing(ask: ReadingAsk): number[];
  /** A value that a small disaster gives: it must not pass. */
  failing?(ask: ReadingAsk): number;
  /** What is said yes to; `n` have been given, for a load where there are several. */
  answer?(ask: ReadingAsk, n: number, load: number): Answer;
}

/** A kind of reading with its name known to the type system. */
export function defineReading<const N extends string>(kind: ReadingKind<N>): ReadingKind<N> {
  return kind;
}

export const PASSES = (): null => null;
export const lastOf = (values: readonly number[]): number => values[values.length - 1] ?? 0;
