import type { Finding } from '../findings/finding.js';
import { SAFE_CORE_C } from '../species/index.js';
import { finding, type StepPlace } from './kind.js';

/** A step that cooks names the core it must reach; a lower one needs a rule that somebody signs for. */
export function coreAgrees({ stopBelowC }: { stopBelowC?: number | undefined }, place: StepPlace): Finding[] {
  const path = place.path('stopBelowC');
  if (stopBelowC === undefined)
    return [finding('stop', path, 'method', `${place.title}: name the core temperature it must reach.`)];
  if (stopBelowC >= SAFE_CORE_C) return [];
  return [
    finding(
      'sign',
      path,
      'low-core',
      `${place.title} ends at ${stopBelowC} °C: only a time at temperature on record makes that safe. Name the rule your plan allows.`,
    ),
  ];
}

export const APART_CAUTION = 'Raw and cooked vessels stay apart.';
