import type { ProbeFormatId, ScaleFormatId } from '@zest/contract';
import { ASKED } from './asked.js';
import { FRAMED } from './framed.js';
import { HEADED } from './headed.js';
import { NUMBERED } from './numbered.js';
import { OWN_PROBE, OWN_SCALE } from './own-lines.js';
import { PLAIN } from './plain.js';
import type { ProbeFormat, ScaleFormat } from './types.js';

export type { ProbeFormat, ScaleFormat } from './types.js';

/** How each kind of scale that the shop can name is read. */
export const SCALE_FORMATS: Record<ScaleFormatId, ScaleFormat> = {
  headed: HEADED,
  asked: ASKED,
  plain: PLAIN,
  framed: FRAMED,
  own: OWN_SCALE,
};

export const PROBE_FORMATS: Record<ProbeFormatId, ProbeFormat> = { numbered: NUMBERED, own: OWN_PROBE };
