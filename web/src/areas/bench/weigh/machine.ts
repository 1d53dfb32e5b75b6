import { poured, type Band, type ScaleId } from '@zest/core';

/** What the figure of a line comes from: the pan, the keys, or a jug that loses what is poured out of it. */
type Source = { by: 'pan' } | { by: 'keys' } | { by: 'jug'; jugMg: number };

/** What was chosen at the station; all of it holds until somebody chooses otherwise. Masses mg. */
export interface Station {
  source: Source;
  /** Taken as soon as it stands still in its band. */
  takesItself: boolean;
  /** Each load of the mixer for itself. */
  byLoad: boolean;
  /** A line is weighed on another scale than its own. */
  elsewhere: { lineId: string; scaleId: ScaleId } | null;
  /** The entry that was taken last: it can move on the pan after that. */
  last: { entryId: string; lineId: string } | null;
  /** Somebody is asked whether the last weight goes back. */
  takingBack: boolean;
}

export const FRESH: Station = {
  source: { by: 'pan' },
  takesItself: true,
  byLoad: true,
  elsewhere: null,
  last: null,
  takingBack: false,
};

export type StationEvent =
  | { is: 'keys pressed' }
  /** The jug as it stands there before it is poured; put away again by the same press. */
  | { is: 'jug pressed'; onPanMg: number }
  | { is: 'taking pressed' }
  | { is: 'loads pressed' }
  | { is: 'scale chosen'; lineId: string; scaleId: ScaleId }
  | { is: 'taken'; entryId: string; lineId: string }
  /** What was taken moved: its entry is no longer the last. */
  | { is: 'reopened' }
  | { is: 'take-back asked' }
  | { is: 'take-back done' };

/** The station after something happened at it. */
export function stationAfter(now: Station, event: StationEvent): Station {
  const { source } = now;
  switch (event.is) {
    case 'keys pressed':
      return { ...now, source: { by: source.by === 'keys' ? 'pan' : 'keys' } };
    case 'jug pressed':
      return { ...now, source: source.by === 'jug' ? { by: 'pan' } : { by: 'jug', jugMg: event.onPanMg } };
    case 'taking pressed':
      return { ...now, takesItself: !now.takesItself };
    case 'loads pressed':
      return { ...now, byLoad: !now.byLoad };
    case 'scale chosen':
      return { ...now, elsewhere: { lineId: event.lineId, scaleId: event.scaleId } };
    case 'taken':
      return { ...now, source: { by: 'pan' }, last: { entryId: event.entryId, lineId: event.lineId } };
    case 'reopened':
      return { ...now, last: null };
    case 'take-back asked':
      return { ...now, takingBack: true };
    case 'take-back done':
      return { ...now, takingBack: false };
  }
}

/** What a scale shows of what is on it. Masses mg. */
export interface OnPan {
  netMg: number;
  stable: boolean;
  /** What stands on it was taken already. */
  taken: boolean;
  /** It has been below zero and not at zero since. */
  offZero: boolean;
}

/** The weight of a line as it stands now. Masses mg. */
export interface WeightNow {
  /** `taken` is waiting for a tare; `typed` counts whatever is on the pan. */
  phase: 'typed' | 'taken' | 'empty' | 'short' | 'right' | 'over';
  valueMg: number;
  /** What the display shows, a jug's loss reckoned. */
  onScaleMg: number;
  /** It stands still, or was typed. */
  still: boolean;
  /** What the large button does. */
  act: 'take' | 'tare' | 'nothing';
}

/**
 * What is weighed now. Nothing is taken that moves, that is above its band, that was taken already, or from a pan that
 * hangs below zero; what was typed has no pan.
 *
 * @param typedMg what was typed; undefined when nothing was
 */
export function weightNow(
  { source }: Pick<Station, 'source'>,
  pan: OnPan,
  typedMg: number | undefined,
  band: Band,
): WeightNow {
  const isTyped = typedMg !== undefined;
  const onScaleMg = source.by === 'jug' ? poured(source.jugMg, pan.netMg) : pan.netMg;
  const valueMg = typedMg ?? (pan.taken ? 0 : Math.max(0, onScaleMg));
  const still = isTyped || pan.stable;
  const isOver = valueMg > band.highMg && (isTyped || !pan.taken);
  const isBelowZero = pan.offZero && !isTyped && source.by !== 'jug';
  const mayTake = valueMg > 0 && still && !isOver && !isBelowZero;
  const act = pan.taken && !isTyped ? 'tare' : mayTake ? 'take' : 'nothing';
  return { phase: phaseOf(valueMg, isTyped, isOver, pan, band), valueMg, onScaleMg, still, act };
}

function phaseOf(
  valueMg: number,
  isTyped: boolean,
  isOver: boolean,
  { taken }: OnPan,
  band: Band,
): WeightNow['phase'] {
  if (isOver) return 'over';
  if (isTyped) return 'typed';
  if (taken) return 'taken';
  if (valueMg >= band.lowMg && valueMg <= band.highMg) return 'right';
  return valueMg > 0 ? 'short' : 'empty';
}
