import { ChangeDetectionStrategy, Component, inject, linkedSignal, output } from '@angular/core';
import { TextField } from '../kit/text-field';
import { Entitled, type Said } from '../session/entitled';
import { Session } from '../session/session';
import { Api } from '../state/api';

/** What the yard is called, its bays, and the line under the floor's title. */
@Component({
  selector: 'ak-yard-places',
  imports: [TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <form class="mt-3 grid items-end gap-3 sm:grid-cols-[1fr_2fr_2fr_auto]" (submit)="keep($event)">
      <ak-text-field label="Shop name" [(value)]="name" [maxLength]="80" testId="yard-name" />
      <ak-text-field label="Bays, separated by commas" [(value)]="bays" [maxLength]="800" testId="yard-bays" />
      <ak-text-field label="Under the floor’s title" [(value)]="notice" [maxLength]="200" testId="yard-notice" />
      <button class="btn">Write it down</button>
    </form>
  `,
})
export class YardPlaces {
  private readonly session = inject(Session);
  private readonly api = inject(Api);
  private readonly lead = inject(Entitled);
  readonly said = output<Said>();
  /** As they stand, until somebody writes others. */
  protected readonly name = linkedSignal(() => this.session.shop()?.name ?? '');
  protected readonly bays = linkedSignal(() => (this.session.shop()?.bays ?? []).join(', '));
  protected readonly notice = linkedSignal(() => this.session.shop()?.notice ?? '');

  protected async keep(e: Event): Promise<void> {
    e.preventDefault();
    const bays = this.bays()
      .split(',')
      .map((b) => b.trim())
      .filter(Boolean);
    const said = await this.lead.run(async () => {
      await this.api.put('/shop/places', { name: this.name().trim(), bays, notice: this.notice().trim() });
      await this.session.load();
      return 'Written down.';
    });
    if (said) this.said.emit(said);
  }
}
