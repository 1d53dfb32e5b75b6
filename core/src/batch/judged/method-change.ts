import { isCure } from '../../matter/index.js';
import { checkRecipe, type CheckInput } from '../../recipe/check.js';
import type { WorkingDocument } from '../../recipe/document.js';
import { holdsAgainst, type Finding } from '../../findings/finding.js';
import type { MethodStep } from '../../steps/index.js';
import { loosened } from '../../method/loosened.js';

interface MethodChange extends Omit<CheckInput, 'document'> {
  before: WorkingDocument;
  after: WorkingDocument;
}

/** What a figure may move by and still be what it was. */
const SAME = 1e-6;

/**
 * What speaks against another method for what is being made, and did not speak against the one it has: whatever was
 * signed for that one covers none of it. Limits that become wider are to be signed, too.
 */
export function againstChange({ before, after, ...input }: MethodChange): Finding[] {
  const old = checkRecipe({ ...input, document: before }).findings.map((f) => placed(f, before));
  const fresh = checkRecipe({ ...input, document: after })
    .findings.filter(holdsAgainst)
    .filter((f) => !old.some((o) => isAsFar(o, placed(f, after))));
  return [...fresh, ...anotherState(before, after), ...widerLimits(before, after.steps, input.library)];
}

/** What it becomes is another product: whoever signs for that signs for its label. */
function anotherState(before: WorkingDocument, after: WorkingDocument): Finding[] {
  if (before.state === after.state) return [];
  return [
    {
      level: 'sign',
      path: 'steps',
      guard: 'state',
      about: after.state,
      sentence: `It becomes ${after.state} instead of ${before.state}: sheet and label will say so. Say why.`,
    },
  ];
}

/** A finding with the key of the step that it is about instead of its place in the list. */
function placed(found: Finding, { steps }: WorkingDocument): Finding {
  const at = /^steps\[(\d+)\]/.exec(found.path);
  const key = at ? steps[Number(at[1])]?.key : undefined;
  return at && key !== undefined ? { ...found, path: found.path.replace(at[0], `steps ${key}`) } : found;
}

function isAsFar(old: Finding, now: Finding): boolean {
  return (
    old.guard === now.guard &&
    old.level === now.level &&
    old.path === now.path &&
    old.about === now.about &&
    (now.amount ?? 0) <= (old.amount ?? 0) + SAME
  );
}

function widerLimits(
  { steps, lines }: WorkingDocument,
  after: readonly MethodStep[],
  library: CheckInput['library'],
): Finding[] {
  const cured = lines.some((l) => {
    const known = library.get(l.ingredientId ?? '');
    return l.role === 'cure' || (known !== undefined && isCure(known.contents));
  });
  return after.flatMap((step, i) => {
    const was = steps.find((s) => s.key === step.key && s.kind === step.kind);
    const words = was ? loosened(was, step, cured) : [];
    if (words.length === 0) return [];
    return [
      {
        level: 'sign',
        path: `steps[${i}]`,
        guard: 'loosened',
        about: step.key,
        sentence: `${words.join(' ')} Say why that is safe for this batch.`,
      },
    ];
  });
}
