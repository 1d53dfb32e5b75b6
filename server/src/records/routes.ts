import type { Router } from 'express';
import { z } from 'zod';
import { ROUTES } from '@zest/contract';
import type { AppContext } from '../platform/app-context.js';
import { auditRows } from '../platform/audit.js';
import { parsed } from '../platform/json.js';
import { mount } from '../platform/mount.js';
import { conditionOf } from './condition.js';
import { backupState } from './safekeeping.js';

/** So many changes are told at once. */
const PAGE = 100;
const values = z.record(z.string(), z.unknown()).nullable();
const older = z.coerce.number().int().positive().catch(0);

export function recordRoutes(router: Router, app: AppContext): void {
  mount(router, ROUTES.safekeeping, () => backupState(app.config.backupFolder, app.now()));
  mount(router, ROUTES.getCondition, () => conditionOf(app));
  mount(router, ROUTES.listChanges, async ({ request }) => {
    const before = older.parse(request.query['before']);
    const rows = await auditRows(app.db, before === 0 ? null : before, PAGE);
    return rows.map(({ at, was, becomes, ...row }) => ({
      ...row,
      at: at.toISOString(),
      from: values.parse(was === null ? null : parsed(was)),
      to: values.parse(becomes === null ? null : parsed(becomes)),
    }));
  });
}
