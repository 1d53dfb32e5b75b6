import { queryOptions, type QueryClient } from '@tanstack/react-query';
import type { z } from 'zod';
import { ROUTES, type Change, type Route } from '@zest/contract';
import { call } from './api.js';
import { catchUp } from './batch-facts.js';

/** What a change on the server can be about. */
export type Topic = Change['topic'];

interface Refreshed {
  /** Read again when a change about one of these is told, or made here. */
  by?: readonly Topic[];
  /** Does not change while the application is open, unless it is told. */
  lasts?: true;
}

/** Question to a route without parameters. */
function list<R extends Route>(name: string, route: R, { by = [], lasts }: Refreshed = {}) {
  return queryOptions({
    queryKey: [name],
    queryFn: (): Promise<z.output<R['response']>> => call(route),
    meta: { by },
    ...(lasts ? { staleTime: Infinity } : {}),
  });
}

/** Question to a route about one thing, by its id. */
function one<R extends Route>(name: string, route: R, { by = [] }: Refreshed = {}) {
  return (id: string) =>
    queryOptions({
      queryKey: [name, id],
      queryFn: (): Promise<z.output<R['response']>> =>
        call(route, { params: { id } as z.input<R['params']> }),
      meta: { by },
    });
}

/** Everything that screens ask of the server, with its key and what refreshes it. A new question is a line here. */
export const queries = {
  health: list('health', ROUTES.health, { by: ['recipes'], lasts: true }),
  names: list('names', ROUTES.listNames),
  people: list('people', ROUTES.listPeople, { by: ['people'] }),
  condition: list('condition', ROUTES.getCondition),
  shop: list('shop', ROUTES.getShop, { by: ['recipes'] }),
  practice: list('practice', ROUTES.getPractice),
  tablets: list('tablets', ROUTES.listTablets, { by: ['devices'] }),
  safekeeping: list('safekeeping', ROUTES.safekeeping),
  changes: list('changes', ROUTES.listChanges, { by: ['people', 'recipes', 'devices'] }),

  lots: list('lots', ROUTES.listLots, { by: ['lots'] }),
  lot: one('lot', ROUTES.getLot, { by: ['lots'] }),
  trims: list('trims', ROUTES.listTrims, { by: ['lots'] }),
  casings: list('casings', ROUTES.listCasings, { by: ['lots'] }),
  goods: list('goods', ROUTES.listGoods, { by: ['lots'] }),
  parties: list('parties', ROUTES.listParties, { by: ['lots'] }),
  customers: list('customers', ROUTES.listTickets, { by: ['lots'] }),
  rework: list('rework', ROUTES.listRework, { by: ['lots', 'batch'] }),
  preparations: list('preparations', ROUTES.listPreparations, { by: ['lots'] }),
  outlook: list('outlook', ROUTES.getOutlook, { by: ['lots'] }),

  recipes: list('recipes', ROUTES.listRecipes, { by: ['recipes'] }),
  recipe: one('recipe', ROUTES.getRecipe, { by: ['recipes'] }),
  recipeStory: one('recipe-story', ROUTES.getRecipeStory, { by: ['recipes'] }),
  recipeDrafts: list('recipe-drafts', ROUTES.listRecipeDrafts, { by: ['recipes'] }),
  recipeDraft: one('recipe-draft', ROUTES.getRecipeDraft),
  ingredients: list('ingredients', ROUTES.listIngredients, { by: ['recipes'] }),
  rules: list('rules', ROUTES.getRules, { by: ['recipes'] }),

  drafts: list('drafts', ROUTES.listDrafts, { by: ['drafts'] }),
  batches: list('batches', ROUTES.listBatches, { by: ['batch'] }),
  lateEntries: list('late-entries', ROUTES.lateEntries, { by: ['batch'] }),
  batchLots: one('batch-lots', ROUTES.benchLots, { by: ['batch'] }),
  batchCasings: one('batch-casings', ROUTES.batchCasings, { by: ['batch', 'lots'] }),

  devices: list('devices', ROUTES.listDevices, { by: ['devices'] }),
  scales: list('scales', ROUTES.listScales, { by: ['devices'] }),
  probes: list('probes', ROUTES.listProbes, { by: ['devices'] }),
  calibrations: list('calibrations', ROUTES.listCalibrations, { by: ['devices'] }),
  benchRules: list('bench-rules', ROUTES.getBenchRules, { by: ['devices'] }),
};

/**
 * Has everything read again that a change about these can have touched.
 *
 * @param what `lists` leaves out the batches held here, which an event brings up to date itself
 */
export async function refresh(
  client: QueryClient,
  topics: readonly Topic[],
  what: 'all' | 'lists' = 'all',
): Promise<void> {
  const judged = what === 'all' && (topics.includes('lots') || topics.includes('batch'));
  const touched = (by: unknown) => Array.isArray(by) && topics.some((topic) => by.includes(topic));
  await Promise.all([
    client.invalidateQueries({ predicate: ({ meta }) => touched(meta?.['by']) }),
    ...(judged ? [catchUpHeld(client)] : []),
  ]);
}

/** A batch is judged by its lots too: what is held here asks for what came since. */
async function catchUpHeld(client: QueryClient): Promise<void> {
  const held = client.getQueryCache().findAll({ queryKey: ['batch'], type: 'active' });
  await Promise.all(held.map(({ queryKey }) => catchUp(client, String(queryKey[1]))));
}
