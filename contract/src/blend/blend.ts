import { z } from 'zod';
import { day, fatWindow, instant, massMg } from '../wire/fields.js';
import { EVERYONE, LEAD, NONE, byId, id, route } from '../wire/route.js';
import { kept } from '../people/visibility.js';

/** How a blend is asked for; what a draft keeps. Kilograms are whole milligrams. */
export const blendSettings = z.object({
  meatMg: massMg,
  window: fatWindow,
  confidence: z.number().min(0).max(0.99, { error: 'The wanted chance must be below 100 %.' }),
  /** Lots held at a weight. */
  locks: z.record(z.string(), z.number()),
  useFirst: z.array(id),
  leaveOut: z.array(id),
  wholeBoxes: z.boolean(),
  maxTrims: z.int().min(1).max(20).nullable(),
  /** If a trim is used at all, at least this much. */
  leastUseMg: z.int().min(0),
  objective: z.object({ cost: z.number().min(0), age: z.number().min(0), trims: z.number().min(0) }),
  speciesRules: z.array(
    z.object({
      species: z.string().min(1),
      minPct: z.number().min(0).max(100).optional(),
      maxPct: z.number().min(0).max(100).optional(),
    }),
  ),
  owner: z.string().nullable(),
});
export type BlendSettings = z.infer<typeof blendSettings>;

const draftFields = z.object({
  name: z.string().trim().min(1, { error: 'Name the draft.' }).max(80),
  /** A day makes it a planned batch; without one it is a what-if. */
  plannedFor: day.nullable(),
  priority: z.int().min(1).max(99),
  recipeId: id,
  settings: blendSettings,
  /** What it came to when it was kept, to compare; kilograms by lot. */
  result: z
    .object({
      uses: z.array(z.object({ lotId: id, massMg })),
      fatPct: z.number(),
      fatSd: z.number(),
      chance: z.number(),
      costMinor: kept('money', z.number()),
    })
    .nullable(),
});

export const blendDraft = draftFields.extend({
  id,
  recipeName: z.string(),
  person: z.string(),
  changedAt: instant,
  batchId: id.nullable(),
  version: z.int(),
});
export type BlendDraft = z.infer<typeof blendDraft>;

export const newDraft = draftFields.extend({ id });
export type NewDraft = z.infer<typeof newDraft>;

export const blendRoutes = {
  listDrafts: route({
    method: 'GET',
    path: '/blend-drafts',
    summary: 'Planned batches not yet opened, and what-ifs',
    roles: EVERYONE,
    params: NONE,
    body: NONE,
    response: z.array(blendDraft),
  }),
  addDraft: route({
    method: 'POST',
    path: '/blend-drafts',
    summary: 'Keep a blend by name, or plan it for a day',
    roles: LEAD,
    params: NONE,
    body: newDraft,
    response: blendDraft,
  }),
  changeDraft: route({
    method: 'PUT',
    path: '/blend-drafts/:id',
    summary: 'Change a draft; refused when somebody else changed it first',
    roles: LEAD,
    params: byId,
    body: draftFields.extend({ version: z.int() }),
    response: blendDraft,
  }),
  removeDraft: route({
    method: 'DELETE',
    path: '/blend-drafts/:id',
    summary: 'Throw a draft away',
    roles: LEAD,
    params: byId,
    body: NONE,
    response: z.object({ removed: z.boolean() }),
  }),
};
