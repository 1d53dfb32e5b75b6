import type { Router } from 'express';
import { ROUTES } from '@zest/contract';
import type { AppContext } from '../platform/app-context.js';
import { mount } from '../platform/mount.js';
import { notFound } from '../platform/problem.js';
import { receiveLot } from './receive.js';
import { findLot, listLots, listTrims } from './store.js';

export function coldRoomRoutes(router: Router, app: AppContext): void {
  mount(router, ROUTES.listLots, () => listLots(app.db, app.now()));
  mount(router, ROUTES.listTrims, () => listTrims(app.db));
  mount(router, ROUTES.receiveLot, async ({ person, body }) => {
    await receiveLot(app, person, body);
    void app.hub.poll();
    const lot = await findLot(app.db, body.id, app.now());
    if (!lot) throw notFound('This lot');
    return lot;
  });
}
