import { z } from 'zod';
import { HEAT_STATES } from '@zest/core';
import { batchChanged } from '../batches/batches.js';
import { day, massMg, reason } from '../wire/fields.js';
import { EVERYONE, HANDS, LEAD, NONE, byId, id, route } from '../wire/route.js';
import { portion } from '../recipes/portions.js';
import { methodStep } from '../recipes/steps.js';

const command = z.object({ id });
/** Guards that the lead signs past, by name. */
const signed = z.record(z.string(), reason).optional();

/** The step that is worked at; the first open one where none is named. What goes in goes into its portion. */
const standing = id.optional();

export const substituteLine = command.extend({
  signed,
  lineId: id,
  ingredientId: id,
  /** Grams of the substitute that do the work of one; absent where it is known. */
  factor: z
    .number()
    .positive({ error: 'The factor must be above 0.' })
    .max(100, { error: 'The factor must be at most 100.' })
    .optional(),
  reason,
});
export type SubstituteLine = z.infer<typeof substituteLine>;

export const undoSubstitution = command.extend({ signed, lineId: id, reason });
export type UndoSubstitution = z.infer<typeof undoSubstitution>;

export const addExtra = command.extend({
  signed,
  stepId: id,
  ingredientId: id,
  massMg,
  readingId: z.string().max(80).optional(),
  reason,
});
export type AddExtra = z.infer<typeof addExtra>;

export const changeLot = command.extend({
  signed,
  lineId: id,
  /** Code on the lot's label, as scanned or tapped. */
  lotCode: z.string().trim().min(1, { error: 'Scan or name the lot.' }).max(20),
});
export type ChangeLot = z.infer<typeof changeLot>;

export const takeCasing = command.extend({
  /** Code on the lot's label, as scanned or tapped. */
  lotCode: z.string().trim().min(1, { error: 'Scan or name the lot of casing.' }).max(20),
});
export type TakeCasing = z.infer<typeof takeCasing>;

export const giveBack = command.extend({
  what: z.enum(['finished', 'left over'], { error: 'Say what goes back: finished, or left over.' }),
  /** Which of its products, by the key of the portion; what nothing parted off where absent. */
  portion: z.string().max(40).optional(),
  massMg,
});
export type GiveBack = z.infer<typeof giveBack>;

const casingLot = z.object({
  lotId: id,
  casingId: id,
  code: z.string(),
  freeMm: z.int(),
  receivedOn: z.string().nullable(),
});
export type CasingLot = z.infer<typeof casingLot>;

export const tasteCorrection = command.extend({
  signed,
  stepId: standing,
  lineId: id,
  toGPerKg: z
    .number()
    .min(0, { error: 'The wanted dose must be 0 g/kg or more.' })
    .max(500, { error: 'The wanted dose must be at most 500 g/kg.' }),
  /** Plain meat for a dose that is too high: the lot it comes from. */
  lotId: id.optional(),
});
export type TasteCorrection = z.infer<typeof tasteCorrection>;

export const lateLine = command.extend({
  signed,
  stepId: standing,
  lineId: id,
  minutes: z
    .number()
    .min(1, { error: 'Mixing again takes at least a minute.' })
    .max(120, { error: 'Mixing again takes at most 120 minutes.' }),
});
export type LateLine = z.infer<typeof lateLine>;

export const changeMethod = command.extend({
  /** The rest of the method from the current step on: steps that stay by key, and new ones. */
  steps: z.array(methodStep).min(1, { error: 'At least one step must be left.' }).max(40),
  reason,
  /** Cure that the new way asks for, where the batch has none: weighed with the rest, or mixed in late. */
  cure: z
    .object({
      ingredientId: id,
      gPerKgMeat: z
        .number({ error: 'The dose of the cure is a number of grams per kilogram of meat.' })
        .positive({ error: 'The dose of the cure is above 0 g/kg.' })
        .max(50, { error: 'The dose of the cure is at most 50 g/kg.' }),
    })
    .optional(),
  /** Guards the lead signs past, by name. */
  signed: z.record(z.string(), reason).default({}),
});
export type ChangeMethod = z.input<typeof changeMethod>;

export const partPortion = command.extend({
  signed,
  /** The step out of which it is weighed. */
  stepId: id,
  name: portion.shape.name.min(2, { error: 'Name the product that is parted off.' }),
  plan: portion.shape.plan,
  /** What is still done to it, in this order; nothing where it is finished as it is. */
  steps: z.array(methodStep).max(20, { error: 'At most 20 steps are done to a portion.' }),
});
export type PartPortion = z.infer<typeof partPortion>;

export const secondCheck = command.extend({
  lineId: id,
  personId: id,
  secret: z.string().min(1, { error: 'The second person gives their own PIN.' }).max(200),
});
export type SecondCheck = z.infer<typeof secondCheck>;

