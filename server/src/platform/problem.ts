import type { InputError, InputIssue } from '@zest/core';

/** An answer other than success: a status, a stable type and a sentence for a person. */
export class HttpProblem extends Error {
  readonly status: number;
  readonly type: string;
  readonly issues: InputIssue[];
  readonly current: unknown;

  constructor(
    status: number,
    type: string,
    detail: string,
    more: { issues?: InputIssue[]; current?: unknown } = {},
  ) {
    super(detail);
    this.name = 'HttpProblem';
    this.status = status;
    this.type = type;
    this.issues = more.issues ?? [];
    this.current = more.current;
  }
}

/** Something of ours does not hold; the cause goes into the log, its reference to whoever asked. */
export class OwnFault extends Error {
  constructor(message: string, cause: unknown) {
    super(message, { cause });
    this.name = 'OwnFault';
  }
}

export function notFound(what: string): HttpProblem {
  return new HttpProblem(404, 'not-found', `${what} is not known here.`);
}

/** Something has changed since the sender looked; carries the state as it is now. */
export function stale(detail: string, current: unknown): HttpProblem {
  return new HttpProblem(409, 'stale', detail, { current });
}

export function conflict(type: string, detail: string): HttpProblem {
  return new HttpProblem(409, type, detail);
}

export function invalid(issues: InputIssue[]): HttpProblem {
  return new HttpProblem(422, 'invalid', issues.map((i) => i.message).join(' '), { issues });
}

/** Core's refusal of an input as a 422. */
export function fromInputError(error: InputError): HttpProblem {
  return invalid(error.issues);
}
