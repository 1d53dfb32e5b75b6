import { METHOD_TEMPLATES } from '@zest/core';
import type { MethodStep } from '@zest/contract';

export const CHILL: MethodStep = { key: 'chill', kind: 'chill', stopAboveC: 4.4 };
export const WEIGH_MEAT: MethodStep = { key: 'meats', kind: 'weigh-meat' };
export const WEIGH_INGREDIENTS: MethodStep = { key: 'ingredients', kind: 'weigh-ingredients' };

/** The how many-eth pass through which plate. */
export function grind(pass: number, plateMm: number): Extract<MethodStep, { kind: 'grind' }> {
  return { key: `grind${pass}`, kind: 'grind', plateMm, pass, stopAboveC: 7 };
}

export function mix(bind: 'short' | 'sticky', minutes: number): MethodStep {
  const [minMinutes, maxMinutes] = bind === 'short' ? [2, 6] : [6, 15];
  return { key: 'mix', kind: 'mix', bind, minutes, minMinutes, maxMinutes, stopAboveC: 7 };
}

export const STUFF: MethodStep = { key: 'stuff', kind: 'stuff', stopAboveC: 7 };
export const LINK: MethodStep = { key: 'link', kind: 'link', sampleSize: 10 };
/** Coils are few and large: each is weighed, and its weight counts it. */
export const COIL: MethodStep = { key: 'coil', kind: 'link', shape: 'coils' };
export const PACK: MethodStep = { key: 'pack', kind: 'pack' };
export const SMOKE: MethodStep = {
  key: 'smoke',
  kind: 'smoke',
  minutes: 150,
  chamberC: 62,
  expectedYieldPct: 95,
};
export const COOK: MethodStep = {
  key: 'cook',
  kind: 'cook',
  stopBelowC: 71,
  chamberC: 78,
  expectedYieldPct: 94,
};
export const COOL: MethodStep = { key: 'cool', kind: 'cool', stopAboveC: 7 };

/** Lean through a fine plate, fat through a coarse one, so that the fat shows when it is cut. */
export const LEAN_AND_FAT: MethodStep[] = [
  { ...grind(1, 5), stream: 'lean' },
  { ...grind(1, 10), key: 'grind-fat', stream: 'fat', fatFromPct: 40 },
];

/** The steps of one of the usual methods. */
export function methodOf(id: string): MethodStep[] {
  const template = METHOD_TEMPLATES.find((t) => t.id === id);
  if (!template) throw new Error(`no method ${id}`);
  return template.steps.map((step) => ({ ...step }));
}
