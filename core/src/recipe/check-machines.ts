import { massToken } from '../quantity/tokens.js';
import { machineKind, machinesOf, mostHeldKg, sizesOf, type Machine } from '../shop/machines.js';
import { HORN_PART, isAtMachine, sizeOf, stepTitle, traitsOf, type MethodStep } from '../steps/index.js';
import type { WorkingDocument } from './document.js';
import type { Finding } from '../findings/finding.js';

/**
 * A recipe against the machines that the shop has said it has: a plate or a horn that is not there, more in one load
 * than the largest holds, more for the house than goes in at once. Where nothing was said, nothing is found.
 * @param mixPerMeat mix made per unit of meat; undefined while the doses cannot be added up
 */
export function checkMachines(
  document: WorkingDocument,
  machines: readonly Machine[],
  mixPerMeat: number | undefined,
): Finding[] {
  const warn = (path: string, sentence: string): Finding => ({
    level: 'warn',
    path,
    guard: 'machine',
    sentence,
  });
  const found: Finding[] = [];
  for (const { kind, path, kg } of capacitiesOf(document)) {
    const most = mostHeldKg(machines, kind);
    if (kg === undefined || most === undefined || kg <= most) continue;
    found.push(
      warn(
        path,
        `It counts on a ${kind} that holds ${massToken(kg * 1e6)}; the shop’s largest holds ${massToken(most * 1e6)}.`,
      ),
    );
  }
  document.steps.forEach((step, i) => {
    const lacking = sizeLacking(step, machines, document.casing?.calibreMm);
    if (lacking) found.push(warn(`steps[${i}]${lacking.parameter}`, `${stepTitle(step)}: ${lacking.why}`));
    const { machine } = traitsOf(step);
    const room = machine && !isAtMachine(step) ? mostHeldKg(machines, machine) : undefined;
    if (!machine || room === undefined || mixPerMeat === undefined) return;
    const times = Math.ceil((document.usualMeatMg * mixPerMeat) / (room * 1e6) - 1e-9);
    if (times <= 1) return;
    const { name } = machinesOf(machines, machine)[0] ?? { name: machine };
    found.push(
      warn(
        `steps[${i}]`,
        `${stepTitle(step)}: ${massToken(document.usualMeatMg * mixPerMeat)} of its own batch is more than ${name} holds (${massToken(room * 1e6)}): in ${times} goes.`,
      ),
    );
  });
  return found;
}

const capacitiesOf = (d: WorkingDocument) =>
  [
    { kind: 'mixer', path: 'mixerCapacityKg', kg: d.mixerCapacityKg },
    { kind: 'stuffer', path: 'stufferCapacityKg', kg: d.stufferCapacityKg },
  ] as const;

/** The plate or horn that a step asks for and the shop has not, and where that stands. */
function sizeLacking(
  step: MethodStep,
  machines: readonly Machine[],
  calibreMm: number | undefined,
): { parameter: string; why: string } | undefined {
  const { machine } = traitsOf(step);
  const words = machine && machineKind(machine).sizes;
  const sizes = machine ? sizesOf(machines, machine) : [];
  if (!machine || !words || sizes.length === 0) return undefined;
  const have = `the shop has ${words.many} of ${sizes.join(', ')} mm`;
  const size = sizeOf(step);
  const asked = size?.writtenMm;
  if (size && asked !== undefined && !sizes.includes(asked))
    return { parameter: `.${size.parameter}`, why: `no ${words.one} of ${asked} mm; ${have}.` };
  const widest = machine === 'stuffer' && calibreMm !== undefined ? calibreMm * HORN_PART : undefined;
  if (asked === undefined && widest !== undefined && sizes.every((mm) => mm >= widest))
    return {
      parameter: '',
      why: `a ${calibreMm} mm casing wants a horn narrower than ${Math.floor(widest)} mm; ${have}.`,
    };
  return undefined;
}
