import type { Router } from 'express';
import { ROUTES } from '@zest/contract';
import { mount } from '../platform/mount.js';
import { notFound } from '../platform/problem.js';
import { CALCULATIONS } from './calculations.js';
import { CalcPool } from './pool.js';

export function calcRoutes(router: Router, pool = new CalcPool()): void {
  mount(router, ROUTES.runCalculation, ({ params, body, person, request }) => {
    if (!Object.hasOwn(CALCULATIONS, params.name)) throw notFound(`A calculation called "${params.name}"`);
    const left = new AbortController();
    // Of the answer, not of the connection, which serves many questions.
    request.res?.once('close', () => left.abort());
    return pool.run(params.name, body, person.id, left.signal);
  });
}
