import { useQuery } from '@tanstack/react-query';
import { queries } from '../../data/queries.js';

/** Said behind the name of a device wherever it is only played; empty in a real shop. */
export function useSimulated(): string {
  const health = useQuery(queries.health);
  return health.data?.demo ? ' (simulated)' : '';
}
