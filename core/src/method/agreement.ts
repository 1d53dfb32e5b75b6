import type { WorkingDocument } from '../recipe/document.js';
import type { Finding } from '../recipe/finding.js';
import { STEP_SHAPES, type StepKind } from './catalogue.js';
import type { StepParameters } from './step.js';
import { streamsAgree } from './streams-agree.js';

/** Below this chamber temperature smoking is cold smoking, °C; common practice. */
const WARM_C = 30;

/**
 * Whether a method can be carried out and agrees with the product's state and its cure. `cured` says
 * whether nitrite or nitrate comes in with any line, whatever it is called.
 */
export function checkMethod(
  document: Pick<WorkingDocument, 'state' | 'steps' | 'lines'>,
  cured: { nitrite: boolean; nitrate: boolean },
): Finding[] {
  return [
    ...order(document),
    ...entering(document),
    ...parameters(document.steps),
    ...streamsAgree(document.steps),
    ...stateAgrees(document),
    ...cureAgrees(document, cured),
  ];
}

const say = (level: Finding['level'], path: string, guard: string, sentence: string): Finding => ({
  level,
  path,
  guard,
  sentence,
});

function order({ steps }: Pick<WorkingDocument, 'steps'>): Finding[] {
  const found: Finding[] = [];
  const keys = new Set<string>();
  const at = (kind: StepKind) => steps.findIndex((s) => s.kind === kind);
  steps.forEach((step, i) => {
    if (keys.has(step.key)) {
      found.push(
        say('stop', `steps[${i}]`, 'method', `${step.title} stands twice under one name; take one out.`),
      );
    }
    keys.add(step.key);
  });
  if (at('weigh-meat') < 0) {
    found.push(say('stop', 'steps', 'method', 'The method has no step at which the meat is weighed.'));
  }
  const firstMass = steps.findIndex((s) => STEP_SHAPES[s.kind].holdsMass);
  if (firstMass < 0) {
    found.push(
      say('stop', 'steps', 'method', 'The method has no step that holds the meat, such as a grind or a mix.'),
    );
  } else if (at('weigh-meat') > firstMass) {
    found.push(
      say(
        'stop',
        `steps[${at('weigh-meat')}]`,
        'method',
        `The meat is weighed after ${steps[firstMass]?.title}; weigh it before.`,
      ),
    );
  }
  const pairs: readonly [StepKind, StepKind, string][] = [
    ['stuff', 'link', 'It is linked before it is stuffed.'],
    ['mix', 'stuff', 'It is stuffed before it is mixed.'],
    ['mix', 'form', 'It is formed before it is mixed.'],
    ['stuff', 'smoke', 'It is smoked before it is stuffed.'],
    ['cook', 'cool', 'It is cooled before it is cooked.'],
    ['water-cook', 'cool', 'It is cooled before it is cooked.'],
    ['mix', 'taste', 'It is tasted before it is mixed: the test is of the final mix.'],
  ];
  for (const [before, after, sentence] of pairs) {
    if (at(before) >= 0 && at(after) >= 0 && at(before) > at(after)) {
      found.push(say('stop', `steps[${at(after)}]`, 'method', sentence));
    }
  }
  if (!steps.some((s) => s.kind === 'taste')) {
    found.push(
      say('warn', 'steps', 'taste', 'Nobody tastes the mix before it is stuffed. Put a taste step in.'),
    );
  }
  return found;
}

/** Every line is weighed before the step at which it goes in, and that step can hold it. */
function entering({ lines, steps }: Pick<WorkingDocument, 'lines' | 'steps'>): Finding[] {
  return lines.flatMap((line, i) => {
    const at = steps.findIndex((s) => s.key === line.entersAt);
    const step = steps[at];
    const path = `lines[${i}].entersAt`;
    if (!step) {
      return [
        say(
          'stop',
          path,
          'method',
          `${line.name} goes in at a step that is no longer in the method. Choose one.`,
        ),
      ];
    }
    if (!STEP_SHAPES[step.kind].holdsMass) {
      return [
        say(
          'stop',
          path,
          'method',
          `${line.name} cannot go in at “${step.title}”: nothing stands there to take it.`,
        ),
      ];
    }
    if (!steps.slice(0, at).some((s) => s.kind === 'weigh-dry')) {
      return [
        say(
          'stop',
          path,
          'method',
          `${line.name} goes in at “${step.title}” before any dry goods are weighed.`,
        ),
      ];
    }
    return [];
  });
}

