import type { Mark } from '@zest/core';
import type { Db } from '../../platform/database.js';
import { parsed } from '../../platform/json.js';
import { sql } from '../../platform/sql.js';

interface ClockFacts {
  marks: (Mark & { stepId: string; at: string })[];
  readings: { stepId: string; kind: string; load: number; at: string }[];
}

/** What tells whether a clock runs at a step: its starts, and the minutes that were given there; those taken back
 * since did not start it again. */
export async function clockFacts(db: Db, stepId: string): Promise<ClockFacts> {
  const marks = await sql(db).rows<{ said: unknown; at: Date }>(
    "SELECT said, at FROM bench_mark WHERE step_id = :stepId AND kind = 'run' ORDER BY n",
    { stepId },
  );
  const readings = await sql(db).rows<{ kind: string; load: number; at: Date }>(
    `SELECT kind, load_no AS \`load\`, at FROM reading
     WHERE step_id = :stepId ORDER BY n`,
    { stepId },
  );
  return {
    marks: marks.map(({ said, at }) => ({
      kind: 'run',
      ...(parsed(said) as { load: number; isOn: boolean }),
      stepId,
      at: at.toISOString(),
    })),
    readings: readings.map((r) => ({ ...r, stepId, at: r.at.toISOString() })),
  };
}
