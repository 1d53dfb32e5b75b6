import { useQuery } from '@tanstack/react-query';
import { ROUTES } from '@zest/contract';
import { call } from '../app/api.js';

/** One batch's sheet, read again whenever the server says it has changed. */
export function useBatch(id: string) {
  return useQuery({ queryKey: ['batch', id], queryFn: () => call(ROUTES.getBatch, { params: { id } }) });
}
