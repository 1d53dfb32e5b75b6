import type { Router } from 'express';
import { ROUTES } from '@zest/contract';
import type { AppContext } from '../platform/app-context.js';
import { mount } from '../platform/mount.js';
import { HttpProblem } from '../platform/problem.js';

export function deviceRoutes(router: Router, app: AppContext): void {
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
    if (!app.config.demo) {
      throw new HttpProblem(404, 'not-found', 'Only the demonstration has scales that can be played with.');
    }
    app.scales.play(params.id, body);
    return Promise.resolve({});
  });
}
