import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';

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

/** Sends one command about stock and has everything that shows stock read again. */
export function useStockCommand(onDone: () => void) {
  const client = useQueryClient();
  const [error, setError] = useState<unknown>();
  const [busy, setBusy] = useState(false);
  const run = async (work: () => Promise<unknown>) => {
    setBusy(true);
    setError(undefined);
    try {
      await work();
      await Promise.all(READ_AGAIN.map((key) => client.invalidateQueries({ queryKey: [key] })));
      onDone();
    } catch (problem) {
      setError(problem);
    } finally {
      setBusy(false);
    }
  };
  return { run, error, busy };
}
