/** One thing wrong with an input: where it stands and a sentence for a person. */
export interface InputIssue {
  path: string;
  message: string;
}

/**
 * Thrown by every computation that is given input it cannot use.
 * Carries one or more issues; nothing has been computed or changed.
 */
export class InputError extends Error {
  readonly issues: InputIssue[];

  constructor(issues: InputIssue[]) {
    super(issues.map((issue) => issue.message).join(' '));
    this.name = 'InputError';
    this.issues = issues;
  }

  /** The same problem seen from an outer object: every path gets the prefix. */
  within(prefix: string): InputError {
    return new InputError(this.issues.map((issue) => ({ ...issue, path: joinPath(prefix, issue.path) })));
  }
}

function joinPath(prefix: string, path: string): string {
  if (path === '') return prefix;
  return path.startsWith('[') ? prefix + path : `${prefix}.${path}`;
}

/** Shorthand for the common case of one problem at one field. */
export function inputError(path: string, message: string): InputError {
  return new InputError([{ path, message }]);
}
