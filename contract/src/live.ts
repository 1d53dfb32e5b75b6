/** A change that screens may want to read again. */
export type Change =
  | { topic: 'batch'; batchId: string }
  | { topic: 'lots' }
  | { topic: 'drafts' }
  | { topic: 'recipes' }
  | { topic: 'devices' };

/** Server-sent events: `change` carries a Change, `scale` a ScaleReadingMessage, `probe` a
 * ProbeReadingMessage, `beat` nothing. */
export const LIVE_PATH = '/api/v1/events';
