import type { Router } from 'express';
import { BATCH_SHEET_PDF_PATH, ROUTES } from '@zest/contract';
import type { AppContext } from '../platform/app-context.js';
import { mount, signedIn } from '../platform/mount.js';
import { acceptLine } from './commands/accept-line.js';
import { addExtra } from './commands/add-extra.js';
import { addLateLine } from './commands/add-late-line.js';
import { cancelBatch } from './commands/cancel-batch.js';
import { changeLot } from './commands/change-lot.js';
import { giveBack } from './commands/give-back.js';
import { undoSubstitution } from './commands/undo-substitution.js';
import { takeCasing } from './commands/take-casing.js';
import { changeMethod } from './commands/change-method.js';
import { closeStep } from './commands/close-step.js';
import { correctBatch } from './commands/correct-fat.js';
import { correctTaste } from './commands/correct-taste.js';
import { growBatch } from './commands/grow-batch.js';
import { changed } from './commands/on-batch.js';
import { openBatch } from './commands/open-batch.js';
import { partPortion } from './commands/part-portion.js';
import { replanMeats } from './commands/replan-meats.js';
import { takeBackReading } from './commands/take-back-reading.js';
import { reverseEntry } from './commands/reverse-entry.js';
import { sayWork } from './commands/say-work.js';
import { seeNotice } from './commands/see-notice.js';
import { substituteLine } from './commands/substitute-line.js';
import { timeZone } from '../platform/settings.js';
import { batchSheetPdf } from './paper/sheet.js';
import { factsAfter, readBatch, readFacts, shopFacts } from './read.js';
import { recentBatchIds } from './store/batch.js';
import { batchCasings, benchLots } from './store/lots.js';
import { summariesOf } from './store/summaries.js';

/** Lists show what was planned within so many days. */
const LIST_DAYS = 14;

export function batchRoutes(router: Router, app: AppContext): void {
  reading(router, app);
  commands(router, app);
}

function reading(router: Router, app: AppContext): void {
  mount(router, ROUTES.listBatches, async () => {
    const since = new Date(app.now().getTime() - LIST_DAYS * 86_400_000);
    return summariesOf(app.db, await recentBatchIds(app.db, since), await shopFacts(app.db, app.now()));
  });
  mount(router, ROUTES.batchSummary, ({ params }) => readBatch(app, params.id));
  mount(router, ROUTES.batchWeighing, ({ params }) => readBatch(app, params.id));
  mount(router, ROUTES.batchProcess, ({ params }) => readBatch(app, params.id));
  mount(router, ROUTES.batchCosts, ({ params }) => readBatch(app, params.id));
  mount(router, ROUTES.batchFacts, ({ params }) => readFacts(app, params.id));
  mount(router, ROUTES.batchFactsAfter, ({ params }) => factsAfter(app, params.id, params.n));
  mount(router, ROUTES.batchCasings, ({ params }) => batchCasings(app.db, params.id));
  mount(router, ROUTES.benchLots, ({ params }) => benchLots(app.db, params.id));
  router.get(BATCH_SHEET_PDF_PATH.replace('/api/v1', ''), async (request, response) => {
    const person = signedIn(request);
    const view = await readBatch(app, String(request.params['id']));
    const url = `${request.protocol}://${request.get('host') ?? 'localhost'}/batches/${view.id}`;
    const units = { system: person.units, numberStyle: person.numberStyle ?? undefined };
    const pdf = await batchSheetPdf(view, url, { units, zone: await timeZone(app.db) });
    response
      .type('application/pdf')
      .set('Content-Disposition', `inline; filename="batch-${view.number}.pdf"`)
      .send(pdf);
  });
}

function commands(router: Router, app: AppContext): void {
  mount(router, ROUTES.openBatch, async ({ person, body }) => {
    await openBatch(app, person, body);
    void app.hub.poll();
    return changed(app, body.id);
  });
  mount(router, ROUTES.closeStep, ({ person, params, body }) =>
    closeStep(app, person, params.id, params.stepId, body),
  );
  mount(router, ROUTES.takeBackReading, ({ person, params, body }) =>
    takeBackReading(app, person, params.id, body),
  );
  mount(router, ROUTES.reverseEntry, ({ person, params, body }) =>
    reverseEntry(app, person, params.id, body),
  );
  mount(router, ROUTES.sayWork, ({ person, params, body }) => sayWork(app, person, params.id, body));
  mount(router, ROUTES.seeNotice, ({ person, params, body }) => seeNotice(app, person, params.id, body));
  mount(router, ROUTES.acceptLine, ({ person, params, body }) => acceptLine(app, person, params.id, body));
  mount(router, ROUTES.growBatch, ({ person, params, body }) => growBatch(app, person, params.id, body));
  mount(router, ROUTES.replanMeats, ({ person, params, body }) => replanMeats(app, person, params.id, body));
  mount(router, ROUTES.correctFat, ({ person, params, body }) => correctBatch(app, person, params.id, body));
  mount(router, ROUTES.cancelBatch, ({ person, params, body }) => cancelBatch(app, person, params.id, body));
  mount(router, ROUTES.giveBack, ({ person, params, body }) => giveBack(app, person, params.id, body));
  mount(router, ROUTES.undoSubstitution, ({ person, params, body }) =>
    undoSubstitution(app, person, params.id, body),
  );
  mount(router, ROUTES.takeCasing, ({ person, params, body }) => takeCasing(app, person, params.id, body));
  mount(router, ROUTES.changeLot, ({ person, params, body }) => changeLot(app, person, params.id, body));
  mount(router, ROUTES.substituteLine, ({ person, params, body }) =>
    substituteLine(app, person, params.id, body),
  );
  mount(router, ROUTES.addExtra, ({ person, params, body }) => addExtra(app, person, params.id, body));
  mount(router, ROUTES.correctTaste, ({ person, params, body }) =>
    correctTaste(app, person, params.id, body),
  );
  mount(router, ROUTES.addLateLine, ({ person, params, body }) => addLateLine(app, person, params.id, body));
  mount(router, ROUTES.partPortion, ({ person, params, body }) => partPortion(app, person, params.id, body));
  mount(router, ROUTES.changeMethod, ({ person, params, body }) =>
    changeMethod(app, person, params.id, body),
  );
}
