import type { Scale, ScaleReadingMessage } from '@zest/contract';

export type ScaleId = Scale['id'];
export type PlayAction =
  { action: 'put' | 'add'; massMg: number } | { action: 'unplug' } | { action: 'plug' };

/** What the application asks of its scales, whatever stands behind them. */
export interface ScaleDriver {
  list: () => Scale[];
  /** Sets what stands on the scale as zero; false when the scale is away. */
  tare: (id: ScaleId) => boolean;
  /**
   * Whether this process itself received the reading less than 10 s ago, stable and with exactly
   * this weight.
   */
  believes: (readingId: string, massMg: number) => boolean;
  /** The scale a reading came from, as long as it is remembered. */
  deviceOf: (readingId: string) => ScaleId | undefined;
  /** Calls back for every reading and every plug pulled or put back. */
  onReading: (listener: (reading: ScaleReadingMessage) => void) => void;
  /** Simulated scales only. */
  play: (id: ScaleId, action: PlayAction) => boolean;
  close: () => void;
}
