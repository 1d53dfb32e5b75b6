import { z } from 'zod';
import { LEAD, NONE, id, route } from '../wire/route.js';
import { recipeDraft } from './recipe-work.js';

const keys = z.array(z.string().min(1).max(80)).max(400);

const takenUp = z.object({ id, ingredients: keys, casings: keys, trims: keys });
export type TakenUp = z.infer<typeof takenUp>;

const startRecipe = z.object({
  id,
  key: z.string().min(1).max(80),
  /** The shop's own cure, or that of the usual shelf that it has; null where the recipe has none. */
  cure: z.union([z.object({ ingredientId: id }), z.object({ usual: z.string() })]).nullable(),
});
export type StartRecipe = z.infer<typeof startRecipe>;

export const shelfRoutes = {
  takeUp: route({
    method: 'POST',
    path: '/shelf',
    summary:
      'Take usual ingredients, casings and meats onto the shop’s shelf; nothing is bought or counted by it',
    roles: LEAD,
    params: NONE,
    body: takenUp,
    response: z.object({ added: z.int() }),
  }),
  startRecipe: route({
    method: 'POST',
    path: '/starting-recipes',
    summary: 'Begin a recipe from one of the starting ones; what it needs is taken onto the shelf',
    roles: LEAD,
    params: NONE,
    body: startRecipe,
    response: recipeDraft,
  }),
};
