import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import type { VehicleTypeView } from '@ash-knot/contract';
import { AXLES, otherEnd, stackOnFile, type AxleEnd, type AxleSpec, type EntryBodies } from '@ash-knot/core';
import { OpenJob } from '../job/open-job';
import { KnockView } from '../knock/knock-view';
import { BarStudyView } from '../length/bar-study';
import { LengthFinder } from '../length/length-finder';
import { WheelCheck } from '../length/wheel-check';
import { Api } from '../state/api';
import { draft } from '../state/draft';
import { StackBuilder } from './stack-builder';
import { SelectField } from '../kit/select-field';

interface Source {
  readonly key: string;
  readonly name: string;
  readonly axle: AxleSpec | null;
  readonly end: AxleEnd;
  readonly other: AxleSpec | null;
}
const FLOOR: Source = { key: 'floor', name: 'from the floor, no type', axle: null, end: 'front', other: null };

const NO_VEHICLE: Source = { ...FLOOR, name: 'no vehicle, usual sizes' };

/** The tools that know an axle, in the pocket: the vehicle whose sheet is open, any type of the shop, or the floor alone. */
@Component({
  selector: 'ak-on-axle',
  imports: [BarStudyView, KnockView, LengthFinder, SelectField, StackBuilder, WheelCheck],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <ak-select-field
      class="mt-4"
      label="Worked out for"
      look="beside"
      [options]="choices()"
      [value]="chosen().key"
      (valueChange)="source.set($event)"
      testId="pocket-source"
    />
    @if (said()) {
      <p class="mt-2 font-semibold" role="status">{{ said() }}</p>
    }
    <div class="mt-3">
      @switch (tool()) {
        @case ('link length') {
          <ak-length-finder
            [axle]="chosen().axle"
            [oldMm]="chosen().axle?.link?.lengthMm ?? null"
            oldFrom="from the file"
            [keeps]="here()"
            (kept)="keep($event)"
          />
        }
        @case ('bar') {
          <ak-bar-study
            [axle]="chosen().axle"
            [end]="chosen().end"
            [otherAxle]="chosen().other"
            [keeps]="here()"
            (kept)="keep($event)"
          />
        }
        @case ('wheels') {
          @if (chosen().axle; as axle) {
            <ak-wheel-check [axle]="axle" [keeps]="here()" (kept)="keep($event)" />
          } @else {
            <p>Wheels are held against an axle: choose a type above.</p>
          }
        }
        @case ('stack') {
          <ak-stack-builder [whose]="chosen().key" [axle]="chosen().axle" [keeps]="here()" />
        }
        @case ('knock') {
          @if (chosen().axle; as axle) {
            <ak-knock-view [axle]="axle" [end]="chosen().end" />
          } @else {
            <p>It is shown on an axle: choose a type above.</p>
          }
        }
      }
    </div>
  `,
})
export class OnAxle {
  readonly tool = input.required<'link length' | 'bar' | 'wheels' | 'knock' | 'stack'>();
  private readonly api = inject(Api);
  private readonly job = inject(OpenJob);
  private readonly types = signal<readonly VehicleTypeView[]>([]);
  protected readonly source = draft('pocket.source', '');
  protected readonly said = signal('');

  protected readonly sources = computed((): Source[] => {
    const state = this.job.store()?.state();
    const plate = this.job.store()?.view()?.vehicle.plate;
    const suits = (axle: AxleSpec): boolean =>
      this.tool() === 'stack' ? stackOnFile(axle) !== undefined : axle.link !== undefined && axle.points.barEye !== undefined;
    const suiting = (axles: Readonly<Record<(typeof AXLES)[number], AxleSpec>>, key: string, name: string): Source[] =>
      AXLES.filter((end) => suits(axles[end])).map((end) => ({
        key: `${key}.${end}`,
        name: `${name}, ${end}`,
        axle: axles[end],
        end,
        other: axles[otherEnd(end)],
      }));
    return [
      ...(state && plate ? suiting(state.axles, 'sheet', plate) : []),
      this.tool() === 'stack' ? NO_VEHICLE : FLOOR,
      ...this.types().flatMap((t) => suiting(t.spec.axles, t.id, t.spec.name)),
    ];
  });
  protected readonly choices = computed(() => this.sources().map((x) => ({ value: x.key, name: x.name })));
  protected readonly chosen = computed((): Source => {
    const all = this.sources();
    return all.find((s) => s.key === this.source()) ?? all[0]!;
  });
  /** The result belongs on the open sheet's tape: it was worked out for that vehicle. */
  protected readonly here = computed(() => this.chosen().key.startsWith('sheet.'));

  constructor() {
    void this.load();
  }
  private async load(): Promise<void> {
    try {
      this.types.set(await this.api.get<VehicleTypeView[]>('/types'));
    } catch {
      // Without the server the floor and the open sheet are still there.
    }
  }
  protected async keep(result: EntryBodies['result']): Promise<void> {
    const end = this.chosen().key.split('.')[1];
    const joint =
      result.what === 'link length' || result.what === 'link setting' || result.what === 'link turns'
        ? (`${end}.left.link-upper` as const)
        : undefined;
    const body = joint ? ({ ...result, joint } as EntryBodies['result']) : result;
    this.said.set((await this.job.keep(body)) ? 'On the tape.' : '');
  }
}
