import { DIALOG_DATA, DialogRef } from '@angular/cdk/dialog';
import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { isJointId, type OtherFault, ANSWER_WAYS, sayBan, sayFail, untold, untoldFails, type JointId } from '@ash-knot/core';
import { TextField } from '../kit/text-field';
import { Picks } from '../kit/picks';
import { Session } from '../session/session';
import type { JobStore } from './job-store';

/** Of which sheet; of one joint of it, where one is meant. */
export interface ToldOf {
  readonly store: JobStore;
  readonly joint?: JointId;
}

const SAID = ['nothing yet', 'no', 'later'] as const;

/** Who was told that the vehicle must not go back on the road, or that something on it fails an inspection. */
@Component({
  selector: 'ak-told-dialog',
  imports: [Picks, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <form class="panel" (submit)="save($event)">
      @for (w of words; track w) {
        <p class="mt-1 text-xl font-bold text-oxide">{{ w }}</p>
      }
      <p class="mt-2">Say it to the owner in these words. Then write down who heard it.</p>
      <ak-text-field
        class="mt-4 block"
        label="Who was told"
        [error]="error()"
        [(value)]="who"
        [maxLength]="120"
        testId="told-who"
      />
      <ak-picks
        class="mt-3 block"
        label="How"
        [options]="ways"
        [picked]="[how()]"
        [single]="true"
        (pickedChange)="how.set($event[0]!)"
      />
      <p class="mt-3 text-sm font-semibold">They said</p>
      <ak-picks
        class="mt-1 block"
        label="They said"
        [options]="saids"
        [picked]="[said()]"
        [single]="true"
        (pickedChange)="said.set($event[0]!)"
      />
      @if (said() === 'later') {
        <ak-text-field class="mt-3" type="date" label="Until when" [(value)]="on" testId="told-until" />
      }
      <p class="soft mt-2 text-sm">A yes is quoted first: leave it here, and choose what to fit.</p>
      <div class="mt-5 flex gap-3">
        <button class="btn btn-go flex-1" data-testid="told-save">Told, record it</button>
        <button type="button" class="btn" (click)="ref.close()">Not reached yet</button>
      </div>
    </form>
  `,
  styleUrl: '../kit/panel.css',
})
export class ToldDialog {
  private readonly store = inject<ToldOf>(DIALOG_DATA).store;
  private readonly session = inject(Session);
  protected readonly ref = inject(DialogRef);
  protected readonly ways = ANSWER_WAYS;
  private readonly joint = inject<ToldOf>(DIALOG_DATA).joint;
  /** What is dangerous is told first and together; what fails, one by one: each has its own answer. */
  private readonly danger = untold(this.store.state()!);
  private readonly others = this.danger.filter((at): at is OtherFault => !isJointId(at));
  private readonly fails = this.danger.length
    ? []
    : untoldFails(this.store.state()!)
        .filter((f) => !this.joint || f.joint === this.joint)
        .slice(0, 1);
  protected readonly words = this.danger.length
    ? [sayBan(this.store.state()!, this.danger)]
    : this.fails.map((f) => this.session.say(sayFail(this.store.state()!, f)));
  protected readonly who = signal(this.store.view()?.vehicle.owner ?? '');
  protected readonly how = signal<(typeof ANSWER_WAYS)[number]>('by phone');
  protected readonly saids = SAID;
  protected readonly said = signal<(typeof SAID)[number]>('nothing yet');
  protected readonly on = signal('');
  protected readonly error = signal('');

  protected async save(e: Event): Promise<void> {
    e.preventDefault();
    if (!this.who().trim()) return this.error.set('The name of whoever heard it.');
    const body = {
      what: this.words.join(' '),
      joints: this.danger.length ? this.danger.filter(isJointId) : this.fails.map((f) => f.joint),
      ...(this.others.length ? { others: this.others } : {}),
      ...(this.danger.length ? {} : { about: 'inspection' as const }),
      ...(this.said() === 'no' ? { answer: 'declined' as const } : {}),
      ...(this.said() === 'later' ? { answer: 'later' as const, ...(this.on() ? { on: this.on() } : {}) } : {}),
      who: this.who().trim(),
      how: this.how(),
    };
    if (await this.store.write('told', body)) this.ref.close();
  }
}
