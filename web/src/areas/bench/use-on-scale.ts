import type { ShopScale } from '@zest/core';
import type { ScaleUnit } from './scales.js';
import { showOnScale } from './scales.js';
import { useUnits } from '../../ui/units.js';
import { useShortcut } from '../../ui/shortcuts.js';
import { useTypedMass, type TypedMass } from './typed.js';
import { useScale, type LiveScale } from './use-scale.js';

/** A figure that is weighed and is no line: from the scale when it stands still, or typed. */
export interface OnScale {
  typed: TypedMass;
  scale: LiveScale;
  /** What would be taken now, mg. */
  valueMg: number;
  canTake: boolean;
  /** It was taken and still stands on the scale: it is tared away before the next. */
  mustTare: boolean;
  shown: { value: string; unit: string };
  take: () => void;
}

/**
 * @param record writes the figure down; with the id of the scale's reading where the scale showed it
 */
export function useOnScale(
  on: ShopScale,
  unit: ScaleUnit,
  record: (valueMg: number, readingId: string | undefined) => Promise<void>,
): OnScale {
  const units = useUnits();
  const typed = useTypedMass(unit);
  const scale = useScale(on.id, on.divisionMg, undefined, () => undefined);
  const typedMg = typed.massMg;
  const netMg = scale.connected ? Math.max(0, scale.reading?.netMg ?? 0) : 0;
  const valueMg = typedMg ?? (scale.taken ? 0 : netMg);
  const canTake =
    valueMg > 0 && (typedMg !== undefined || (scale.reading?.stable === true && !scale.offZero));
  const mustTare = scale.taken && typedMg === undefined;
  const take = () => {
    if (mustTare) void scale.tare();
    if (mustTare || !canTake) return;
    const readingId = typedMg === undefined ? scale.reading?.id : undefined;
    if (readingId) scale.markTaken(valueMg);
    typed.clear();
    void record(valueMg, readingId);
  };
  useShortcut(' ', 'take the weight, or tare', take);
  useShortcut('Enter', '', take);
  const shown =
    typed.text !== ''
      ? typed.shown
      : scale.connected
        ? showOnScale(units, netMg, on, unit)
        : { value: '–', unit };
  return { typed, scale, valueMg, canTake, mustTare, shown, take };
}
