import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { v5 as uuid } from 'uuid';
import type { JobView } from '@ash-knot/contract';
import { csvOf, measurementFile, rowsOf } from '@ash-knot/contract';
import { count, ledgerWords, sameMeasured, sayEntry, type MeasurementFile } from '@ash-knot/core';
import { attempt, forJob, fromRows, measurementsOf, toRows, type Entry, attachmentOf, own } from '@ash-knot/core';
import { Ask } from '../session/ask';
import { Session } from '../session/session';
import { Units } from '../session/units';
import { Api } from '../state/api';
import { saveFile } from '../kit/save-file';
import { JobStore } from '../job/job-store';
import { Outbox } from '../offline/outbox';

/** What the ids of lines that are taken in are made in (RFC 9562, 5.5). */
const MEASURED_IDS = 'b3f1d7c2-5a64-4d0e-9c35-1f2e8a7b6c90';
/** As long as a note may be. */
const MOST_NOTE = 2000;

/** Everything measured on this job, out as JSON or CSV and in again, without loss. */
@Component({
  selector: 'ak-measurement-files',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="flex flex-wrap items-center gap-x-4 px-4">
      <span class="soft text-sm">Readings</span>
      <button type="button" class="link text-sm" (click)="save('json')" data-testid="save-json">Save JSON</button>
      <button type="button" class="link text-sm" (click)="save('csv')" data-testid="save-csv">Save CSV</button>
      <label class="link cursor-pointer text-sm">
        Take in a file
        <input
          #f
          type="file"
          accept=".json,.csv,application/json,text/csv"
          class="sr-only"
          (change)="put(f)"
          data-testid="put-measurements"
        />
      </label>
    </div>
    @if (apart(); as a) {
      <div class="caution mx-4 mb-2" role="alert" data-testid="of-another">
        <p>{{ a.asks }}</p>
        <div class="mt-2 flex flex-wrap gap-3">
          <button type="button" class="btn !min-h-11" (click)="leaveIt()" data-testid="leave-it">Leave it</button>
          <button type="button" class="btn !min-h-11" (click)="keepApart()" data-testid="keep-apart">Keep it as a note</button>
        </div>
      </div>
    }
    @if (said()) {
      <p class="px-4 pb-2 text-sm" [class.wrong]="bad()" role="status" data-testid="measurements-said">{{ said() }}</p>
    }
  `,
})
export class MeasurementFiles {
  private readonly store = inject(JobStore);
  private readonly api = inject(Api);
  private readonly outbox = inject(Outbox);
  private readonly ask = inject(Ask);
  protected readonly said = signal('');
  protected readonly bad = signal(false);
  private readonly session = inject(Session);
  private readonly units = inject(Units);
  /** A file of another vehicle, while it is asked what to do with it. */
  protected readonly apart = signal<{ readonly asks: string; readonly note: string } | null>(null);

  protected async save(as: 'json' | 'csv'): Promise<void> {
    const v = this.store.view()!;
    try {
      const ids = this.store.state()!.entries.flatMap((e) => (e.kind === 'loop' ? [e.body.file] : []));
      const loops = Object.fromEntries(await Promise.all(ids.map(async (id) => [id, await this.pointsOf(id)] as const)));
      const file = measurementsOf(this.store.state()!, v.id, loops, v.vehicle);
      const text = as === 'json' ? JSON.stringify(file, null, 1) : csvOf(toRows(file));
      saveFile(`${v.vehicle.plate.replaceAll(' ', '-')}-readings.${as}`, text, as === 'json' ? 'application/json' : 'text/csv');
      this.say(`${file.entries.length} lines saved.`, false);
    } catch (e) {
      this.say((e as Error).message, true);
    }
  }

  /** All of a file or nothing. What is on this tape already is not written twice. */
  protected async put(input: HTMLInputElement): Promise<void> {
    const chosen = input.files?.[0];
    if (!chosen) return;
    const text = await chosen.text();
    input.value = '';
    const read = attempt(() => (/\.json$/i.test(chosen.name) ? safe(text) : fromRows(rowsOf(chosen.name, text))));
    if (!read.ok) return this.say(`${read.error.message} Nothing was stored.`, true);
    const checked = measurementFile.safeParse(read.value);
    if (!checked.success) {
      const i = checked.error.issues[0]!;
      return this.say(`${chosen.name}: ${i.path.join('.') || 'the file'} ${i.message}. Nothing was stored.`, true);
    }
    const v = this.store.view()!;
    const gauges = new Set(this.store.state()!.context.gauges.map((g) => g.id));
    const unknown = checked.data.gauges.find((g) => !gauges.has(g.id));
    if (unknown) return this.say(`The gauge ${unknown.name} is not in the register. Put it in first. Nothing was stored.`, true);
    // What was taken in before is known by its id, or by what it says: an older program gave it another one each time.
    const known = new Set(this.store.entries().flatMap((e) => [e.id, sameMeasured(e)]));
    const file = forJob(checked.data, v.id, (old) => uuid(`${v.id} ${old}`, MEASURED_IDS));
    const fresh = file.entries.filter((e) => !known.has(e.id) && !known.has(sameMeasured(e))) as Entry[];
    if (fresh.length === 0) return this.say('All of it is on this tape already.', false);
    const strange = await this.ofAnother(checked.data);
    if (strange) return this.askApart(strange, fresh, chosen.name);
    const by = await this.ask.worker(['reading']);
    if (!by) return;
    const others = file.job !== checked.data.job;
    for (const e of fresh) {
      const hangs = attachmentOf(e);
      const csv = hangs && own(file.loops, hangs.id);
      if (hangs && csv !== undefined)
        await this.outbox.attach({ id: hangs.id, job: v.id, kind: hangs.kind, bytes: new Blob([csv], { type: 'text/csv' }) });
    }
    // Whoever takes it in answers for it here; whose hand it was stays in the file it came from.
    await this.outbox.add(...(others ? fresh.map((e) => ({ ...e, by })) : fresh));
    this.say(`${fresh.length} lines taken in.`, false);
    if (others)
      await this.store.write('note', { text: `${fresh.length} lines measured on another job, taken in from ${chosen.name}` });
  }
  /** The vehicle a file is of, where it is not this one; a file that does not say is looked up by its job. */
  private async ofAnother(file: MeasurementFile): Promise<string | undefined> {
    const v = this.store.view()!;
    if (file.job === v.id) return undefined;
    const is =
      file.vehicle ??
      (await this.api
        .get<JobView>(`/jobs/${file.job}`)
        .then((j) => j.vehicle)
        .catch(() => undefined));
    if (is?.id === v.vehicle.id) return undefined;
    return is ? `${is.plate} (${is.typeName})` : 'a vehicle that it does not name';
  }
  /** Numbers of another vehicle never stand among this one's: on a yes they are kept as words, on a no not at all. */
  private askApart(of: string, lines: readonly Entry[], name: string): void {
    const words = ledgerWords(this.session.dialect(), this.units.measures(), this.session.zone());
    const said = lines.map((e) => sayEntry(e, words)).join('; ');
    const text = `Measured on ${of}, not on this vehicle (${name}): ${said}`;
    this.apart.set({
      asks: `This file was measured on ${of}. This sheet is of ${this.store.view()!.vehicle.plate}. Its ${count(lines.length, 'line')} can stand on the tape as a note, apart from what is measured here.`,
      note: text.length > MOST_NOTE ? `${text.slice(0, MOST_NOTE - 2)} …` : text,
    });
    this.say('', false);
  }
  protected async keepApart(): Promise<void> {
    const a = this.apart();
    if (!a || !(await this.store.write('note', { text: a.note }))) return;
    this.apart.set(null);
    this.say('Kept as a note. None of it counts here.', false);
  }
  protected leaveIt(): void {
    this.apart.set(null);
    this.say('Left: nothing of it was stored.', false);
  }

  /** Points of a loop: from here while it is on its way, else from the server. */
  private async pointsOf(id: string): Promise<string> {
    return (await this.outbox.attachment(id))?.text() ?? this.api.text(`/attachments/${id}`);
  }
  private say(text: string, bad: boolean): void {
    this.said.set(text);
    this.bad.set(bad);
  }
}

/** What is no JSON is no measurement file either: the schema says so in its own words. */
function safe(text: string): unknown {
  try {
    return JSON.parse(text) as unknown;
  } catch {
    return undefined;
  }
}
