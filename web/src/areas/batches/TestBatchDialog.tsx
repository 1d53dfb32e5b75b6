import type { BatchView } from '@zest/contract';
import { FatTest } from '../cold-room/index.js';

/** A measured fat of the ground blend; it teaches the lots that went in. */
export function TestBatchDialog({ sheet, onClose }: { sheet: BatchView; onClose: () => void }) {
  return (
    <FatTest
      title={`Test the ground meat of batch ${sheet.number}`}
      prior={{ fatPct: sheet.openedFatPct, fatSd: sheet.openedFatSd }}
      target={{ batchId: sheet.id }}
      hasStreams={sheet.steps.some((s) => s.stream !== 'all' && !s.leftOut)}
      onClose={onClose}
    />
  );
}
