export { recipeRoutes } from './routes.js';
export { openNotes } from './notes.js';
export { checkPublished, snapshot } from './publish.js';
export { addRecipe, atHeat, findRecipe, signedAt } from './store.js';
export type { MadeBatch } from './story.js';
