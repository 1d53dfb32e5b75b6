/**
 * Accounts that hold something, and supplies that never run out, as a table with an `id`: few, among all that ever were.
 * What is asked of the stock begins with them: `FROM ${STOCKED} here STRAIGHT_JOIN lot l ON l.account_id = here.id`.
 */
export const STOCKED = `(SELECT account_id AS id FROM balance WHERE amount > 0 UNION SELECT id FROM account WHERE kind = 'gain')`;