function parameters(steps: readonly StepParameters[]): Finding[] {
  return steps.flatMap((step, i) => {
    const found: Finding[] = [];
    const path = `steps[${i}]`;
    if (step.kind === 'grind' && !(step.plateMm && step.plateMm > 0)) {
      found.push(
        say('stop', `${path}.plateMm`, 'method', `${step.title}: name the plate in millimetres, such as 8.`),
      );
    }
    if (step.kind === 'mix' && step.bind === undefined) {
      found.push(
        say(
          'stop',
          `${path}.bind`,
          'method',
          `${step.title}: say whether it is mixed short or until sticky.`,
        ),
      );
    }
    if (step.kind === 'mix' && !(step.minMinutes !== undefined && step.maxMinutes !== undefined)) {
      found.push(
        say('warn', `${path}.minMinutes`, 'method', `${step.title}: give its least and most minutes.`),
      );
    }
    if (step.minMinutes !== undefined && step.maxMinutes !== undefined && step.minMinutes > step.maxMinutes) {
      found.push(
        say('stop', `${path}.minMinutes`, 'method', `${step.title}: the least minutes are above the most.`),
      );
    }
    if (step.kind === 'emulsify' && step.stopAboveC === undefined) {
      found.push(
        say(
          'stop',
          `${path}.stopAboveC`,
          'method',
          `${step.title}: every lot needs its temperature limit, such as 12 °C.`,
        ),
      );
    }
    if ((step.kind === 'cook' || step.kind === 'water-cook') && step.stopBelowC === undefined) {
      found.push(
        say(
          'stop',
          `${path}.stopBelowC`,
          'method',
          `${step.title}: name the core temperature it must reach.`,
        ),
      );
    }
    if ((step.kind === 'cook' || step.kind === 'water-cook') && (step.stopBelowC ?? 71) < 71) {
      found.push(
        say(
          'sign',
          `${path}.stopBelowC`,
          'low-core',
          `${step.title} ends at ${step.stopBelowC} °C: only a time at temperature on record makes that safe. Name the rule your plan allows.`,
        ),
      );
    }
    if (step.kind === 'hang' && step.targetLossPct === undefined) {
      found.push(
        say(
          'stop',
          `${path}.targetLossPct`,
          'method',
          `${step.title}: name the weight it must lose in percent.`,
        ),
      );
    }
    return found;
  });
}

function stateAgrees({ state, steps }: Pick<WorkingDocument, 'state' | 'steps'>): Finding[] {
  const cooked = steps.some((s) => s.kind === 'cook' || s.kind === 'water-cook');
  const smoked = steps.some((s) => s.kind === 'smoke');
  const hung = steps.some((s) => s.kind === 'hang');
  const wrong = (sentence: string) => [say('stop', 'state', 'state', sentence)];
  if (state === 'cooked' && !cooked)
    return wrong('The product is called cooked, but no step cooks it. Par-cooked is raw.');
  if (state === 'raw' && cooked) return wrong('The product is called raw, but the method cooks it.');
  if (state === 'raw' && smoked)
    return wrong('The product is called raw, but the method smokes it: it is raw smoked.');
  if (state === 'raw smoked (not cooked)' && !smoked)
    return wrong('The product is called raw smoked, but no step smokes it.');
  if (state === 'raw smoked (not cooked)' && cooked)
    return wrong('The product is called raw smoked, but the method cooks it.');
  if (state === 'dried' && !hung) return wrong('The product is called dried, but no step hangs it to dry.');
  return [];
}

function cureAgrees(
  { state, steps }: Pick<WorkingDocument, 'state' | 'steps'>,
  { nitrite, nitrate }: { nitrite: boolean; nitrate: boolean },
): Finding[] {
  const smoke = steps.findIndex((s) => s.kind === 'smoke');
  const hang = steps.findIndex((s) => s.kind === 'hang');
  const low = steps.findIndex((s) => s.kind === 'cook' && (s.hours ?? 0) >= 4);
  const needs = [smoke, hang, low].find((i) => i >= 0);
  const found: Finding[] = [];
  if (needs !== undefined && !nitrite && !nitrate) {
    const step = steps[needs];
    const cold = step?.kind === 'smoke' && (step.chamberC ?? WARM_C) <= WARM_C;
    found.push(
      say(
        'sign',
        `steps[${needs}]`,
        'no-cure',
        `“${step?.title}” without cure: ${cold ? 'cold smoke' : 'hours in the warm zone'} without nitrite can let botulism grow. Put the cure in, take the step out, or sign for the plan that covers it.`,
      ),
    );
  }
  if ((nitrite || nitrate) && state === 'raw') {
    found.push(
      say(
        'sign',
        'lines',
        'cure-in-fresh',
        'There is cure in a fresh product that is neither smoked nor cooked here. Take it out, or sign for why it is there.',
      ),
    );
  }
  const cooked = steps.some((s) => s.kind === 'cook' || s.kind === 'water-cook');
  const days = steps.reduce((sum, s) => sum + (s.hours ?? 0), 0) / 24;
  if (nitrate && cooked && days < 7) {
    found.push(
      say(
        'stop',
        'lines',
        'nitrate',
        'Nitrate needs weeks to turn into nitrite; in a product cooked within 7 days it stays nitrate. Use a nitrite cure.',
      ),
    );
  }
  return found;
}
