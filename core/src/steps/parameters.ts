/** What a parameter of a step may hold. */
export type ParamValue = number | string | boolean;
export type Params = Readonly<Record<string, ParamValue | undefined>>;

/** One side of a question that people who know this work answer differently. */
interface SchoolChoice<V> {
  value: V;
  title: string;
  /** Why this side does it, one line. */
  why: string;
  /** Other parameters of the step that go with it. */
  also?: Params;
}

/** The question itself, asked where the parameter is. */
export interface ParamSchool<V> {
  id: string;
  question: string;
  choices: readonly SchoolChoice<V>[];
}

interface SpecBase<V> {
  /** At the field of the editor. */
  label: string;
  /** In a line, on paper and in what changed. Weights and temperatures are tokens. */
  words(value: V): string;
  /** Asked only where this holds; always where absent. */
  asked?(parameters: Params): boolean;
  school?: ParamSchool<V>;
}

export interface NumberSpec extends SpecBase<number> {
  type: 'number';
  unit: string;
  min: number;
  max: number;
  whole: boolean;
  /** It is the width of a plate or a horn of the machine that the step is done with. */
  isSize?: true;
}
export interface ChoiceSpec<V extends string> extends SpecBase<V> {
  type: 'choice';
  values: readonly V[];
}
export interface FlagSpec extends SpecBase<boolean> {
  type: 'flag';
}
export interface TextSpec extends SpecBase<string> {
  type: 'text';
  most: number;
}

/**
 * One parameter of a kind of step. Its schema, its field in the editor, its words on card and sheet and
 * the line in what changed between two versions all come from here.
 */
export type ParamSpec = NumberSpec | ChoiceSpec<string> | FlagSpec | TextSpec;
export type ParamTable = Readonly<Record<string, ParamSpec>>;

type ValueOf<S> = S extends NumberSpec
  ? number
  : S extends FlagSpec
    ? boolean
    : S extends ChoiceSpec<infer V>
      ? V
      : string;

/** The parameters that a table describes; each may be left open. */
export type ParamsOf<T extends ParamTable> = { readonly [K in keyof T]?: ValueOf<T[K]> | undefined };

type NumberMore = Partial<Pick<NumberSpec, 'whole' | 'asked' | 'school' | 'isSize'>>;

/** A number in the unit that stands at its field; `words` write it where it is read. */
export function number(
  label: string,
  unit: string,
  range: readonly [min: number, max: number],
  words: (value: number) => string,
  more: NumberMore = {},
): NumberSpec {
  return { type: 'number', label, unit, min: range[0], max: range[1], words, whole: false, ...more };
}

/** One of a few words. */
export function choice<const V extends string>(
  label: string,
  values: readonly V[],
  words: (value: V) => string,
  more: Partial<Pick<ChoiceSpec<V>, 'asked' | 'school'>> = {},
): ChoiceSpec<V> {
  return { type: 'choice', label, values, words, ...more };
}

/** Yes or no. */
export function flag(
  label: string,
  words: (value: boolean) => string,
  more: Partial<Pick<FlagSpec, 'school'>> = {},
): FlagSpec {
  return { type: 'flag', label, words, ...more };
}

/** A sentence. */
export function text(label: string, most: number, words: (value: string) => string): TextSpec {
  return { type: 'text', label, most, words };
}