export const LABEL_KINDS = ['tub', 'bag'] as const;
export const printLabel = command.extend({
  what: z.enum(LABEL_KINDS, { error: 'A label is for a tub or a bag.' }),
  /** The step that it stands at: what is parted off has the label of its own product. */
  stepId: id.optional(),
  /** Mixer load the tub goes to; 0 where there is one only. */
  load: z.int().min(0).max(99),
  massMg: massMg.optional(),
});
export type PrintLabel = z.infer<typeof printLabel>;

export const printed = z.object({ id, file: z.string(), code: z.string(), path: z.string() });
export type Printed = z.infer<typeof printed>;
/** Where a printed label can be read again. */
export const SPOOL_PATH = '/api/v1/spool/:file';

export const benchRules = z.object({ cureSecondCheck: z.boolean() });
export type BenchRules = z.infer<typeof benchRules>;

/** What can go into a batch without being written: ingredients in stock, and other lots of a trim. */
const benchLot = z.object({
  lotId: id,
  code: z.string(),
  name: z.string(),
  kind: z.enum(['trim', 'ingredient']),
  ingredientId: id.nullable(),
  role: z.string(),
  freeMg: z.int().nullable(),
  /** Meats: what decides whether a lot fits in another's place. */
  trimId: id.nullable(),
  species: z.string().nullable(),
  fatPct: z.number().nullable(),
  heat: z.enum(HEAT_STATES).nullable(),
  receivedOn: day.nullable(),
});
export type BenchLot = z.infer<typeof benchLot>;

const onBatch = { method: 'POST' as const, params: byId, response: batchChanged };

export const benchWorkRoutes = {
  substituteLine: route({
    ...onBatch,
    path: '/batches/:id/substitutions',
    summary: 'Another ingredient for the rest of a line, with its factor',
    roles: HANDS,
    body: substituteLine,
  }),
  undoSubstitution: route({
    ...onBatch,
    path: '/batches/:id/substitutions/undo',
    summary: 'A wrong substitution is taken back: the rest is due of what is written again',
    roles: HANDS,
    body: undoSubstitution,
  }),
  addExtra: route({
    ...onBatch,
    path: '/batches/:id/extras',
    summary: 'Something that is not written goes in, weighed',
    roles: HANDS,
    body: addExtra,
  }),
  changeLot: route({
    ...onBatch,
    path: '/batches/:id/lot-changes',
    summary: 'The rest of a line from another lot, scanned or tapped',
    roles: HANDS,
    body: changeLot,
  }),
  giveBack: route({
    ...onBatch,
    path: '/batches/:id/returns',
    summary: 'What was made of a customer’s own meat goes back to the customer',
    roles: HANDS,
    body: giveBack,
  }),
  takeCasing: route({
    ...onBatch,
    path: '/batches/:id/casing-lots',
    summary: 'Another lot of the same casing, scanned or tapped',
    roles: HANDS,
    body: takeCasing,
  }),
  batchCasings: route({
    method: 'GET',
    path: '/batches/:id/casing-lots',
    summary: 'Lots of the casing of this batch that have something free',
    roles: EVERYONE,
    params: byId,
    body: NONE,
    response: z.array(casingLot),
  }),
  correctTaste: route({
    ...onBatch,
    path: '/batches/:id/taste-corrections',
    summary: 'After a tasting: more of a line, or plain meat with everything else topped up',
    roles: HANDS,
    body: tasteCorrection,
  }),
  addLateLine: route({
    ...onBatch,
    path: '/batches/:id/late-lines',
    summary: 'A forgotten line goes in late, for what is left of the mix, and is mixed in',
    roles: HANDS,
    body: lateLine,
  }),
  partPortion: route({
    ...onBatch,
    path: '/batches/:id/portions',
    summary: 'Part a portion off a batch: a product of its own, with its own way through the rest',
    roles: HANDS,
    body: partPortion,
  }),
  changeMethod: route({
    ...onBatch,
    path: '/batches/:id/method',
    summary: 'Change the rest of the method of an open batch; every gate is asked again',
    roles: LEAD,
    body: changeMethod,
  }),
  confirmCure: route({
    ...onBatch,
    path: '/batches/:id/second-check',
    summary: 'A second person confirms the weight of the cure with their own PIN',
    roles: HANDS,
    body: secondCheck,
  }),
  printLabel: route({
    method: 'POST',
    path: '/batches/:id/labels',
    summary: 'Print the label of a tub or bag into the spool',
    roles: HANDS,
    params: byId,
    body: printLabel,
    response: printed,
  }),
  benchLots: route({
    method: 'GET',
    path: '/batches/:id/lots',
    summary: 'Lots that can go into this batch at the bench',
    roles: EVERYONE,
    params: byId,
    body: NONE,
    response: z.array(benchLot),
  }),
  getBenchRules: route({
    method: 'GET',
    path: '/bench-rules',
    summary: 'How the shop wants its bench to work',
    roles: EVERYONE,
    params: NONE,
    body: NONE,
    response: benchRules,
  }),
  setBenchRules: route({
    method: 'PUT',
    path: '/bench-rules',
    summary: 'Change how the bench works',
    roles: LEAD,
    params: NONE,
    body: benchRules,
    response: benchRules,
  }),
};
