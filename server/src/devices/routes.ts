import type { Router } from 'express';
import { ROUTES } from '@zest/contract';
import type { AppContext } from '../platform/app-context.js';
import { mount } from '../platform/mount.js';
import { HttpProblem } from '../platform/problem.js';
import { calibrate, listCalibrations } from './commands/calibration.js';
import { addDevice, changeDevice, listDevices, removeDevice, tryDevice } from './commands/devices.js';

export function deviceRoutes(router: Router, app: AppContext): void {
  mount(router, ROUTES.listDevices, () => listDevices(app));
  mount(router, ROUTES.addDevice, async ({ person, body }) => {
    await addDevice(app, person, body);
    return {};
  });
  mount(router, ROUTES.tryDevice, ({ body }) => tryDevice(app, body));
  mount(router, ROUTES.changeDevice, async ({ person, params, body }) => {
    await changeDevice(app, person, params.id, body);
    return {};
  });
  mount(router, ROUTES.removeDevice, async ({ person, params }) => {
    await removeDevice(app, person, params.id);
    return {};
  });
  mount(router, ROUTES.listScales, () => Promise.resolve(app.scales.list()));
  mount(router, ROUTES.tareScale, ({ params }) => {
    if (!app.scales.tare(params.id)) {
      throw new HttpProblem(
        503,
        'scale-away',
        'The scale is not connected; check its plug. Weights can be typed meanwhile.',
      );
    }
    return Promise.resolve({});
  });
  mount(router, ROUTES.playScale, ({ params, body }) => {
    mustBePlay(app, 'scales');
    app.scales.play(params.id, body);
    return Promise.resolve({});
  });
  mount(router, ROUTES.listProbes, async () => {
    const states = await listCalibrations(app);
    return app.probes.list().map((probe) => {
      const state = states.find((s) => s.device === `probe-${probe.id}`);
      return { ...probe, offsetC: state?.offset ?? 0, due: state?.due ?? true };
    });
  });
  mount(router, ROUTES.playProbe, ({ params, body }) => {
    mustBePlay(app, 'probes');
    app.probes.play(params.id, body);
    return Promise.resolve({});
  });
  mount(router, ROUTES.listCalibrations, () => listCalibrations(app));
  mount(router, ROUTES.calibrate, async ({ person, body }) => {
    await calibrate(app, person, body);
    return listCalibrations(app);
  });
}

function mustBePlay(app: AppContext, what: string): void {
  if (app.config.demo) return;
  throw new HttpProblem(404, 'not-found', `Only the demonstration has ${what} that can be played with.`);
}
