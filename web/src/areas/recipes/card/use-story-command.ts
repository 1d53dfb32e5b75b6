import { useCommand } from '../../../data/use-command.js';

/** Sends one command about a recipe and has its story read again. */
export function useStoryCommand(onDone?: () => void) {
  return useCommand(['recipes'], onDone);
}
