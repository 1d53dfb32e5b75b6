import type { WorkingDocument } from '../recipe/document.js';
import { setWhereKnown } from '../steps/edit.js';
import type { ParamSchool, ParamSpec, ParamValue, Params } from '../steps/parameters.js';
import { STEP_KINDS, stepKind, type MethodStep } from '../steps/all-kinds.js';
import { choice, type Choice, type School } from './school.js';
import { paramsOf } from '../steps/step.js';

type AnySchool = ParamSchool<ParamValue>;

const schoolOf = (spec: ParamSpec | undefined) => spec?.school as AnySchool | undefined;

/** The steps at which a parameter asks this question. */
function asks(step: MethodStep, name: string, id: string): boolean {
  const spec = stepKind(step.kind).parameters[name];
  return schoolOf(spec)?.id === id && spec?.asked?.(paramsOf(step)) !== false;
}

/** The questions that stand in the rooms of the kinds, each once whatever the number of kinds that ask it. */
export function schoolsOfParameters(): School[] {
  const found = new Map<string, School>();
  for (const kind of STEP_KINDS) {
    for (const [name, spec] of Object.entries(kind.parameters)) {
      const school = schoolOf(spec);
      if (school && !found.has(school.id)) found.set(school.id, toSchool(name, school));
    }
  }
  return [...found.values()];
}

function toSchool(name: string, school: AnySchool): School {
  const asking = (document: WorkingDocument) => document.steps.filter((s) => asks(s, name, school.id));
  return {
    id: school.id,
    question: school.question,
    arises: (document) => asking(document).length > 0,
    choices: school.choices.map(({ value, title, why, also }): Choice =>
      choice(
        String(value),
        title,
        why,
        (document) => {
          const first = asking(document)[0];
          return first !== undefined && paramsOf(first)[name] === value;
        },
        (document) => ({
          ...document,
          steps: applied(document, name, school, { [name]: value, ...also }),
        }),
      ),
    ),
  };
}

/** The choice with what it brings along; numbers that are the method's own stay as they are. */
function applied(
  document: WorkingDocument,
  name: string,
  school: AnySchool,
  parameters: Params,
): MethodStep[] {
  const { [name]: value, ...also } = parameters;
  return document.steps.flatMap((step) => {
    const isOwn = hasOwnNumbers(step, name, school, also);
    const chosen = isOwn && value !== undefined ? { [name]: value } : parameters;
    return setWhereKnown([step], chosen, (s) => asks(s, name, school.id));
  });
}

/** Whether a step says other numbers than the choice that it has now brought along. */
function hasOwnNumbers(step: MethodStep, name: string, school: AnySchool, also: Params): boolean {
  const now = paramsOf(step);
  const before: Params = school.choices.find((c) => c.value === now[name])?.also ?? {};
  return Object.keys(also).some((key) => now[key] !== undefined && now[key] !== before[key]);
}
