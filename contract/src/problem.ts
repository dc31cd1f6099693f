/** RFC 9457 problem document, with the field that was wrong. */
export interface Problem {
  readonly type: string;
  readonly title: string;
  readonly status: number;
  readonly detail?: string | undefined;
  /** The request's id, as it stands in the server's log. */
  readonly request?: string | undefined;
  /** The server's time, where the device's clock is what is wrong. */
  readonly now?: string | undefined;
  /** Dotted path of the wrong field and what is wrong with it. */
  readonly fields?: readonly { readonly field: string; readonly message: string }[] | undefined;
}

const record = (x: unknown): x is Readonly<Record<string, unknown>> => typeof x === 'object' && x !== null;
const textOrNone = (x: unknown): boolean => x === undefined || typeof x === 'string';
const fieldOfProblem = (x: unknown): boolean => record(x) && typeof x['field'] === 'string' && typeof x['message'] === 'string';

/** Whether an answer is one of our problems. By hand: the browser reads it in its first load, where Zod would weigh an eighth of it all. */
export const isProblem = (x: unknown): x is Problem =>
  record(x) &&
  [x['type'], x['title']].every((t) => typeof t === 'string') &&
  Number.isInteger(x['status']) &&
  [x['detail'], x['request'], x['now']].every(textOrNone) &&
  (x['fields'] === undefined || (Array.isArray(x['fields']) && x['fields'].every(fieldOfProblem)));
