import { DIALOG_DATA, DialogRef } from '@angular/cdk/dialog';
import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { ANSWER_WAYS, sayBan, untold } from '@ash-knot/core';
import { TextField } from '../kit/text-field';
import { Picks } from '../kit/picks';
import type { JobStore } from '../job/job-store';

/** Who was told that the vehicle must not go back on the road. */
@Component({
  selector: 'ak-told-dialog',
  imports: [Picks, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <form class="panel" (submit)="save($event)">
      <h2 class="text-xl font-bold text-oxide">{{ what }}</h2>
      <p class="mt-2">Say it to the owner in these words. Then write down who heard it.</p>
      <ak-text-field class="mt-4 block" label="Who was told" [error]="error()" [(value)]="who" [max]="120" testId="told-who" />
      <ak-picks
        class="mt-3 block"
        label="How"
        [options]="ways"
        [picked]="[how()]"
        [single]="true"
        (pickedChange)="how.set($event[0]!)"
      />
      <div class="mt-5 flex gap-3">
        <button class="btn btn-go flex-1" data-testid="told-save">Told, record it</button>
        <button type="button" class="btn" (click)="ref.close()">Not reached yet</button>
      </div>
    </form>
  `,
  styleUrl: '../kit/panel.css',
})
export class ToldDialog {
  private readonly store = inject<JobStore>(DIALOG_DATA);
  protected readonly ref = inject(DialogRef);
  protected readonly ways = ANSWER_WAYS;
  private readonly joints = untold(this.store.state()!);
  protected readonly what = sayBan(this.store.state()!, this.joints);
  protected readonly who = signal(this.store.view()?.vehicle.owner ?? '');
  protected readonly how = signal<(typeof ANSWER_WAYS)[number]>('by phone');
  protected readonly error = signal('');

  protected async save(e: Event): Promise<void> {
    e.preventDefault();
    if (!this.who().trim()) return this.error.set('The name of whoever heard it.');
    if (await this.store.write('told', { what: this.what, joints: this.joints, who: this.who().trim(), how: this.how() }))
      this.ref.close();
  }
}
