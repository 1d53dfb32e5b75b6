import { z } from 'zod';
import type { Route } from '@zest/contract';

/** The parts of a JSON schema that bodies are made from. */
interface Schema {
  type?: string;
  anyOf?: Schema[];
  oneOf?: Schema[];
  enum?: unknown[];
  const?: unknown;
  properties?: Record<string, Schema>;
  required?: string[];
  items?: Schema;
  prefixItems?: Schema[];
  format?: string;
  additionalProperties?: Schema | boolean;
  $ref?: string;
  $defs?: Record<string, Schema>;
}

/** Things that no honest sender sends. */
const RUBBISH: readonly unknown[] = [
  null,
  true,
  '',
  ' ',
  'x'.repeat(5000),
  '\u0000',
  '𝔘💥\u202e',
  "'; DROP TABLE lot; --",
  '../../etc/passwd',
  -1,
  0,
  0.1,
  1e-12,
  1e15,
  2 ** 53 - 1,
  -(2 ** 53),
  1e308,
  [],
  [[[[[]]]]],
  {},
  { __proto__: null, constructor: { prototype: { polluted: 1 } } },
  JSON.parse('{"__proto__":{"polluted":1}}') as unknown,
  'NaN',
  '2026-02-31',
  '0000-00-00',
];

/** Makes bodies of a route: most of a body as its schema asks, ids of things that are there, some of it rubbish. */
export class SomeBodies {
  readonly #random: () => number;
  readonly #ids: readonly string[];

  constructor(random: () => number, ids: readonly string[]) {
    this.#random = random;
    this.#ids = ids;
  }

  of(route: Route): unknown {
    const schema = z.toJSONSchema(route.body, { unrepresentable: 'any', io: 'input' }) as Schema;
    const rubbish = this.#random() < 0.5 ? 0.02 : this.#random() * 0.3;
    return this.#value(schema, schema, rubbish, 0);
  }

  /** An address of the route, with ids that are there more often than not. */
  path(route: Route): string {
    return route.path.replace(/:\w+/g, () =>
      this.#random() < 0.9 ? this.#one(this.#ids) : this.#one(['x', '%00', '..', '1e9', 'null']),
    );
  }

  #one<T>(list: readonly T[]): T {
    return list[Math.floor(this.#random() * list.length)]!;
  }

  #value(schema: Schema, root: Schema, rubbish: number, depth: number): unknown {
    if (this.#random() < rubbish) return this.#one(RUBBISH);
    if (schema.$ref) {
      const name = schema.$ref.split('/').at(-1) ?? '';
      return depth > 8 ? null : this.#value(root.$defs?.[name] ?? root, root, rubbish, depth + 1);
    }
    if (schema.const !== undefined) return schema.const;
    if (schema.enum) return this.#one(schema.enum);
    const options = schema.anyOf ?? schema.oneOf;
    if (options) return this.#value(this.#one(options), root, rubbish, depth + 1);
    switch (schema.type) {
      case 'object':
        return this.#object(schema, root, rubbish, depth);
      case 'array': {
        const few = Array.from({ length: Math.floor(this.#random() * 4) }, () => schema.items ?? {});
        return (schema.prefixItems ?? few).map((item) => this.#value(item, root, rubbish, depth + 1));
      }
      case 'integer':
        return Math.round(10 ** (this.#random() * 10)) * (this.#random() < 0.05 ? -1 : 1);
      case 'number':
        return this.#random() < 0.5 ? Math.round(this.#random() * 100) : 10 ** (this.#random() * 8 - 3);
      case 'boolean':
        return this.#random() < 0.5;
      case 'string':
        return this.#text(schema);
      default:
        return this.#random() < 0.5 ? this.#one(RUBBISH) : null;
    }
  }

  #object(schema: Schema, root: Schema, rubbish: number, depth: number): object {
    const required = new Set(schema.required ?? []);
    const entries = Object.entries(schema.properties ?? {}).flatMap(([name, inner]) =>
      required.has(name) || this.#random() < 0.6
        ? [[name, this.#value(inner, root, rubbish, depth + 1)] as const]
        : [],
    );
    return Object.fromEntries(entries);
  }

  #text(schema: Schema): string {
    if (schema.format === 'uuid') return this.#one(this.#ids);
    if (schema.format === 'date' || this.#random() < 0.1) return '2026-03-16';
    return this.#one([
      'because',
      'Salt',
      '2 g',
      '1 cup',
      'Ines',
      '2580',
      'mix',
      'T-0001',
      'Pork',
      '12,345',
      '½ lb',
    ]);
  }
}
