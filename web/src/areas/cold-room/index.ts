export { FatTest } from './lot/FatTestDialog.js';
