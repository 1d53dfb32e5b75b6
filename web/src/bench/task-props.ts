import type { ReactNode } from 'react';
import type { BatchSheet, SheetStep } from '@zest/contract';
import type { Pending } from './pending.js';
import type { ReadTask } from './tasks.js';

/** What every task of a step is given to fill the bench screen. */
export interface TaskProps {
  sheet: BatchSheet;
  step: SheetStep;
  pending: Pending;
  header: ReactNode;
  footer: ReactNode;
  actions: ReactNode;
  onDone: () => void;
}

export interface ReadingTaskProps extends TaskProps {
  task: ReadTask;
}
