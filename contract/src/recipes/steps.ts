import { z } from 'zod';
import { STEP_KINDS, type MethodStep, type ParamSpec } from '@zest/core';

/** Longest title and longest sentence of a step. */
const TITLE = 60;
const SENTENCE = 300;
/** Longest note of a step: what an old card says of the work goes into the notes of its steps, whole. */
export const STEP_NOTE = 2_000;

/** The schema of one parameter, from what its kind says of it. */
function paramSchema(spec: ParamSpec): z.ZodType {
  switch (spec.type) {
    case 'number': {
      const range = {
        error: `${spec.label} must be from ${spec.min} to ${spec.max} ${spec.unit}.`.replace(' .', '.'),
      };
      const base = spec.whole ? z.int(range) : z.number(range);
      return base.min(spec.min, range).max(spec.max, range);
    }
    case 'choice':
      return z.enum([...spec.values], { error: `${spec.label} must be one of ${spec.values.join(', ')}.` });
    case 'flag':
      return z.boolean({ error: `${spec.label} must be yes or no.` });
    case 'text':
      return z.string().max(spec.most, { error: `${spec.label}: at most ${spec.most} letters.` });
  }
}

const head = {
  key: z.string().min(1).max(40),
  title: z.string().max(TITLE, { error: 'Keep the title of a step below 60 letters.' }).optional(),
  instruction: z.string().max(SENTENCE).optional(),
  note: z
    .string()
    .max(STEP_NOTE, { error: `A note of a step has at most ${STEP_NOTE} letters.` })
    .optional(),
  portion: z.string().min(1).max(40).optional(),
};

const ofKind = STEP_KINDS.map((kind) =>
  z.object({
    ...head,
    kind: z.literal(kind.name),
    ...Object.fromEntries(
      Object.entries(kind.parameters).map(([name, spec]) => [name, paramSchema(spec).optional()]),
    ),
  }),
);
type OfKind = (typeof ofKind)[number];

/** A step of a method; its kind decides which parameters it has. Others are left out. */
export const methodStep = z.discriminatedUnion('kind', ofKind as [OfKind, ...OfKind[]], {
  error: `A step must be one of ${STEP_KINDS.map((k) => k.name).join(', ')}.`,
}) satisfies z.ZodType<MethodStep>;
