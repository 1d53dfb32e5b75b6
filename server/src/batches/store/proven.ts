import type { Transaction } from '../../platform/database.js';
import { sql } from '../../platform/sql.js';

/** A batch that is closed and was passed at its tasting counts for its version, once. */
const COUNT_ON = 'ON DUPLICATE KEY UPDATE runs = runs + 1';

/** Its tasting was passed; of a batch that is closed already, which nobody had passed, that counts now. */
export function passTasting(tx: Transaction, batchId: string): void {
  sql(tx).defer(
    `INSERT INTO proven_version (recipe_version_id, runs)
     SELECT recipe_version_id, 1 FROM batch WHERE id = :batchId AND state = 'closed' AND NOT passed ${COUNT_ON}`,
    { batchId },
  );
  sql(tx).defer('UPDATE batch SET passed = TRUE WHERE id = :batchId', { batchId });
}

/** The batch has just been closed. */
export function countClosed(tx: Transaction, batchId: string): void {
  sql(tx).defer(
    `INSERT INTO proven_version (recipe_version_id, runs)
     SELECT recipe_version_id, 1 FROM batch WHERE id = :batchId AND passed ${COUNT_ON}`,
    { batchId },
  );
}
