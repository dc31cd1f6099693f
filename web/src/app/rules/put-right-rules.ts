import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { ROLES, type Role, type YardRules } from '@ash-knot/core';
import { Picks } from '../kit/picks';

/** Who puts the file right: vehicles, and types with their torques. */
@Component({
  selector: 'ak-put-right-rules',
  imports: [Picks],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    @for (of of whats; track of.what) {
      <p class="heading mt-4">{{ of.head }}</p>
      <ak-picks
        class="mt-1 block"
        [label]="of.head"
        [options]="roles"
        [names]="{ writer: 'service writer' }"
        [picked]="may()[of.what]"
        (pickedChange)="pick(of.what, $event)"
      />
    }
    <p class="soft mt-1 text-sm">A type has torques in it: it takes a PIN. Every change keeps who, when and why.</p>
  `,
})
export class PutRightRules {
  readonly rules = input.required<YardRules>();
  readonly changed = output<Pick<YardRules, 'putRight'>>();
  protected readonly roles = ROLES;
  protected readonly whats = [
    { what: 'vehicles', head: 'Vehicles are put right by' },
    { what: 'types', head: 'Types and torques are put right by' },
  ] as const;
  protected readonly may = computed(() => this.rules().putRight);
  protected pick(what: 'vehicles' | 'types', roles: readonly Role[]): void {
    // Somebody must: the last one stays.
    if (roles.length) this.changed.emit({ putRight: { ...this.may(), [what]: roles } });
  }
}
