import { z } from 'zod';
import { SEEN_BY, sees, type Kept, type Role, type Route } from '@zest/contract';

/** Where in an answer something stands that not everybody sees. */
interface Place {
  leaf?: { what: Kept; empty: null | 0 | '' };
  fields?: Map<string, Place>;
  items?: Place;
}

interface JsonSchema {
  kept?: Kept;
  type?: string;
  properties?: Record<string, JsonSchema>;
  items?: JsonSchema;
  anyOf?: JsonSchema[];
}

const places = new WeakMap<Route, Place | null>();

/** The answer of a route as somebody of a role sees it: what is kept from them is empty. */
export function asSeenBy<T>(route: Route, role: Role, answer: T): T {
  if ((Object.keys(SEEN_BY) as Kept[]).every((what) => sees(role, what))) return answer;
  const place = placeOf(route);
  return place ? (emptied(place, role, answer) as T) : answer;
}

/** Whether an answer of the route holds anything that not everybody sees. */
export function keepsSomething(route: Route): boolean {
  return placeOf(route) !== null;
}

/** Worked out from the schema that the route promises, once. */
function placeOf(route: Route): Place | null {
  const known = places.get(route);
  if (known !== undefined) return known;
  const schema = z.toJSONSchema(route.response, { unrepresentable: 'any', io: 'output' }) as JsonSchema;
  const place = placeIn(schema) ?? null;
  places.set(route, place);
  return place;
}

function placeIn(schema: JsonSchema): Place | undefined {
  if (schema.kept) return { leaf: { what: schema.kept, empty: emptyOf(schema) } };
  const fields = new Map<string, Place>();
  for (const [name, inner] of Object.entries(schema.properties ?? {})) {
    const place = placeIn(inner);
    if (place) fields.set(name, place);
  }
  const items = schema.items ? placeIn(schema.items) : undefined;
  const either = (schema.anyOf ?? []).flatMap((one) => placeIn(one) ?? []);
  if (fields.size === 0 && !items) return either[0];
  return { ...(fields.size > 0 ? { fields } : {}), ...(items ? { items } : {}) };
}

function emptyOf(schema: JsonSchema): null | 0 | '' {
  if (schema.anyOf?.some((one) => one.type === 'null')) return null;
  return schema.type === 'string' ? '' : 0;
}

function emptied({ leaf, fields, items }: Place, role: Role, value: unknown): unknown {
  if (leaf) return sees(role, leaf.what) ? value : leaf.empty;
  if (Array.isArray(value)) return items ? value.map((one) => emptied(items, role, one)) : value;
  if (!fields || typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(
    Object.entries(value).map(([name, inner]: [string, unknown]) => {
      const place = fields.get(name);
      return [name, place ? emptied(place, role, inner) : inner];
    }),
  );
}
