import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { v7 as uuid } from 'uuid';
import { csvOf, measurementFile, rowsOf } from '@ash-knot/contract';
import { attempt, forJob, fromRows, measurementsOf, toRows, type Entry, attachmentOf, own } from '@ash-knot/core';
import { Ask } from '../session/ask';
import { Api } from '../state/api';
import { saveFile } from '../kit/save-file';
import { JobStore } from '../job/job-store';
import { Outbox } from '../offline/outbox';

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

  protected async save(as: 'json' | 'csv'): Promise<void> {
    const v = this.store.view()!;
    try {
      const ids = this.store.state()!.entries.flatMap((e) => (e.kind === 'loop' ? [e.body.file] : []));
      const loops = Object.fromEntries(await Promise.all(ids.map(async (id) => [id, await this.pointsOf(id)] as const)));
      const file = measurementsOf(this.store.state()!, v.id, loops);
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
    const known = new Set(this.store.entries().map((e) => e.id));
    const file = forJob(checked.data, v.id, () => uuid());
    const fresh = file.entries.filter((e) => !known.has(e.id)) as Entry[];
    if (fresh.length === 0) return this.say('All of it is on this tape already.', false);
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
