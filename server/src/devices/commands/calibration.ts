import type { CalibrationState, NewCalibration, Person } from '@zest/contract';
import type { AppContext } from '../../platform/app-context.js';
import { once } from '../../platform/commands.js';
import { announce } from '../../platform/live.js';
import { invalid } from '../../platform/problem.js';
import { massToken, temperatureToken } from '@zest/core';
import { insertCheck, latestChecks } from '../store/calibrations.js';

/** A device held against a reference longer ago than this is due again; a setting, common practice. */
const DUE_DAYS = 30;

/** Every scale and probe with its latest check: the offset it had, and whether it is due. */
export async function listCalibrations(app: AppContext): Promise<CalibrationState[]> {
  const rows = await latestChecks(app.db);
  const devices = [
    ...app.scales.list().map((s) => ({ device: `scale-${s.id}`, name: s.name, unit: 'g' as const })),
    ...app.probes.list().map((p) => ({ device: `probe-${p.id}`, name: p.name, unit: '°C' as const })),
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
  mustBeCorrectable(body);
  const now = app.now();
  await once(
    app.db,
    { id: body.id, kind: 'calibrate', personId: person.id, at: now, request: body },
    async (tx) => {
      await insertCheck(tx, { ...body, now, personId: person.id });
      announce(tx, now, { topic: 'devices' });
    },
  );
}

/** A probe that is further off is not corrected but replaced, °C; a scale, as a part of the weight on it. Common practice. */
const PROBE_OFF_C = 2;
const SCALE_OFF = 0.02;

/** @throws HttpProblem 422 for a device that shows something else than it was held against */
function mustBeCorrectable({ device, reference, shown }: NewCalibration): void {
  const off = Math.abs(reference - shown);
  const isProbe = device.startsWith('probe-');
  if (isProbe ? off <= PROBE_OFF_C : off <= Math.abs(reference) * SCALE_OFF) return;
  const message = isProbe
    ? `At ${temperatureToken(reference)} it showed ${temperatureToken(shown)}. A probe that far off is not corrected: read again, and replace it if it stays.`
    : `On ${massToken(reference * 1000)} it showed ${massToken(shown * 1000)}. A scale that far off is not used: clean it, level it, and call its maker.`;
  throw invalid([{ path: 'shown', message }]);
}
