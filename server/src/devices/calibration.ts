import { sql } from '../platform/sql.js';
import type { Calibration, CalibrationState, NewCalibration, Person } from '@zest/contract';
import type { AppContext } from '../platform/app-context.js';
import { once } from '../platform/commands.js';
import { announce } from '../platform/live.js';
import { invalid } from '../platform/problem.js';
import { SCALES } from '@zest/core';
import { PROBES } from './thermometer.js';

/** A device held against a reference longer ago than this is due again; a setting, common practice. */
const DUE_DAYS = 30;

/** Every scale and probe with its latest check: the offset it had, and whether it is due. */
export async function listCalibrations(app: AppContext): Promise<CalibrationState[]> {
  const rows = await sql(app.db).rows<Calibration & { atTime: Date }>(
    `SELECT c.id, c.device, c.reference, c.shown, c.at AS atTime, p.name AS person, c.note
     FROM calibration c JOIN person p ON p.id = c.person_id
     WHERE c.id = (SELECT d.id FROM calibration d WHERE d.device = c.device ORDER BY d.at DESC, d.id DESC LIMIT 1)`,
  );
  const devices = [
    ...SCALES.map((s) => ({ device: `scale-${s.id}`, name: s.name, unit: 'g' as const })),
    ...PROBES.map((p) => ({ device: `probe-${p.id}`, name: p.name, unit: '°C' as const })),
  ];
  return devices.map((d) => {
    const last = rows.find((r) => r.device === d.device);
    const ageDays = last ? (app.now().getTime() - last.atTime.getTime()) / 86_400_000 : Infinity;
    return {
      ...d,
      last: last
        ? {
            id: last.id,
            device: last.device,
            reference: last.reference,
            shown: last.shown,
            at: last.atTime.toISOString(),
            person: last.person,
            note: last.note,
          }
        : null,
      offset: last ? last.reference - last.shown : 0,
      due: ageDays > DUE_DAYS,
    };
  });
}

/** Notes that a device was held against a reference. Thermometers are corrected by the difference from then on. */
export async function calibrate(app: AppContext, person: Person, body: NewCalibration): Promise<void> {
  const known = (await listCalibrations(app)).some((c) => c.device === body.device);
  if (!known) throw invalid([{ path: 'device', message: 'There is no scale or probe of this name.' }]);
  const now = app.now();
  await once(
    app.db,
    { id: body.id, kind: 'calibrate', personId: person.id, at: now, request: body },
    async (tx) => {
      await sql(tx).write(
        `INSERT INTO calibration (id, device, reference, shown, at, person_id, note)
         VALUES (:id, :device, :reference, :shown, :now, :personId, :note)`,
        { ...body, now, personId: person.id },
      );
      announce(tx, now, { topic: 'devices' });
    },
  );
}

/** What is added to what a device shows, from its last check. */
export async function offsetOf(app: AppContext, device: string): Promise<number> {
  const [row] = await sql(app.db).rows<{ difference: number }>(
    'SELECT reference - shown AS difference FROM calibration WHERE device = :device ORDER BY at DESC, id DESC LIMIT 1',
    { device },
  );
  return row?.difference ?? 0;
}
