import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { EQUIPMENT, isRusty, type Equipment } from '@ash-knot/core';
import { JobStore } from '../job/job-store';
import { Picks } from '../kit/picks';
import { Session } from '../session/session';

/** Who is at it and on what. Whatever changes, the order of what is left is made anew from here. */
@Component({
  selector: 'ak-crew-card',
  imports: [Picks],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'mt-2 grid gap-3' },
  template: `
    <ak-picks
      label="Who is at it"
      [options]="handIds()"
      [names]="handNames()"
      [picked]="crew()"
      (pickedChange)="setCrew($event)"
      data-testid="crew"
    />
    <div class="flex flex-wrap gap-x-5 gap-y-2">
      <ak-picks
        label="On what"
        [options]="equipment"
        [picked]="[on()]"
        [single]="true"
        (pickedChange)="setUp($event[0]!, rusty())"
      />
      <ak-picks
        label="Rust"
        [options]="['rusty']"
        [picked]="rusty() ? ['rusty'] : []"
        (pickedChange)="setUp(on(), $event.length > 0)"
      />
    </div>
    <p class="soft text-sm">Somebody comes or leaves, no lift today: the order of what is left is made anew from here.</p>
  `,
})
export class CrewCard {
  private readonly store = inject(JobStore);
  private readonly session = inject(Session);
  protected readonly equipment = EQUIPMENT;
  /** Who can be at it. */
  private readonly hands = computed(() => this.session.people().filter((p) => p.role !== 'writer'));
  protected readonly handIds = computed(() => this.hands().map((p) => p.id));
  protected readonly handNames = computed(() => Object.fromEntries(this.hands().map((p) => [p.id, p.name])));
  /** As it was said; before that, whoever stands at this screen. */
  protected readonly crew = computed(() => {
    const said = this.store.state()!.crew?.body.people.map((p) => p.id);
    const me = this.session.person()?.id;
    return said ?? (me ? [me] : []);
  });
  protected readonly on = computed((): Equipment => this.store.state()!.setup?.equipment ?? 'lift');
  protected readonly rusty = computed(() => isRusty(this.store.state()!));

  protected setCrew(ids: readonly string[]): void {
    // Who was there first stays first: nobody's lane moves when somebody comes.
    const people = ids
      .flatMap((id) => this.hands().filter((p) => p.id === id))
      .slice(0, 4)
      .map(({ id, name }) => ({ id, name }));
    if (people.length) void this.store.write('crew', { people });
  }
  protected setUp(equipment: Equipment, corroded: boolean): void {
    void this.store.write('setup', { equipment, corroded });
  }
}
