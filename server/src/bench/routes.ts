import type { Request, Router } from 'express';
import { ROUTES, SPOOL_PATH, type Person, type Recorded } from '@zest/contract';
import { deviceKey, deviceOf, fromOf, waitedSince } from '../people/index.js';
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

/** A device's clock may be off by so much without a word. */
const CLOCK_MS = 60_000;

/**
 * An entry as the server finds it: only what really waited has a time of its own and is taken as such. Whatever else
 * is claimed, it is one that is made now, and marked where its device says something else.
 */
async function asItWaited<B extends Entered>(
  app: AppContext,
  request: Request,
  body: B,
): Promise<{ waited: B; retimed: boolean }> {
  const { offline: _offline, deviceTime, ...rest } = body;
  const now = app.now();
  const said = deviceTime === undefined ? now : new Date(deviceTime);
  const since = body.offline === true ? await waitedSince(app, deviceKey(app, request), said) : undefined;
  const time = since ?? now;
  const waited = since ? { ...rest, offline: true, deviceTime: since.toISOString() } : rest;
  return { waited: waited as B, retimed: Math.abs(said.getTime() - time.getTime()) > CLOCK_MS };
}

/** What a bench enters. Who made it is found out first; what comes too late is kept for the lead. */
function entries(router: Router, app: AppContext): void {
  const entered = async <B extends Entered>(
    kind: LateKind,
    { person, params, body, request }: { person: Person; params: { id: string }; body: B; request: Request },
    record: (maker: Maker, body: B) => Promise<Recorded>,
  ) => {
    const { waited, retimed } = await asItWaited(app, request, body);
    const made = await makerOf(app, person, params.id, waited, deviceOf(app, request));
    const maker = { ...made, retimed };
    return recordOrKeep(app, maker, params.id, kind, waited, () => record(maker, waited));
  };
  mount(router, ROUTES.recordWeighing, (call) =>
    entered('weighing', call, (maker, body) => recordWeighing(app, maker, call.params.id, body)),
  );
  mount(router, ROUTES.recordMassOut, (call) =>
    entered('out', call, (maker, body) => recordMassOut(app, maker, call.params.id, body, call.person)),
  );
  mount(router, ROUTES.recordCasing, (call) =>
    entered('casing', call, (maker, body) => recordCasing(app, maker, call.params.id, body)),
  );
  mount(router, ROUTES.recordReading, (call) =>
    entered('reading', call, (maker, body) => recordReading(app, maker, call.params.id, body)),
  );
  mount(router, ROUTES.recordMark, (call) =>
    call.body.kind === 'signed'
      ? recordSignature(app, call.person, call.params.id, call.body)
      : entered('mark', call, (maker, body) => recordMark(app, maker, call.params.id, body)),
  );
}
