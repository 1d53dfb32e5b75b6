export { recipeRoutes } from './routes.js';
export { addNote, addTasting } from './notes.js';
export { addRecipeDraft } from './drafts.js';
export { checkPublished, snapshot } from './publish.js';
export { addRecipe, addVersion, atHeat, findRecipe, isRecipe, signedAt } from './store/recipes.js';
export { mustFindIngredient, readLibrary } from './store/library.js';
export { openNotes } from './store/notes.js';
