import type { z } from 'zod';
import type { InputIssue } from '@zest/core';

/** Schema errors as field paths (`trims[2].fatPct`) and sentences. */
export function issuesOf(error: z.ZodError): InputIssue[] {
  return error.issues.map((issue) => {
    const path = issue.path.reduce<string>(
      (text, key) =>
        typeof key === 'number' ? `${text}[${key}]` : text === '' ? String(key) : `${text}.${String(key)}`,
      '',
    );
    const missing = issue.code === 'invalid_type' && issue.input === undefined;
    return { path, message: missing ? `${path || 'The input'} is missing.` : issue.message };
  });
}
