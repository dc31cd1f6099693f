/** What a failure of the database means to whoever asked: come back, it clashes, or what was sent cannot be stored. */
export type Failure = 'away' | 'busy' | 'clash' | 'unreadable';

/** Codes by PostgreSQL's own classes ("Appendix A. PostgreSQL Error Codes" of its manual). */
const BY_CODE: ReadonlyMap<string, Failure> = new Map(
  Object.entries({
    // Shut down, crashed, starting up.
    '57P01': 'away',
    '57P02': 'away',
    '57P03': 'away',
    '57P05': 'away',
    '25P03': 'away',
    // Disk full, out of memory, too many connections.
    '53100': 'away',
    '53200': 'away',
    '53300': 'away',
    // A read-only standby that was asked to write, or a primary that has just become one.
    '25006': 'away',
    // Waited too long for a lock, or took too long; two that waited for each other.
    '55P03': 'busy',
    '57014': 'busy',
    '40001': 'busy',
    '40P01': 'busy',
    // A row that is there already, or is not there.
    '23505': 'clash',
    '23503': 'clash',
    // Characters, numbers or shapes that no column takes.
    '22021': 'unreadable',
    '22P05': 'unreadable',
    '22P02': 'unreadable',
    '22003': 'unreadable',
    '22001': 'unreadable',
    '22007': 'unreadable',
    '22008': 'unreadable',
    '23502': 'unreadable',
    '23514': 'unreadable',
  } as const),
);

const LOST = new Set([
  'ECONNREFUSED',
  'ECONNRESET',
  'EPIPE',
  'ETIMEDOUT',
  'ENOTFOUND',
  'EAI_AGAIN',
  'ENETUNREACH',
  'EHOSTUNREACH',
]);

/** node-postgres says these in words alone. */
const WORDS: readonly [RegExp, Failure][] = [
  // Also where the connection itself took too long: a database that is gone refuses, or cuts what there was.
  [/timeout exceeded when trying to connect|Connection terminated due to connection timeout|timeout expired/, 'busy'],
  [/Query read timeout/, 'busy'],
  [/Connection terminated|Client has encountered a connection error|Cannot use a pool after calling end/, 'away'],
];

/** What kind of failure an error is, or undefined where it is none of the database's. */
export function failureOf(err: unknown): Failure | undefined {
  if (!(err instanceof Error)) return undefined;
  const code = (err as { code?: unknown }).code;
  if (typeof code === 'string') {
    if (code.startsWith('08') || LOST.has(code)) return 'away';
    const known = BY_CODE.get(code);
    if (known) return known;
  }
  return WORDS.find(([words]) => words.test(err.message))?.[1];
}
