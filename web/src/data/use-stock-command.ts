import { useCommand } from './use-command.js';

const READ_AGAIN = [
  'lot',
  'lots',
  'outlook',
  'goods',
  'casings',
  'customers',
  'preparations',
  'batch',
  'ingredients',
  'recipes',
  'recipe',
  'recipe-drafts',
];

/** Sends one command about stock or recipes and has everything that shows them read again. */
export function useStockCommand(onDone: () => void) {
  return useCommand(READ_AGAIN, onDone);
}
