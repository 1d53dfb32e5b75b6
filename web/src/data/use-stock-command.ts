import { useCommand } from './use-command.js';

/** Sends one command about stock or recipes and has everything that shows them read again. */
export function useStockCommand(onDone: () => void) {
  return useCommand(['lots', 'recipes', 'batch'], onDone);
}
