import type { Router } from 'express';
import { ROUTES, type BatchSheet } from '@zest/contract';
import type { AppContext } from '../../platform/app-context.js';
import { mount } from '../../platform/mount.js';
import { changeLot } from './change-lot.js';
import { changeMethod } from './change-method.js';
import { addExtra } from './extra.js';
import { addLateLine } from './late-line.js';
import { benchLots } from './lots.js';
import { substituteLine } from './substitute.js';
import { correctTaste } from './taste-correct.js';

/** Work that changes an open batch at the bench. @param after answers the sheet as it stands then */
export function workRoutes(
  router: Router,
  app: AppContext,
  after: (batchId: string) => Promise<BatchSheet>,
): void {
  mount(router, ROUTES.benchLots, ({ params }) => benchLots(app.db, params.id));
  mount(router, ROUTES.changeLot, async ({ person, params, body }) => {
    await changeLot(app, person, params.id, body);
    return after(params.id);
  });
  mount(router, ROUTES.substituteLine, async ({ person, params, body }) => {
    await substituteLine(app, person, params.id, body);
    return after(params.id);
  });
  mount(router, ROUTES.addExtra, async ({ person, params, body }) => {
    await addExtra(app, person, params.id, body);
    return after(params.id);
  });
  mount(router, ROUTES.correctTaste, async ({ person, params, body }) => {
    await correctTaste(app, person, params.id, body);
    return after(params.id);
  });
  mount(router, ROUTES.addLateLine, async ({ person, params, body }) => {
    await addLateLine(app, person, params.id, body);
    return after(params.id);
  });
  mount(router, ROUTES.changeMethod, async ({ person, params, body }) => {
    await changeMethod(app, person, params.id, body);
    return after(params.id);
  });
}
