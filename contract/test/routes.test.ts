import { describe, expect, it } from 'vitest';
import { z } from 'zod';
import { ROLES, ROUTES, openApiDocument, type Route } from '../src/index.js';

const routes: [string, Route][] = Object.entries(ROUTES);

/** What an inspector may change: nothing of the shop, only his own sitting at the screen. */
const HARMLESS = new Set(['hearTablet', 'signOut', 'setPreferences', 'setOwnSecret', 'runCalculation']);

describe('the table of routes', () => {
  it('names every address once, with a summary a person can read', () => {
    const addresses = routes.map(([, r]) => `${r.method} ${r.path.replace(/:\w+/g, ':x')}`);
    expect(new Set(addresses).size).toBe(addresses.length);
    for (const [, { path, summary }] of routes) {
      expect(path).toMatch(/^\/[a-z0-9/:-]+[a-z0-9]$/i);
      expect(summary).toMatch(/^[A-Z].{5,}[^.]$/s);
    }
  });

  it('has a field for each name in a path, and no other', () => {
    for (const [name, { path, params }] of routes) {
      const named = [...path.matchAll(/:(\w+)/g)].map((m) => m[1]);
      expect(params, name).toBeInstanceOf(z.ZodObject);
      expect(Object.keys((params as z.ZodObject).shape).sort(), name).toEqual([...named].sort());
    }
  });

  it('lets an inspector read and change nothing', () => {
    for (const [name, { method, roles }] of routes) {
      if (roles === 'anyone') {
        expect(['health', 'signIn', 'signInByCode', 'listNames', 'pair']).toContain(name);
        continue;
      }
      for (const role of roles) expect(ROLES).toContain(role);
      if (method !== 'GET' && !HARMLESS.has(name)) expect(roles).not.toContain('inspector');
    }
  });

  it('leaves signing past, publishing and the rules to the lead', () => {
    const only = [
      'openBatch',
      'cancelBatch',
      'changeMethod',
      'publishRecipe',
      'setRules',
      'setBenchRules',
      'setLotStatus',
      'calibrate',
    ] as const;
    for (const name of only) expect(ROUTES[name].roles, name).toEqual(['lead']);
  });

  it('is all in the OpenAPI document, with its problems', () => {
    const document = openApiDocument() as { paths: Record<string, Record<string, unknown>> };
    for (const [name, { method, path }] of routes) {
      const entry =
        document.paths[`/api/v1${path.replace(/:(\w+)/g, '{$1}')}`] ??
        document.paths[path.replace(/:(\w+)/g, '{$1}')];
      expect(entry?.[method.toLowerCase()], name).toBeDefined();
    }
  });
});
