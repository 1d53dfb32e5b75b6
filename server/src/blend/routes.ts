import type { Router } from 'express';
import { ROUTES } from '@zest/contract';
import type { AppContext } from '../platform/app-context.js';
import { mount } from '../platform/mount.js';
import { addDraft, changeDraft, removeDraft } from './commands/drafts.js';
import { listDrafts, mustFindDraft } from './store/drafts.js';

export function blendRoutes(router: Router, app: AppContext): void {
  mount(router, ROUTES.listDrafts, () => listDrafts(app.db));
  mount(router, ROUTES.addDraft, async ({ person, body }) => {
    await addDraft(app, person, body);
    void app.hub.poll();
    return mustFindDraft(app.db, body.id);
  });
  mount(router, ROUTES.changeDraft, async ({ person, params, body }) => {
    await changeDraft(app, person, params.id, body);
    void app.hub.poll();
    return mustFindDraft(app.db, params.id);
  });
  mount(router, ROUTES.removeDraft, async ({ params }) => {
    const removed = await removeDraft(app, params.id);
    void app.hub.poll();
    return { removed };
  });
}
