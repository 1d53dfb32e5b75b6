import type { LotDetail } from '@zest/contract';

export interface LotDialogFor {
  lot: LotDetail;
  onClose: () => void;
}
