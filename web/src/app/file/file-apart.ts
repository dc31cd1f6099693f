import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import type { FileView } from '@ash-knot/contract';
import {
  assemblyOf,
  asVariant,
  AXLES,
  capital,
  jointId,
  jointKinds,
  list,
  partsOf,
  sayFitted,
  uncapital,
  withFitted,
} from '@ash-knot/core';
import { apartOf } from '@ash-knot/core/apart';
import { ApartPicture } from '../apart/apart';
import { Session } from '../session/session';
import { Units } from '../session/units';
import { SelectField } from '../kit/select-field';

/** Every assembly of a vehicle as its type describes it, taken apart: looked at before anybody touches it. */
@Component({
  selector: 'ak-file-apart',
  imports: [ApartPicture, SelectField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    @if (fitted(); as words) {
      <p class="mt-1" data-testid="file-fitted">Fitted here since: {{ words }}.</p>
    }
    <ak-select-field
      class="mt-2"
      label="What is taken apart"
      look="bare"
      [wide]="true"
      none="Choose what to look at"
      [options]="assemblies()"
      [(value)]="apartOn"
      testId="file-apart"
    />
    @if (apart(); as v) {
      <div class="mt-2 overflow-x-auto bg-ash-200">
        <ak-apart [view]="v" [width]="460" [height]="420" [touched]="false" />
      </div>
      <p class="soft mt-1 text-sm">
        As the type describes it, with what went on here since; usual sizes where nobody wrote them down.
      </p>
    }
  `,
})
export class FileApart {
  readonly file = input.required<FileView>();
  private readonly session = inject(Session);
  private readonly units = inject(Units);
  /** The vehicle as it is put together now: its type and variant, with what went on here since. */
  private readonly type = computed(() => {
    const { type, vehicle, fitted } = this.file();
    return withFitted(asVariant(type, vehicle.variant), fitted);
  });
  protected readonly fitted = computed(() =>
    list(this.file().fitted.map((x) => this.session.say(sayFitted(x, this.units.length())))),
  );
  protected readonly apartOn = signal('');
  /** What of it the program can take apart, of the left side; a bar once. */
  protected readonly assemblies = computed(() => {
    const t = this.type();
    const seen = new Set<string>();
    return AXLES.flatMap((axle) =>
      jointKinds(t.axles[axle]).flatMap((kind) => {
        const joint = jointId(axle, 'left', kind);
        const v = apartOf(t.axles[axle], joint, this.session.dialect());
        const part = assemblyOf(joint);
        if (!v || seen.has(part)) return [];
        seen.add(part);
        return [{ value: joint, name: `${capital(axle)}: ${uncapital(this.session.say(v.title))}` }];
      }),
    );
  });
  protected readonly apart = computed(() => {
    const [t, joint] = [this.type(), this.assemblies().find((a) => a.value === this.apartOn())?.value];
    return joint ? apartOf(t.axles[partsOf(joint).axle], joint, this.session.dialect()) : undefined;
  });
}
