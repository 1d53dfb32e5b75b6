export { blendRoutes } from './routes.js';
export { addDraft, finishDraft } from './drafts.js';
