import type { MarkFact, ReadingFact, TransferFact } from '@zest/core';

/** What became known of a batch with one fact number; what it does not carry has to be read. */
export interface NewFacts {
  transfers?: TransferFact[];
  readings?: ReadingFact[];
  marks?: MarkFact[];
}

/** A change that screens may want to read again. */
export type Change =
  /** Facts up to `n`; a screen that holds `n − 1` takes `facts`, any other asks. */
  | { topic: 'batch'; batchId: string; n?: number; facts?: NewFacts }
  | { topic: 'lots' }
  | { topic: 'drafts' }
  | { topic: 'recipes' }
  | { topic: 'devices' }
  /** Somebody's sessions ended, but for one. */
  | { topic: 'people'; ended?: string; keep?: string };

/** Server-sent events: `change` carries a Change, `scale` a ScaleReadingMessage, `probe` a
 * ProbeReadingMessage, `beat` nothing. */
export const LIVE_PATH = '/api/v1/events';
