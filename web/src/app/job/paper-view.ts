import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import type { Paper } from '@ash-knot/core/paper';
import { PaperHead, type Letterhead } from '../kit/paper-head';

/** A paper for a customer in a language of theirs: what core says of it, black on white. */
@Component({
  selector: 'ak-paper-view',
  imports: [PaperHead],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <main class="page" [attr.lang]="lang()" data-testid="paper">
      <ak-paper-head [shop]="shop()" [title]="paper().title" [under]="under()">{{ day() }}<br />{{ owner() }}</ak-paper-head>
      @if (paper().ban) {
        <p class="my-4 border-4 border-black p-3 text-xl font-bold">{{ paper().ban }}</p>
      }
      @for (s of paper().sections; track $index) {
        @if (s.head) {
          <h2>{{ s.head }}</h2>
        }
        @if (s.rows; as rows) {
          <table [attr.data-testid]="'paper-' + s.id">
            @if (s.columns; as columns) {
              <thead>
                <tr>
                  @for (c of columns; track $index) {
                    <th class="text-left">{{ c }}</th>
                  }
                </tr>
              </thead>
            }
            <tbody>
              @for (r of rows; track $index) {
                <tr>
                  @for (c of r; track $index) {
                    @if ($first) {
                      <th class="text-left font-normal" scope="row">{{ c }}</th>
                    } @else {
                      <td [class.text-right]="!s.columns">{{ c }}</td>
                    }
                  }
                </tr>
              }
            </tbody>
          </table>
        }
        @if (s.sum) {
          <p class="mt-2 border-t-2 border-black pt-2 text-xl font-bold" [attr.data-testid]="'sum-' + s.id">{{ s.sum }}</p>
        }
        @if (s.lines; as lines) {
          <ul>
            @for (l of lines; track $index) {
              <li>{{ l }}</li>
            }
          </ul>
        }
      }
      <ng-content />
      <footer class="mt-8 grid gap-1 border-t border-black pt-3 text-sm">
        @for (l of paper().foot; track $index) {
          <p>{{ l }}</p>
        }
      </footer>
    </main>
  `,
  styleUrl: '../kit/paper.css',
})
export class PaperView {
  readonly paper = input.required<Paper>();
  /** BCP 47. */
  readonly lang = input.required<string>();
  readonly shop = input.required<Letterhead>();
  readonly under = input.required<string>();
  readonly day = input.required<string>();
  readonly owner = input.required<string>();
}
