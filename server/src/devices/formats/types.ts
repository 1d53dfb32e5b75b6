import { findLinearUnit, toNumber } from '@zest/core';
import type { WeightUnit } from '@zest/contract';

/** What one line of a scale says. */
type ScaleShows =
  | {
      kind: 'weight';
      netMg: number;
      /** Absent where the scale does not say it: it is then seen from the weights themselves. */
      stable?: boolean;
      /** Of the reading, where the scale gives it one. */
      sequence?: string;
    }
  | { kind: 'overload'; sequence?: string };

/** How a kind of scale talks. A new one is one file of this shape and one line in the table of formats. */
export interface ScaleFormat {
  /** Sent over and over where the scale speaks only when it is asked. */
  ask?: string;
  /** Sets what stands on the scale as zero; where a scale knows none, it is reckoned here. */
  tare?: string;
  /**
   * One line as it came, without its end; anything else, noise on the line included, is undefined.
   * @param unit of the figure where the line names none
   */
  read: (line: string, unit: WeightUnit) => ScaleShows | undefined;
}

/** What one line of a thermometer says. */
interface ProbeShows {
  /** Empty where the thermometer has one channel only. */
  channel: string;
  /** Null while nothing is plugged into the channel. */
  tempC: number | null;
  /** Absent where the thermometer does not say it. */
  steady?: boolean;
  sequence?: string;
}

export interface ProbeFormat {
  ask?: string;
  read: (line: string) => ProbeShows | undefined;
}

/** A figure as it stands on the line, blanks within it left out, in mg; undefined where it is no figure. */
export function massOf(figure: string, unit: string): number | undefined {
  const value = Number(figure.replaceAll(/\s/g, ''));
  const known = findLinearUnit(unit);
  if (!Number.isFinite(value) || known?.kind !== 'mass') return undefined;
  return Math.round(value * toNumber(known.inBase));
}
