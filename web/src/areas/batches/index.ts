export { EntryList } from './EntryList.js';
export { LateEntries } from './LateEntries.js';
export { ProductsPanel } from './ProductsPanel.js';
export { UncuredSign } from './UncuredSign.js';
export { ReverseDialog } from './ReverseDialog.js';
export { useBatch } from './use-batch.js';
