import { randomBytes } from 'node:crypto';
import type { ErrorRequestHandler } from 'express';
import type { Logger } from 'pino';
import { z } from 'zod';
import { issuesOf, type Problem } from '@zest/contract';
import { InputError } from '@zest/core';
import { isContended, isDatabaseAway, isDiskFull } from './database-errors.js';
import { HttpProblem, fromInputError, invalid } from './problem.js';

const TITLES: Record<number, string> = {
  400: 'Not readable',
  401: 'Not signed in',
  403: 'Not allowed',
  404: 'Not found',
  409: 'Conflict',
  413: 'Too large',
  421: 'Not this shop',
  422: 'Not accepted',
  429: 'Too many tries',
  500: 'Something went wrong',
  503: 'Not available',
};

/** Turns whatever was thrown into problem details; nothing internal leaves the server. */
export function errorHandler(log: Logger): ErrorRequestHandler {
  return (error: unknown, req, res, next) => {
    if (res.headersSent) {
      next(error);
      return;
    }
    const reference = randomBytes(4).toString('hex');
    const problem = toProblem(error, reference);
    if (problem.status === 503) log.warn({ url: req.url }, 'not available');
    else if (problem.status >= 500) log.error({ err: error, url: req.url, reference }, 'request failed');
    const body: Problem = {
      type: `urn:zest-tally:problem:${problem.type}`,
      title: TITLES[problem.status] ?? 'Problem',
      status: problem.status,
      detail: problem.message,
      instance: req.originalUrl,
      ...(problem.issues.length > 0 ? { errors: problem.issues } : {}),
      ...(problem.current === undefined ? {} : { current: problem.current }),
    };
    res.status(problem.status).type('application/problem+json').send(JSON.stringify(body));
  };
}

function toProblem(error: unknown, reference: string): HttpProblem {
  if (error instanceof HttpProblem) return error;
  if (error instanceof InputError) return fromInputError(error);
  if (error instanceof z.ZodError) return invalid(issuesOf(error));
  if (isDatabaseAway(error)) {
    return new HttpProblem(
      503,
      'database-away',
      'The database does not answer just now. Nothing was lost; try again in a moment.',
    );
  }
  if (isDiskFull(error)) {
    return new HttpProblem(
      503,
      'disk-full',
      'The disk of the shop’s computer is full; nothing is saved until there is room on it. Make room and try again.',
    );
  }
  if (isContended(error)) {
    return new HttpProblem(
      503,
      'contended',
      'Others were writing the same just now. Nothing was lost; try again in a moment.',
    );
  }
  const type = error instanceof Error && 'type' in error ? error.type : undefined;
  if (type === 'entity.too.large') {
    return new HttpProblem(413, 'too-large', 'That is too much at once; send at most 1 MB.');
  }
  if (type === 'entity.parse.failed') {
    return new HttpProblem(400, 'not-json', 'The request could not be read as JSON.');
  }
  const refused = unreadable(error);
  if (refused) return refused;
  return new HttpProblem(
    500,
    'internal',
    `Something went wrong on the server. Nothing was saved; try again, and tell the lead if it stays (reference ${reference}).`,
  );
}

/** What the HTTP library could not read: a broken address, an unknown encoding, a body that ends too soon. */
function unreadable(error: unknown): HttpProblem | undefined {
  const status = error instanceof Error && 'status' in error ? error.status : undefined;
  if (typeof status !== 'number' || status < 400 || status >= 500) return undefined;
  return new HttpProblem(
    status,
    'not-readable',
    'The request could not be read; send it again as it is meant.',
  );
}
