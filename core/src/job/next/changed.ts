import { list } from '../../text';
import type { JobState } from '../fold';
import { sayChanges, unseenChanges } from '../rules/changed';
import { line, type NextLine } from './line';

/** What the job is judged by is not what it was: somebody looks at it before they go on. */
export function nextToLook(s: JobState): NextLine | undefined {
  const changes = unseenChanges(s);
  if (changes.length === 0) return undefined;
  const of = [...new Set(changes.map((e) => e.body.of))];
  return {
    time: 'now',
    title: `The ${list(of)} ${of.length > 1 ? 'were' : 'was'} changed in the file: look.`,
    why: `${sayChanges(changes)} Why: ${list([...new Set(changes.map((e) => e.body.why))])}.`,
    label: 'Seen',
    station: 'find',
    action: { kind: 'write', entries: [line('looked', { changes: changes.map((e) => e.id) })] },
  };
}
