import type { Request, Router } from 'express';
import { ROUTES, SPOOL_PATH, type Person, type Recorded } from '@zest/contract';
import { deviceOf, fromOf } from '../people/index.js';
import type { AppContext } from '../platform/app-context.js';
import { mount, signedIn } from '../platform/mount.js';
import { notFound } from '../platform/problem.js';
import { benchRules, saveSetting } from '../platform/settings.js';
import { decideLate, lateEntries, recordOrKeep } from './commands/late-entries.js';
import { makerOf, type Maker } from './commands/made-by.js';
import { printLabel } from './commands/print-label.js';
import { recordMark, recordSignature } from './commands/record-mark.js';
import { recordCasing, recordMassOut, recordReading, recordWeighing } from './commands/record-entry.js';
import { confirmCure } from './commands/confirm-cure.js';
import type { LateKind } from './store/late-entries.js';

type Entered = Parameters<typeof makerOf>[3] & { id: string };

export function benchRoutes(router: Router, app: AppContext): void {
  entries(router, app);
  mount(router, ROUTES.lateEntries, () => lateEntries(app));
  mount(router, ROUTES.decideLate, ({ person, params, body }) => decideLate(app, person, params.id, body));
  mount(router, ROUTES.confirmCure, ({ person, params, body, request }) =>
    confirmCure(app, person, params.id, body, fromOf(app, request)),
  );
  mount(router, ROUTES.printLabel, ({ person, params, body }) => printLabel(app, person, params.id, body));
  router.get(SPOOL_PATH.replace('/api/v1', ''), async (request, response) => {
    signedIn(request);
    const pdf = await app.printer.read(String(request.params['file']));
    if (!pdf) throw notFound('This printed label');
    response.type('application/pdf').set('Content-Disposition', 'inline').send(pdf);
  });
  mount(router, ROUTES.getBenchRules, () => benchRules(app.db));
  mount(router, ROUTES.setBenchRules, async ({ person, body }) => {
    await saveSetting(app.db, 'bench_rules', body, { personId: person.id, at: app.now() });
    return benchRules(app.db);
  });
}

/** What a bench enters. Who made it is found out first; what comes too late is kept for the lead. */
function entries(router: Router, app: AppContext): void {
  const entered = async <B extends Entered>(
    kind: LateKind,
    { person, params, body, request }: { person: Person; params: { id: string }; body: B; request: Request },
    record: (maker: Maker) => Promise<Recorded>,
  ) => {
    const maker = await makerOf(app, person, params.id, body, deviceOf(app, request));
    return recordOrKeep(app, maker, params.id, kind, body, () => record(maker));
  };
  mount(router, ROUTES.recordWeighing, (call) =>
    entered('weighing', call, (maker) => recordWeighing(app, maker, call.params.id, call.body)),
  );
  mount(router, ROUTES.recordMassOut, (call) =>
    entered('out', call, (maker) => recordMassOut(app, maker, call.params.id, call.body, call.person)),
  );
  mount(router, ROUTES.recordCasing, (call) =>
    entered('casing', call, (maker) => recordCasing(app, maker, call.params.id, call.body)),
  );
  mount(router, ROUTES.recordReading, (call) =>
    entered('reading', call, (maker) => recordReading(app, maker, call.params.id, call.body)),
  );
  mount(router, ROUTES.recordMark, (call) =>
    call.body.kind === 'signed'
      ? recordSignature(app, call.person, call.params.id, call.body)
      : entered('mark', call, (maker) => recordMark(app, maker, call.params.id, call.body)),
  );
}
