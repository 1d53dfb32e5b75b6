export { recipeRoutes } from './routes.js';
export { addNote, addTasting, openNotes } from './notes.js';
export { addRecipeDraft } from './drafts.js';
export { checkPublished, snapshot } from './publish.js';
export { addRecipe, addVersion, atHeat, findRecipe, signedAt } from './store.js';
export { mustFindIngredient, readLibrary } from './library.js';
