import { DialogRef } from '@angular/cdk/dialog';
import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { Session } from './session';

@Component({
  selector: 'ak-name-dialog',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="panel">
      <h2 class="text-xl font-bold">Who is working?</h2>
      <div class="mt-5 grid grid-cols-2 gap-3">
        @for (p of session.people(); track p.id) {
          <button
            type="button"
            class="btn !min-h-16 !justify-start"
            [class.btn-on]="p.id === session.person()?.id"
            (click)="tap(p.id)"
          >
            <span class="text-left"
              ><span class="block text-lg">{{ p.name }}</span
              ><span class="block text-sm font-normal">{{ p.role }}</span></span
            >
          </button>
        }
      </div>
      @if (error()) {
        <p class="wrong mt-4" role="alert">{{ error() }}</p>
      }
    </div>
  `,
  styleUrl: '../kit/panel.css',
})
export class NameDialog {
  protected readonly session = inject(Session);
  private readonly ref = inject(DialogRef<string>);
  protected readonly error = signal('');

  async tap(id: string): Promise<void> {
    try {
      await this.session.tap(id);
      this.ref.close(id);
    } catch (e) {
      this.error.set((e as Error).message);
    }
  }
}
