import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { PLACES, WHENS, type Place, type When, type Where } from '@ash-knot/core';
import { SaveDrawing } from '../kit/save-drawing';
import { BAND_FROM, BAND_TO, BANDS, BODY, isLit, TYRE, TYRES } from './body-shape';
import { ComplaintDraft } from './complaint-draft';
import { heardPicture } from './heard-picture';
import { RoadDrawing } from './road-drawing';

const SIDES_OF: readonly ['left', 'right'] = ['left', 'right'];

/** Where it is heard, and on what road: the body from above to be touched, and the roads as they are. */
@Component({
  selector: 'ak-where-heard',
  imports: [RoadDrawing, SaveDrawing],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  templateUrl: './where-heard.html',
  styleUrl: './where-heard.css',
})
export class WhereHeard {
  protected readonly draft = inject(ComplaintDraft);
  protected readonly places = PLACES;
  protected readonly bands = BANDS;
  protected readonly across = { from: BAND_FROM, to: BAND_TO };
  protected readonly shape = { body: BODY, tyres: TYRES, tyre: TYRE };
  protected readonly sides = SIDES_OF;
  protected readonly roads = WHENS;
  /** The tablet lies between two people: it is turned to the other one. */
  protected readonly turned = signal(false);
  private readonly where = computed((): ReadonlySet<Where> => new Set(this.draft.said().where));
  private readonly when = computed((): ReadonlySet<string> => new Set(this.draft.said().when));
  protected heardAt(w: Where): boolean {
    return this.where().has(w);
  }
  protected heardOn(w: When): boolean {
    return this.when().has(w);
  }
  protected lit(place: Place, side: 'left' | 'right'): boolean {
    return isLit(this.where(), place, side);
  }
  protected readonly picture = () => heardPicture(this.draft.said());
}
