import type { Router } from 'express';
import { ROUTES, SPOOL_PATH } from '@zest/contract';
import { deviceOf } from '../people/index.js';
import type { AppContext } from '../platform/app-context.js';
import { mount, signedIn } from '../platform/mount.js';
import { notFound } from '../platform/problem.js';
import { benchRules, saveSetting } from '../platform/settings.js';
import { makerOf } from './commands/made-by.js';
import { printLabel } from './commands/print-label.js';
import { recordMark, recordSignature } from './commands/record-mark.js';
import { recordCasing, recordMassOut, recordWeighing } from './commands/record-moves.js';
import { recordReading } from './commands/record-reading.js';
import { confirmCure } from './commands/confirm-cure.js';

export function benchRoutes(router: Router, app: AppContext): void {
  mount(router, ROUTES.recordWeighing, async ({ person, params, body }) =>
    recordWeighing(app, await makerOf(app, person, params.id, body), params.id, body),
  );
  mount(router, ROUTES.recordMassOut, async ({ person, params, body }) =>
    recordMassOut(app, await makerOf(app, person, params.id, body), params.id, body, person),
  );
  mount(router, ROUTES.recordCasing, async ({ person, params, body }) =>
    recordCasing(app, await makerOf(app, person, params.id, body), params.id, body),
  );
  mount(router, ROUTES.recordReading, async ({ person, params, body }) =>
    recordReading(app, await makerOf(app, person, params.id, body), params.id, body),
  );
  mount(router, ROUTES.recordMark, async ({ person, params, body }) =>
    body.kind === 'signed'
      ? recordSignature(app, person, params.id, body)
      : recordMark(app, await makerOf(app, person, params.id, body), params.id, body),
  );
  mount(router, ROUTES.confirmCure, ({ person, params, body, request }) =>
    confirmCure(app, person, params.id, body, deviceOf(app, request)),
  );
  mount(router, ROUTES.printLabel, ({ person, params, body }) => printLabel(app, person, params.id, body));
  router.get(SPOOL_PATH.replace('/api/v1', ''), async (request, response) => {
    signedIn(request);
    const pdf = await app.printer.read(String(request.params['file']));
    if (!pdf) throw notFound('This printed label');
    response.type('application/pdf').set('Content-Disposition', 'inline').send(pdf);
  });
  mount(router, ROUTES.getBenchRules, () => benchRules(app.db));
  mount(router, ROUTES.setBenchRules, async ({ body }) => {
    await saveSetting(app.db, 'bench_rules', body);
    return benchRules(app.db);
  });
}
