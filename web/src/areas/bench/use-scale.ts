import { useCallback, useEffect, useRef, useState } from 'react';
import { STEADY_MS, autoTake, type AutoTakeEvent, type AutoTakeState, type Band } from '@zest/core';
import { ROUTES, type Scale, type ScaleReadingMessage } from '@zest/contract';
import { call } from '../../data/api.js';
import { live, useScaleReading } from '../../data/live.js';

/** How long what was taken stays on before it is tared away: until then a late trickle is still noticed. */
const STAYS_MS = STEADY_MS;

export interface LiveScale {
  reading: ScaleReadingMessage | undefined;
  connected: boolean;
  /** It stood still below zero, and has not been at zero since: whatever is on it weighs more than it shows. */
  offZero: boolean;
  /** A weight was taken and still stands on the scale. */
  taken: boolean;
  tare: () => Promise<void>;
  /** Says that what stands on the scale now has been taken by hand. */
  markTaken: (massMg: number) => void;
}

/**
 * A scale with its automatic taking.
 * @param band what counts as right for the net weight now; undefined turns automatic taking off
 * @param onEvent called when a weight should be taken or was moved after it had been
 * @param taresOn what was taken and stays on unmoved is tared away, so that the next can be poured beside it
 */
export function useScale(
  scaleId: Scale['id'],
  divisionMg: number,
  band: Band | undefined,
  onEvent: (event: AutoTakeEvent) => void,
  taresOn = false,
): LiveScale {
  const reading = useScaleReading(scaleId);
  const states = useRef(new Map<string, AutoTakeState>());
  const [taken, setTaken] = useState(false);
  const unzeroed = useRef(new Set<string>());
  const [offZero, setOffZero] = useState(false);
  const takenAt = useRef(new Map<string, number>());
  const latest = useRef({ band, onEvent, taresOn });
  useEffect(() => {
    latest.current = { band, onEvent, taresOn };
  });
  useEffect(() => {
    setTaken(states.current.get(scaleId)?.phase === 'taken');
    setOffZero(unzeroed.current.has(scaleId));
    return live.listen((message) => {
      if (
        message.kind !== 'scale' ||
        message.data.scaleId !== scaleId ||
        !message.data.connected ||
        message.data.overload
      )
        return;
      const { id, netMg, stable } = message.data;
      if (stable && netMg < -divisionMg) unzeroed.current.add(scaleId);
      else if (stable && netMg <= divisionMg) unzeroed.current.delete(scaleId);
      setOffZero(unzeroed.current.has(scaleId));
      const before = states.current.get(scaleId) ?? { phase: 'empty' };
      const never = { lowMg: Infinity, highMg: -Infinity };
      const { state, event } = autoTake(
        before,
        { id, netMg, stable, atMs: performance.now() },
        unzeroed.current.has(scaleId) ? never : (latest.current.band ?? never),
        divisionMg,
      );
      states.current.set(scaleId, state);
      setTaken(state.phase === 'taken');
      if (event) latest.current.onEvent(event);
      if (state.phase !== 'taken') takenAt.current.delete(scaleId);
      else if (!takenAt.current.has(scaleId)) takenAt.current.set(scaleId, performance.now());
      const sinceMs = performance.now() - (takenAt.current.get(scaleId) ?? Infinity);
      if (latest.current.taresOn && stable && sinceMs >= STAYS_MS) {
        takenAt.current.set(scaleId, Infinity);
        void call(ROUTES.tareScale, { params: { id: scaleId } });
      }
    });
  }, [scaleId, divisionMg]);
  const tare = useCallback(async () => {
    await call(ROUTES.tareScale, { params: { id: scaleId } });
  }, [scaleId]);
  const markTaken = useCallback(
    (massMg: number) => {
      states.current.set(scaleId, { phase: 'taken', massMg });
      setTaken(true);
    },
    [scaleId],
  );
  return { reading, connected: reading?.connected ?? false, offZero, taken, tare, markTaken };
}
