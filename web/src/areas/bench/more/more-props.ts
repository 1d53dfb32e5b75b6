import type { BatchView, LineView, StepView } from '@zest/contract';
import type { Pending } from '../pending.js';

export interface MoreProps {
  sheet: BatchView;
  step: StepView;
  pending: Pending;
  /** The line that is being weighed; absent where nothing is. */
  line?: LineView | undefined;
  onClose: () => void;
  /** Goes to a task of the step, such as weighing what is left over. */
  onTask?: (id: string) => void;
}
