export { blendRoutes } from './routes.js';
export { addDraft, finishDraft } from './commands/drafts.js';
