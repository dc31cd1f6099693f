import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import type { PracticeReviewed } from '@ash-knot/contract';
import { Ask } from '../session/ask';
import { Session } from '../session/session';
import { Api } from '../state/api';
import { draft } from '../state/draft';

/** What a lead says of somebody's review, behind the PIN. */
@Component({
  selector: 'ak-review-comment',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (practice().comment; as c) {
      <p class="mt-4 border-l-4 pl-3 text-lg" data-testid="comment">
        {{ c.text }} <span class="soft text-sm">{{ session.name(c.by) }}</span>
      </p>
    }
    @if (session.person()?.role === 'lead' && session.person()?.id !== practice().person) {
      <form class="mt-3 flex flex-wrap items-end gap-3" (submit)="$event.preventDefault(); tell()">
        <label class="min-w-0 flex-1">
          <span class="soft text-sm">To {{ session.name(practice().person) }}, of this review</span>
          <textarea
            class="field w-full"
            rows="2"
            maxlength="2000"
            #t
            [value]="text()()"
            (input)="text().set(t.value)"
            data-testid="comment-text"
          ></textarea>
        </label>
        <button class="btn" data-testid="comment-save">{{ practice().comment && !text()() ? 'Take it back' : 'Say it' }}</button>
      </form>
      @if (wrong()) {
        <p class="wrong" role="alert">{{ wrong() }}</p>
      }
    }
  `,
})
export class ReviewComment {
  readonly practice = input.required<PracticeReviewed['practice']>();
  /** It was said, or taken back: how it stands is to be read again. */
  readonly said = output();
  protected readonly session = inject(Session);
  private readonly api = inject(Api);
  private readonly ask = inject(Ask);
  private readonly id = computed(() => this.practice().id);
  protected readonly text = computed(() => draft(`practice.comment.${this.id()}`, ''));
  protected readonly wrong = signal('');

  protected async tell(): Promise<void> {
    const me = this.session.person()?.id;
    if (!me || (!this.session.confirmed(me) && !(await this.ask.pin('A comment is the lead’s.', ['lead'])))) return;
    this.wrong.set('');
    try {
      await this.api.put(`/practice/${this.id()}/comment`, { comment: this.text()() });
      this.text().clear();
      this.said.emit();
    } catch (e) {
      this.wrong.set((e as Error).message);
    }
  }
}
