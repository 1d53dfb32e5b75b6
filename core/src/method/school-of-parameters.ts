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
          steps: applied(document, name, school.id, { [name]: value, ...also }),
        }),
      ),
    ),
  };
}

function applied(document: WorkingDocument, name: string, id: string, parameters: Params): MethodStep[] {
  return setWhereKnown(document.steps, parameters, (step) => asks(step, name, id));
}
