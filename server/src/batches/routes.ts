import type { Router } from 'express';
import { BATCH_SHEET_PDF_PATH, ROUTES } from '@zest/contract';
import type { AppContext } from '../platform/app-context.js';
import { mount, signedIn } from '../platform/mount.js';
import { sheetContext } from './sheet-context.js';
import { acceptLine } from './accept.js';
import { cancelBatch } from './cancel.js';
import { closeStep } from './close-step.js';
import { readSheet } from './context.js';
import { correctBatch } from './correct.js';
import { growBatch } from './grow.js';
import { openBatch } from './open.js';
import { batchSheetPdf } from './print.js';
import { loadRecords, recentBatchIds } from './record.js';
import { replanMeats } from './replan.js';
import { reverseEntry } from './reverse.js';
import { buildSummary } from './sheet.js';
import { workRoutes } from './work/routes.js';

export function batchRoutes(router: Router, app: AppContext): void {
  const after = async (batchId: string) => {
    void app.hub.poll();
    return readSheet(app, batchId);
  };
  mount(router, ROUTES.listBatches, async () => {
    const context = await sheetContext(app.db, app.now());
    const records = await loadRecords(app.db, await recentBatchIds(app.db, app.now()));
    return records.map((record) => buildSummary(record, context));
  });
  mount(router, ROUTES.getBatch, ({ params }) => readSheet(app, params.id));
  router.get(BATCH_SHEET_PDF_PATH.replace('/api/v1', ''), async (request, response) => {
    const person = signedIn(request);
    const sheet = await readSheet(app, String(request.params['id']));
    const url = `${request.protocol}://${request.get('host') ?? 'localhost'}/batches/${sheet.id}`;
    const pdf = await batchSheetPdf(sheet, url, {
      system: person.units,
      numberStyle: person.numberStyle ?? undefined,
    });
    response
      .type('application/pdf')
      .set('Content-Disposition', `inline; filename="batch-${sheet.number}.pdf"`)
      .send(pdf);
  });
  mount(router, ROUTES.openBatch, async ({ person, body }) => {
    await openBatch(app, person, body);
    return after(body.id);
  });
  mount(router, ROUTES.closeStep, async ({ person, params, body }) => {
    await closeStep(app, person, params.id, params.stepId, body);
    return after(params.id);
  });
  mount(router, ROUTES.reverseEntry, async ({ person, params, body }) => {
    await reverseEntry(app, person, params.id, body);
    return after(params.id);
  });
  mount(router, ROUTES.acceptLine, async ({ person, params, body }) => {
    await acceptLine(app, person, params.id, body);
    return after(params.id);
  });
  mount(router, ROUTES.growBatch, async ({ person, params, body }) => {
    await growBatch(app, person, params.id, body);
    return after(params.id);
  });
  mount(router, ROUTES.replanMeats, async ({ person, params, body }) => {
    await replanMeats(app, person, params.id, body);
    return after(params.id);
  });
  mount(router, ROUTES.correctFat, async ({ person, params, body }) => {
    await correctBatch(app, person, params.id, body);
    return after(params.id);
  });
  mount(router, ROUTES.cancelBatch, async ({ person, params, body }) => {
    await cancelBatch(app, person, params.id, body);
    return after(params.id);
  });
  workRoutes(router, app, after);
}
