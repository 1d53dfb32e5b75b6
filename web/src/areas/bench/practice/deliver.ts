import {
  deliveryMissed,
  practiceScript,
  type Disaster,
  type PracticeMove,
  type PracticeNeed,
} from '@zest/core';
import { ROUTES, type Probe, type Scale } from '@zest/contract';
import { call } from '../../../data/api.js';
import { live } from '../../../data/live.js';

/** How long a delivery is left standing before somebody looks whether it is still what was asked for. */
const LOOK_AGAIN_MS = 3000;
/** How often a hand looks for the zero, and how long at most. */
const ZERO_LOOK_MS = 60;
const ZERO_WITHIN_MS = 5000;

/**
 * Plays a delivery move by move, each when the one before has been done, until `signal` says that it
 * is no longer asked for. What was tared away, or lost on its way, is delivered again; what went wrong on
 * purpose is left for the hand to mend.
 */
export async function deliver(
  need: PracticeNeed,
  disaster: Disaster,
  speed: number,
  signal: AbortSignal,
): Promise<void> {
  do {
    for (const move of practiceScript(need, disaster, speed)) {
      await pause(move.afterMs, signal);
      if (signal.aborted) return;
      await play(move).catch(() => undefined);
      if (move.what === 'tare') await untilZero(need, signal);
    }
    await pause(LOOK_AGAIN_MS, signal);
    while (!signal.aborted && disaster === 'none' && !deliveryMissed(need, onScale(need))) {
      await pause(LOOK_AGAIN_MS, signal);
    }
  } while (!signal.aborted && disaster === 'none');
}

/** A hand pours when the scale shows zero and stands still, and not before. */
async function untilZero(need: PracticeNeed, signal: AbortSignal): Promise<void> {
  if (need.kind !== 'pour') return;
  for (let waited = 0; waited < ZERO_WITHIN_MS && !signal.aborted; waited += ZERO_LOOK_MS) {
    const shown = live.scales.get(need.scaleId);
    if (shown?.stable === true && Math.abs(shown.netMg) <= need.divisionMg) return;
    await pause(ZERO_LOOK_MS, signal);
  }
}

function onScale(need: PracticeNeed): number | undefined {
  return need.kind === 'pour' ? live.scales.get(need.scaleId)?.netMg : undefined;
}

function pause(ms: number, signal: AbortSignal): Promise<void> {
  return new Promise((resolve) => {
    const timer = window.setTimeout(resolve, ms);
    signal.addEventListener('abort', () => {
      window.clearTimeout(timer);
      resolve();
    });
  });
}

function play(move: PracticeMove): Promise<unknown> {
  switch (move.what) {
    case 'put':
      return call(ROUTES.playScale, {
        params: { id: move.scaleId as Scale['id'] },
        body: { action: 'put', massMg: move.massMg },
      });
    case 'set':
      return call(ROUTES.playProbe, {
        params: { id: move.probeId as Probe['id'] },
        body: { action: 'set', tempC: move.tempC },
      });
    case 'tare':
      return call(ROUTES.tareScale, { params: { id: move.scaleId as Scale['id'] } });
    default:
      return call(ROUTES.playScale, {
        params: { id: move.scaleId as Scale['id'] },
        body: { action: move.what },
      });
  }
}
