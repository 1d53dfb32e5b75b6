export { NewIngredientDialog } from './goods/NewIngredientDialog.js';
export { FatTest } from './lot/FatTestDialog.js';
