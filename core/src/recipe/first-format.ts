import { STEP_NAMES, stepInstruction, stepTitle, type StepLike } from '../steps/index.js';

type Json = Record<string, unknown>;

const isObject = (value: unknown): value is Json =>
  typeof value === 'object' && value !== null && !Array.isArray(value);
const listOf = (value: unknown): unknown[] => (Array.isArray(value) ? value : []);

/** Kinds of step that were called otherwise. */
const RENAMED: Readonly<Record<string, string>> = { 'weigh-dry': 'weigh-ingredients' };

/**
 * A recipe file of format version 1 in the form of version 2. Steps said what the hand is told as `say`
 * and had a title of their own in any case; lines kept what stood on the card as
 * `spoken`; what a batch can be made hotter by was called its heats. Whatever is
 * not of that form is handed on as it is: the reader of version 2 says what is wrong with it.
 */
export function fromFirstFormat(file: unknown): unknown {
  if (!isObject(file) || file['formatVersion'] !== 1 || !isObject(file['document'])) return file;
  const { heats, ...document } = file['document'];
  return {
    ...file,
    formatVersion: 2,
    document: {
      ...document,
      ...(heats === undefined ? {} : { hotness: heats }),
      steps: listOf(document['steps']).map((step) => (isObject(step) ? secondStep(step) : step)),
      lines: listOf(document['lines']).map((line) => (isObject(line) ? secondLine(line) : line)),
    },
  };
}

function secondLine({ spoken, heat, ...line }: Json): Json {
  return {
    ...line,
    ...(spoken === undefined ? {} : { asWritten: spoken }),
    ...(heat === undefined ? {} : { hot: heat }),
  };
}

/** Words that only say again what the kind says of these parameters are left to the kind. */
function secondStep({ say, title, ...step }: Json): Json {
  const name = String(step['kind']);
  const kind = RENAMED[name] ?? name;
  const known = STEP_NAMES.find((n) => n === kind);
  if (!known) return { ...step, kind, title, instruction: say };
  const bare = { ...step, kind: known } as StepLike;
  return {
    ...step,
    kind,
    ...(typeof title === 'string' && title !== stepTitle(bare) ? { title } : {}),
    ...(typeof say === 'string' && say !== '' && say !== stepInstruction(bare) ? { instruction: say } : {}),
  };
}
