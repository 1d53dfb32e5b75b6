/** A planner of its own thread; ending it stops whatever it was working out. */
export function newPlanWorker(): Worker {
  return new Worker(new URL('../../workers/plan.worker.ts', import.meta.url), { type: 'module' });
}
