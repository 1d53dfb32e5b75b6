export { recipeRoutes } from './routes.js';
export { addNote, addTasting } from './commands/notes.js';
export { addRecipeDraft } from './commands/drafts.js';
export { checkPublished, snapshot } from './commands/publish.js';
export { addRecipe, addVersion, atHotness, findRecipe, isRecipe, signedAt } from './store/recipes.js';
export { mustFindIngredient, readLibrary } from './store/library.js';
export { openNotes } from './store/notes.js';
