import type { ReactNode } from 'react';
import type { BatchView, StepView } from '@zest/contract';
import type { Pending } from './pending.js';
import type { ReadTask } from '@zest/core';

/** What every task of a step is given to fill the bench screen. */
export interface TaskProps {
  sheet: BatchView;
  step: StepView;
  pending: Pending;
  footer: ReactNode;
  actions: ReactNode;
  onDone: () => void;
}

export interface ReadingTaskProps extends TaskProps {
  task: ReadTask;
}
