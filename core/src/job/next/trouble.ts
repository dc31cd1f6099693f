import type { Line } from '../../ledger';
import { LADDERS } from '../../plan';
import { uncapital, capital, list } from '../../text';
import type { JobState } from '../fold';
import { openedOwed, openTroubles, rungCaution, type OpenTrouble } from '../rules/trouble';
import { type NextLine, goTo, goToStep, mins, type SheetPlace, type NextAnswer, line } from './line';

/** How a rung went; one that is another way through the plan is taken by it. */
export function rungLines(t: OpenTrouble, rung: string, title: string, worked: boolean): Line[] {
  const arranges = worked && t.rungs.find((r) => r.id === rung)?.arranges;
  return [
    line('rung', { step: t.step.id, ladder: t.what, rung, title, worked }),
    ...(arranges ? [line('arrange', { what: arranges, yes: true, axle: t.step.axle })] : []),
  ];
}

/**
 * Something went wrong and is not put right: the next rung of its ladder, its caution first; whether it did it is asked, and
 * no is an answer.
 */
export function nextToTrouble(s: JobState): NextLine | undefined {
  const opened = openedOwed(s);
  const t = openTroubles(s)[0];
  if (!t)
    return opened
      ? goTo(
          {
            time: mins(1),
            title: 'What came open with it? Touch its joint on the plate.',
            why: 'Every fastener that was undone joins the plan and gets its own torque.',
            label: 'Say what came open',
            station: 'work',
          },
          'also',
        )
      : undefined;
  const { title } = LADDERS[t.what];
  const at: SheetPlace = { station: 'work', step: t.step.id };
  const tried = (label: string, rung: string, name: string, worked: boolean): NextAnswer => ({
    label,
    action: { kind: 'write', at, entries: rungLines(t, rung, name, worked) },
  });
  if (!t.rung)
    return goToStep(
      {
        time: 'now',
        title: `${title}, and nothing on the ladder did it.`,
        why: 'Whoever leads the shop decides how it goes on. When it is off, say what did it.',
        label: 'Say what did it',
        station: 'work',
      },
      t.step.id,
      'rung',
    );
  const r = t.rung;
  const said = {
    time: mins(r.minutes),
    title: `${title}: ${uncapital(r.title)}.`,
    why: `${r.tools.length ? `${capital(list(r.tools))}. ` : ''}Ruins ${r.ruins}.`,
    station: 'work' as const,
  };
  const read = rungCaution(t.step.id, r);
  if (r.caution && !s.cautions.has(read))
    return {
      ...said,
      why: r.caution,
      label: 'Read, go on',
      action: { kind: 'write', at, entries: [line('caution', { step: read })] },
    };
  return {
    ...said,
    label: 'Say how it went',
    action: {
      kind: 'ask',
      at,
      answers: [
        tried(
          r.scraps && t.what === 'part broke' ? 'It is safe' : r.arranges ? 'Go that way' : 'That did it',
          r.id,
          r.title,
          true,
        ),
        tried(r.arranges ? 'Not that way' : 'It did not', r.id, r.title, false),
      ],
    },
  };
}
