import type { Router } from 'express';
import { ROUTES } from '@zest/contract';
import { mount } from '../platform/mount.js';
import { notFound } from '../platform/problem.js';
import { CALCULATIONS } from './calculations.js';
import { solver } from './solver.js';

export function calcRoutes(router: Router): void {
  mount(router, ROUTES.runCalculation, async ({ params, body }) => {
    const calculation = Object.hasOwn(CALCULATIONS, params.name) ? CALCULATIONS[params.name] : undefined;
    if (!calculation) throw notFound(`A calculation called "${params.name}"`);
    return { ...(await calculation.run(body, { solver })) };
  });
}
