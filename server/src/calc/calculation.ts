import type { z } from 'zod';
import type { Solve } from '@zest/core';

/** What a calculation may ask of the place it runs in. */
interface CalcContext {
  /** Loads the solver; called only by calculations that need it. */
  solver: () => Promise<Solve>;
}

export interface Calculation {
  summary: string;
  input: z.ZodType;
  example: object;
  /** Reads the input with its schema, then computes; throws ZodError or InputError. */
  run: (input: unknown, context: CalcContext) => Promise<object>;
}

/** A calculation behind its schema. */
export function calculation<I extends z.ZodType>(
  summary: string,
  input: I,
  example: z.input<I> & object,
  compute: (value: z.output<I>, context: CalcContext) => object | Promise<object>,
): Calculation {
  return {
    summary,
    input,
    example,
    run: async (raw, context) => compute(input.parse(raw, { reportInput: true }), context),
  };
}
