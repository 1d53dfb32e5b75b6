import { USUAL_MACHINES, type Machine } from '@zest/core';
import { useQuery } from '@tanstack/react-query';
import { queries } from './queries.js';

/** The machines of the shop; a small shop's until it has said which it has. */
export function useMachines(): readonly Machine[] {
  return useQuery(queries.shop).data?.machines ?? USUAL_MACHINES;
}
