import { z } from 'zod';
import { HANDS, LEAD, NONE, route } from '../wire/route.js';

/** The invented shop that is opened beside this one to look at and to practise in. */
const practiceState = z.object({
  /** `none` where it is not open; `never` where this installation opens none. */
  state: z.enum(['never', 'none', 'making', 'open', 'failed']),
  /** Where it is at this machine, and for tablets; null where it is not reached so. */
  port: z.int().nullable(),
  httpsPort: z.int().nullable(),
  /** Why it could not be opened. */
  why: z.string().nullable(),
});
export type PracticeState = z.infer<typeof practiceState>;

export const practiceRoutes = {
  getPractice: route({
    method: 'GET',
    path: '/practice',
    summary: 'Whether the invented shop is open beside this one, and where',
    roles: HANDS,
    params: NONE,
    body: NONE,
    response: practiceState,
  }),
  openPractice: route({
    method: 'POST',
    path: '/practice',
    summary: 'Open the invented shop beside this one, on data of its own that are thrown away',
    roles: HANDS,
    params: NONE,
    body: NONE,
    response: practiceState,
  }),
  closePractice: route({
    method: 'DELETE',
    path: '/practice',
    summary: 'Close the invented shop and throw its data away',
    roles: LEAD,
    params: NONE,
    body: NONE,
    response: practiceState,
  }),
};
