import { z } from 'zod';
import { problem } from './problem.js';
import type { Route } from './route.js';
import { ROUTES } from './routes.js';

const OPTIONS = { unrepresentable: 'any', io: 'input' } as const;

/** The OpenAPI 3.1 document of every route, made from the schemas themselves. */
export function openApiDocument(): object {
  const paths: Record<string, Record<string, object>> = {};
  for (const [name, route] of Object.entries<Route>(ROUTES)) {
    const path = `/api/v1${route.path.replace(/:(\w+)/g, '{$1}')}`;
    (paths[path] ??= {})[route.method.toLowerCase()] = operation(name, route);
  }
  return {
    openapi: '3.1.0',
    info: { title: 'Zest Tally', version: '1' },
    paths,
    components: { schemas: { Problem: z.toJSONSchema(problem, OPTIONS) } },
  };
}

function operation(name: string, route: Route): object {
  const names = [...route.path.matchAll(/:(\w+)/g)].map((m) => m[1]);
  return {
    operationId: name,
    summary: route.summary,
    'x-roles': route.roles,
    parameters: names.map((n) => ({ name: n, in: 'path', required: true, schema: { type: 'string' } })),
    ...(route.method === 'GET' || route.method === 'DELETE'
      ? {}
      : { requestBody: { content: json(z.toJSONSchema(route.body, OPTIONS)) } }),
    responses: {
      200: {
        description: 'Done',
        content: json(z.toJSONSchema(route.response, { ...OPTIONS, io: 'output' })),
      },
      default: {
        description: 'A problem, with a sentence for a person',
        content: { 'application/problem+json': { schema: { $ref: '#/components/schemas/Problem' } } },
      },
    },
  };
}

function json(schema: object): object {
  return { 'application/json': { schema } };
}
