import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { PLACES, WHENS, type Place, type When, type Where } from '@ash-knot/core';
import { ComplaintDraft } from './complaint-draft';
import { RoadDrawing } from './road-drawing';

/** Where along the body each place lies, % of its length from its front. */
const BANDS: Readonly<Record<Place, { readonly from: number; readonly to: number }>> = {
  front: { from: 7, to: 24 },
  dashboard: { from: 25.5, to: 35.5 },
  'front floor': { from: 37, to: 52 },
  'rear floor': { from: 53.5, to: 67 },
  rear: { from: 68.5, to: 84.5 },
  'luggage area': { from: 86, to: 97 },
};
const SIDES_OF: readonly ['left', 'right'] = ['left', 'right'];

/** Where it is heard, and on what road: the body from above to be touched, and the roads as they are. */
@Component({
  selector: 'ak-where-heard',
  imports: [RoadDrawing],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  templateUrl: './where-heard.html',
  styleUrl: './where-heard.css',
})
export class WhereHeard {
  protected readonly draft = inject(ComplaintDraft);
  protected readonly places = PLACES;
  protected readonly bands = BANDS;
  protected readonly sides = SIDES_OF;
  protected readonly roads = WHENS;
  /** The tablet lies between two people: it is turned to the other one. */
  protected readonly turned = signal(false);
  private readonly where = computed((): ReadonlySet<string> => new Set(this.draft.said().where));
  private readonly when = computed((): ReadonlySet<string> => new Set(this.draft.said().when));
  protected heardAt(w: Where): boolean {
    return this.where().has(w);
  }
  protected heardOn(w: When): boolean {
    return this.when().has(w);
  }
  /** Which half of a place is lit: both where nobody said a side. */
  protected lit(place: Place, side: 'left' | 'right'): boolean {
    if (!this.heardAt(place)) return false;
    const [left, right] = [this.heardAt('left'), this.heardAt('right')];
    if (this.heardAt('both sides') || left === right) return true;
    return side === 'left' ? left : right;
  }
}
