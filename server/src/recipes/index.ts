export { recipeRoutes } from './routes.js';
export { addRecipe, findRecipe } from './store.js';
