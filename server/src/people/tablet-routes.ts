import type { Request, Response, Router } from 'express';
import { ROUTES, TABLET_SHEET_PATH } from '@zest/contract';
import type { AppContext } from '../platform/app-context.js';
import { allowed, mount, mountOpen } from '../platform/mount.js';
import { notFound } from '../platform/problem.js';
import { reachOf } from '../platform/reach.js';
import { shopName } from '../platform/settings.js';
import { dropTablet, hear, makeCode, pair, renameTablet, tablets } from './commands/tablets.js';
import { tabletSheet } from './tablet-sheet.js';

/** Tablets: let in by a code, heard while they are on, named, let in no more; the sheet for the wall. */
export function tabletRoutes(router: Router, app: AppContext): void {
  mount(router, ROUTES.listTablets, async () => ({
    tablets: await tablets(app),
    reach: await reachOf(app.config.beyond),
    proxied: app.config.hosts.filter((host) => host !== app.config.beyond?.host),
  }));
  mount(router, ROUTES.makePairingCode, ({ person }) => makeCode(app, person.id));
  mountOpen(router, ROUTES.pair, async ({ body, request }) => {
    await pair(app, body, request, responseOf(request));
    return {};
  });
  mount(router, ROUTES.hearTablet, ({ person, body, request }) => hear(app, person, body.waiting, request));
  mount(router, ROUTES.renameTablet, async ({ person, params, body }) => {
    await renameTablet(app, person, params.id, body.name);
    return {};
  });
  mount(router, ROUTES.dropTablet, async ({ person, params }) => {
    await dropTablet(app, person, params.id);
    return {};
  });
  router.get(TABLET_SHEET_PATH.replace('/api/v1', ''), async (request, response) => {
    allowed(request, ROUTES.listTablets.roles);
    const reach = await reachOf(app.config.beyond);
    if (!reach) throw notFound('A way to this shop for tablets');
    const pdf = await tabletSheet(await shopName(app.db), reach);
    response.type('application/pdf').setHeader('Content-Disposition', 'inline; filename="tablets.pdf"');
    response.send(pdf);
  });
}

function responseOf(request: Request): Response {
  return (request as Request & { res: Response }).res;
}
