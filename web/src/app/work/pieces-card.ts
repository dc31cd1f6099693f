import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import {
  FATES,
  PIECE_REASONS,
  piecesOf,
  type Fate,
  type Piece,
  type PieceReason,
  atAxle,
  piecesAt,
  type AxleEnd,
} from '@ash-knot/core';
import { JobStore } from '../job/job-store';
import { Picks } from '../kit/picks';
import { PlaceKey } from '../job/places';
import { Session } from '../session/session';
import { SelectField } from '../kit/select-field';

/** The same piece of both sides. */
interface Group {
  readonly id: string;
  readonly name: string;
  readonly usual: Fate;
  readonly why: string;
  readonly pieces: readonly Piece[];
}

/** Removed parts: kept, moved over, renewed or binned, as somebody saw it. */
@Component({
  selector: 'ak-pieces-card',
  imports: [Picks, PlaceKey, SelectField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    <ul data-testid="piece-groups">
      @for (g of groups(); track g.id) {
        <li class="rule py-2">
          <p class="font-semibold">{{ session.say(g.name) }}{{ g.pieces.length > 1 ? ', both' : '' }}</p>
          <p class="soft text-sm">{{ session.say(g.why) }}</p>
          <div class="mt-1 flex flex-wrap items-center gap-2">
            <ak-picks
              [label]="session.say(g.name)"
              [options]="fates"
              [picked]="fateOf(g) ? [fateOf(g)!] : []"
              [usual]="g.usual"
              [single]="true"
              (pickedChange)="setFate(g.pieces, $event[0]!)"
            />
            @if (g.pieces.length > 1) {
              <button type="button" class="link text-sm" (click)="split(g.id)" [attr.data-testid]="'split-' + g.id">
                {{ apart().has(g.id) ? 'both at once' : 'each by itself' }}
              </button>
            }
            @if (fateOf(g)) {
              <ak-select-field
                label="because"
                look="beside"
                none="not said"
                [options]="reasons"
                [value]="reasonOf(g) ?? ''"
                (valueChange)="setReason(g.pieces, $event)"
                testId="because"
              />
            }
          </div>
          @if (apart().has(g.id)) {
            @for (p of g.pieces; track p.id) {
              <div class="mt-2 flex flex-wrap items-center gap-2 pl-4">
                <span class="w-40 text-sm font-semibold">{{ session.say(p.name) }}</span>
                <ak-picks
                  [label]="session.say(p.name)"
                  [options]="fates"
                  [picked]="fate(p) ? [fate(p)!] : []"
                  [usual]="p.usual"
                  [single]="true"
                  (pickedChange)="setFate([p], $event[0]!)"
                />
              </div>
            }
          }
        </li>
      }
    </ul>
    @if (unsaid().length) {
      <button
        type="button"
        class="btn btn-go mt-2"
        akDoes="pieces"
        [akSays]="listedSays()"
        (done)="asListed()"
        data-testid="as-listed"
      >
        {{ listedSays() }}
      </button>
    }
  `,
})
export class PiecesCard {
  private readonly store = inject(JobStore);
  protected readonly session = inject(Session);
  protected readonly fates = FATES;
  protected readonly reasons = PIECE_REASONS;
  /** Only what came off at one axle. */
  readonly axle = input<AxleEnd>();
  protected readonly pieces = computed(() => {
    const [s, end] = [this.store.state()!, this.axle()];
    return end ? piecesAt(atAxle(s, end)) : piecesOf(s);
  });
  protected readonly unsaid = computed(() => this.pieces().filter((p) => !this.said(p)));
  protected readonly listedSays = computed(() =>
    this.unsaid().length === this.pieces().length ? 'All as marked' : 'The rest as marked',
  );
  /** What stands in the list is what became of it: one tap, for whoever looked. */
  protected asListed(): void {
    void this.store.writeAll(
      this.unsaid().map((p) => ({ kind: 'piece' as const, body: { piece: p.id, joint: p.joint, fate: p.usual } })),
    );
  }
  /** The pieces of both sides together: what was looked at together is answered together. */
  protected readonly groups = computed((): Group[] => {
    const byGroup = new Map<string, Group>();
    for (const p of this.pieces()) {
      const g = byGroup.get(p.group) ?? { id: p.group, name: p.groupName, usual: p.usual, why: p.why, pieces: [] };
      byGroup.set(p.group, { ...g, pieces: [...g.pieces, p] });
    }
    return [...byGroup.values()];
  });
  /** Groups whose sides are answered apart. */
  protected readonly apart = signal<ReadonlySet<string>>(new Set());
  protected split(id: string): void {
    this.apart.update((s) => new Set(s.has(id) ? [...s].filter((x) => x !== id) : [...s, id]));
  }
  protected fate(p: Piece): Fate | undefined {
    return this.said(p)?.fate;
  }
  /** What all of a group share; nothing where they differ or nobody said. */
  protected fateOf(g: Group): Fate | undefined {
    const fates = new Set(g.pieces.map((p) => this.fate(p)));
    return fates.size === 1 ? [...fates][0] : undefined;
  }
  protected reasonOf(g: Group): string | undefined {
    return this.said(g.pieces[0]!)?.because;
  }
  protected setFate(pieces: readonly Piece[], fate: Fate): void {
    void this.store.writeAll(pieces.map((p) => ({ kind: 'piece' as const, body: { piece: p.id, joint: p.joint, fate } })));
  }
  protected setReason(pieces: readonly Piece[], because: string): void {
    void this.store.writeAll(
      pieces.flatMap((p) => {
        const said = this.said(p);
        if (!said) return [];
        const { because: _, ...rest } = said;
        return [{ kind: 'piece' as const, body: { ...rest, ...(because ? { because: because as PieceReason } : {}) } }];
      }),
    );
  }
  private said(p: Piece) {
    return this.store.state()!.pieces.get(p.id)?.body;
  }
}
