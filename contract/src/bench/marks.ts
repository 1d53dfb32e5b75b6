import { z } from 'zod';
import {
  BECAME,
  DEFECTS,
  SAFE_CORE_C,
  TASTE_ANSWERS,
  TASTE_ATTRIBUTES,
  TIMERS,
  type Defect,
  type TimerId,
} from '@zest/core';
import { reason } from '../wire/fields.js';
import { id } from '../wire/route.js';

const count = z.int({ error: 'A count is a whole number.' }).min(-999).max(999);
const note = z.string().trim().max(300, { error: 'A note has at most 300 letters.' });
const code = z.string().trim().min(1).max(80);
const massMg = z.int().min(0);
const oneOf = <K extends string>(table: Record<K, unknown>) => z.enum(Object.keys(table) as K[]);

function one<H extends z.ZodRawShape, K extends string, F extends z.ZodRawShape>(
  head: H,
  kind: K,
  fields: F,
) {
  return z.object({ ...head, kind: z.literal(kind), ...fields });
}

/** Every kind of mark with what belongs to it, and with what all of them have. */
export function markWith<H extends z.ZodRawShape>(head: H) {
  return z.discriminatedUnion(
    'kind',
    [
      one(head, 'start', {}),
      one(head, 'ready', {
        checks: note.min(1).exactOptional(),
        sizeMm: z.number().positive().max(1000).exactOptional(),
      }),
      one(head, 'timer', { timer: oneOf<TimerId>(TIMERS), minutes: z.number().min(0).max(100_000) }),
      one(head, 'run', { load: z.int().min(0).max(99), isOn: z.boolean() }),
      one(head, 'chill', { isIn: z.boolean() }),
      one(head, 'cure', { lineId: id, massMg }),
      one(head, 'label', { code, file: z.string().max(300), massMg: massMg.nullable() }),
      one(head, 'scan', { code }),
      one(head, 'load-skipped', { load: z.int().min(1).max(99), why: note }),
      one(head, 'taste-skipped', {}),
      one(head, 'pilot', {
        coreC: z.number().min(SAFE_CORE_C, {
          error: `A pilot patty is fried through too: read its core, at least ${SAFE_CORE_C} °C.`,
        }),
        answer: note,
      }),
      one(head, 'attribute', { attribute: z.enum(TASTE_ATTRIBUTES), answer: z.enum(TASTE_ANSWERS) }),
      one(head, 'fill', { count }),
      one(head, 'strand', { count }),
      one(head, 'defect', {
        defect: oneOf<Defect>(DEFECTS),
        cause: note,
        became: oneOf<keyof typeof BECAME>(BECAME).nullable(),
        count,
      }),
      one(head, 'given-up', { lineId: id, why: note }),
      one(head, 'signed', {
        guard: code,
        why: reason,
        covers: z.string().max(4000).exactOptional(),
        about: z.string().max(1000).exactOptional(),
        amount: z.number().exactOptional(),
      }),
    ],
    { error: 'Unknown kind of mark.' },
  );
}
