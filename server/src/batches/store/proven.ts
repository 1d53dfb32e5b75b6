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

/** Its tasting was not passed after all; of a batch that is closed already that counts no more. */
export function unpassTasting(tx: Transaction, batchId: string): void {
  sql(tx).defer(
    `UPDATE proven_version v JOIN batch b ON b.recipe_version_id = v.recipe_version_id SET v.runs = v.runs - 1
     WHERE b.id = :batchId AND b.state = 'closed' AND b.passed AND v.runs > 0`,
    { batchId },
  );
  sql(tx).defer('UPDATE batch SET passed = FALSE WHERE id = :batchId', { batchId });
}

/** The batch has just been closed. */
export function countClosed(tx: Transaction, batchId: string): void {
  sql(tx).defer(
    `INSERT INTO proven_version (recipe_version_id, runs)
     SELECT recipe_version_id, 1 FROM batch WHERE id = :batchId AND passed ${COUNT_ON}`,
    { batchId },
  );
}
