import { set, type FieldErrors, type FieldValues, type Resolver } from 'react-hook-form';
import { NIL } from 'uuid';
import type { z } from 'zod';
import { issuesOf } from '@zest/contract';

/** A fault of what is to be sent: the field's path as the contract writes it, and the sentence. */
export interface FieldFault {
  path: string;
  message: string;
}

/** What the contract says against a body as it would be sent, empty where it may be; its id is given at sending. */
export function faultsOf(schema: z.ZodType, body: object): FieldFault[] {
  const sent: unknown = JSON.parse(JSON.stringify({ id: NIL, ...body }));
  const read = schema.safeParse(sent, { reportInput: true });
  if (read.success) return [];
  return issuesOf(read.error).map(({ path, message }) => ({
    path,
    message: message.endsWith(' is missing.') ? 'This is needed.' : message,
  }));
}

/** Checks what was typed by the contract's own schema, so that the form and the server say the same. */
export function contractResolver<V extends FieldValues>(
  schema: z.ZodType,
  toBody: (typed: V) => object,
): Resolver<V> {
  return (typed) => {
    const faults = faultsOf(schema, toBody(typed));
    if (faults.length === 0) return { values: typed, errors: {} };
    const errors: FieldErrors<V> = {};
    for (const fault of faults) set(errors, fault.path, { type: 'contract', message: fault.message });
    return { values: {}, errors };
  };
}

/** The contract's path of a field by its name in the form: `parts.0.massMg` is `parts[0].massMg`. */
export function pathOf(name: string): string {
  return name.replace(/\.(\d+)(?=\.|$)/g, '[$1]');
}

/** Whether the contract wants a field: what is left out of it, beside what is given, is a fault of its own. */
export function isNeeded(schema: z.ZodType, name: string, given: object = {}): boolean {
  return faultsOf(schema, { ...given, [name]: undefined }).some((fault) => fault.path === pathOf(name));
}
