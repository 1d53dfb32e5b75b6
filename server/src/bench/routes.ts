import type { Router } from 'express';
import { ROUTES } from '@zest/contract';
import type { AppContext } from '../platform/app-context.js';
import { mount } from '../platform/mount.js';
import { recordCasing, recordMassOut, recordReading, recordWeighing } from './entries.js';

export function benchRoutes(router: Router, app: AppContext): void {
  mount(router, ROUTES.recordWeighing, ({ person, params, body }) =>
    recordWeighing(app, person, params.id, body),
  );
  mount(router, ROUTES.recordMassOut, ({ person, params, body }) =>
    recordMassOut(app, person, params.id, body),
  );
  mount(router, ROUTES.recordCasing, ({ person, params, body }) =>
    recordCasing(app, person, params.id, body),
  );
  mount(router, ROUTES.recordReading, ({ person, params, body }) =>
    recordReading(app, person, params.id, body),
  );
}
