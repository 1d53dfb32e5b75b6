export { FatTest } from './lot/FatTestDialog.js';
export { ProducedLot } from './lot/ProducedLot.js';
