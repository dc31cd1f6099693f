import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { Router } from '@angular/router';
import type { Suspect } from '@ash-knot/core';
import { JobStore } from '../state/job-store';

/** The ranking, in bars, and what the verdict still waits for. */
@Component({
  selector: 'ak-suspects',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="rule flex items-baseline justify-between pt-4">
      <h3 class="heading">What is knocking</h3>
      <p class="soft text-sm">{{ findings() }} findings</p>
    </div>
    <ol class="mt-1">
      @for (x of top(); track x.fault; let first = $first) {
        <li>
          <button type="button" class="row" [disabled]="!x.joint" (click)="show(x)">
            <span class="truncate text-left" [class.font-bold]="first">{{ cap(x.name) }}</span>
            <span class="bar" [class.danger]="x.dangerous"><span [style.width.%]="x.p * 100"></span></span>
            <span class="mono text-right font-semibold">{{ pct(x.p) }} %</span>
          </button>
          @if (first && x.because.length) {
            <p class="soft -mt-1 pb-2 text-sm">{{ x.because.slice(0, 4).join(' · ') }}</p>
          }
        </li>
      }
    </ol>
    @if (store.verdict(); as v) {
      @switch (v.kind) {
        @case ('blocked') {
          <p class="caution mt-3" data-testid="verdict"><b>No verdict yet.</b> {{ v.sentence }}</p>
        }
        @case ('dangerous') {
          <p class="caution mt-3 font-bold text-oxide" role="alert" data-testid="verdict">{{ v.sentence }}</p>
        }
        @case ('ready') {
          @if (store.state()?.verdict) {
            <p class="mt-3 border-l-4 border-lichen bg-chalk px-4 py-2" data-testid="verdict">
              <b>Verdict given.</b> {{ v.sentence }}
            </p>
          } @else {
            <div class="mt-3 flex items-center gap-4 border-l-4 border-lichen bg-chalk px-4 py-2" data-testid="verdict">
              <p class="flex-1"><b>It is this:</b> {{ v.sentence }} The dangerous joints are cleared.</p>
              <button type="button" class="btn btn-go" (click)="say()" data-testid="give-verdict">Give the verdict</button>
            </div>
          }
        }
        @case ('open') {
          <div class="caution mt-3 flex items-center gap-4 !border-ash-500" data-testid="verdict">
            <p class="flex-1"><b>No verdict.</b> {{ v.sentence }}</p>
            @if (!store.state()?.verdict) {
              <button type="button" class="btn" (click)="notReproduced()">Not reproduced</button>
            }
          </div>
        }
      }
    }
  `,
  styles: `
    .row {
      display: grid;
      grid-template-columns: minmax(0, 210px) 1fr 58px;
      align-items: center;
      gap: 10px;
      width: 100%;
      min-height: 44px;
    }
    .row:hover:not(:disabled) {
      background: var(--color-ash-200);
    }
    .bar {
      position: relative;
      height: 13px;
      background: linear-gradient(var(--color-ash-300), var(--color-ash-300)) left center / 100% 1px no-repeat;
    }
    .bar > span {
      display: block;
      height: 100%;
      min-width: 2px;
      background: var(--color-bark);
    }
    .bar.danger > span {
      background: repeating-linear-gradient(45deg, var(--color-oxide) 0 4px, var(--color-ash-100) 4px 7px);
      outline: 1px solid var(--color-oxide);
    }
    @media (max-width: 700px) {
      .row {
        grid-template-columns: minmax(0, 1fr) 90px 52px;
      }
    }
  `,
})
export class Suspects {
  protected readonly store = inject(JobStore);
  private readonly router = inject(Router);
  protected readonly top = computed(() => this.store.suspects().slice(0, 4));
  protected readonly findings = computed(() => {
    const s = this.store.state();
    if (!s) return 0;
    const c = s.complaint;
    const said = c ? c.character.length + c.where.length + c.when.length + c.drives.length : 0;
    return said + [...s.joints.values()].filter((j) => j.hand || j.defects.length || j.before).length;
  });

  protected cap(t: string): string {
    return t.charAt(0).toUpperCase() + t.slice(1);
  }
  protected pct(p: number): string {
    // Nothing found by reasoning is ever quite certain.
    return p > 0.995 ? '>99' : p < 0.01 ? '<1' : String(Math.round(p * 100));
  }
  protected show(x: Suspect): void {
    if (!x.joint) return;
    this.store.select(x.joint);
    void this.router.navigate(['/job', this.store.view()!.id, 'find']);
  }
  protected say(): void {
    const v = this.store.verdict();
    if (v?.kind === 'ready') void this.store.write('verdict', { causes: [...v.causes], reproduced: true, note: '' });
  }
  protected notReproduced(): void {
    void this.store.write('verdict', { causes: [], reproduced: false, note: 'not reproduced' });
  }
}
