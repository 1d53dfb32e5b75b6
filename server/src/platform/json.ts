/** A JSON column: the driver hands it on as text or already read, by the kind of column. */
export function parsed(value: unknown): unknown {
  return typeof value === 'string' ? JSON.parse(value) : value;
}
