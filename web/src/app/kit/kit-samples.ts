import { ChangeDetectionStrategy, Component, input, signal } from '@angular/core';
import { BackKey } from './back-key';
import { Fetched } from './fetched';
import { FieldErrors } from './field-errors';
import { More } from './more';
import { NextBar } from './next-bar';
import { Picks } from './picks';
import { PinField } from './pin-field';
import { SelectField } from './select-field';
import { TextField } from './text-field';
import { Wrong } from './wrong';

/** A field's error, as the core throws it. */
class Bound extends Error {
  constructor(
    readonly field: string,
    why: string,
  ) {
    super(`${field[0]!.toUpperCase()}${field.slice(1)} ${why}.`);
  }
}

/** One of each, with words as they stand in the shop. */
@Component({
  selector: 'ak-kit-samples',
  imports: [BackKey, Fetched, More, NextBar, Picks, PinField, SelectField, TextField, Wrong],
  providers: [FieldErrors],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2 class="text-xl font-bold">{{ theme() }}</h2>

    <h3 class="heading mt-5">Keys: one filled action, the rest outlined, links for what is seldom</h3>
    <div class="mt-2 flex flex-wrap items-center gap-3">
      <button type="button" class="btn btn-go">Into the file</button>
      <button type="button" class="btn">Only look</button>
      <button type="button" class="btn btn-on" aria-pressed="true">On</button>
      <button type="button" class="btn" disabled>Not now</button>
      <button type="button" class="link">All steps</button>
      <span class="tag">HB 0093</span> <span class="key">N</span>
    </div>

    <h3 class="heading mt-5">A choice of few</h3>
    <ak-picks
      class="mt-2 block"
      [label]="'Kind of job, ' + theme()"
      [options]="few"
      [picked]="[one()]"
      [single]="true"
      (pickedChange)="one.set($event[0]!)"
    />

    <h3 class="heading mt-5">A choice of many: looked for, what is picked stands first</h3>
    <ak-picks
      class="mt-2 block"
      [label]="'Size, ' + theme()"
      [options]="many"
      [picked]="[size()]"
      [single]="true"
      (pickedChange)="size.set($event[0]!)"
    />

    <h3 class="heading mt-5">A form: its unit in the label, what is wrong at its field, the rest below</h3>
    <div class="mt-2 grid gap-4 sm:grid-cols-2">
      <ak-text-field
        label="Distance now, km"
        field="distance"
        [mono]="true"
        mode="numeric"
        [(value)]="km"
        hint="in the file: 78 074 km"
      />
      <ak-text-field label="Play, mm" field="play" [mono]="true" mode="decimal" [(value)]="play" />
      <ak-select-field label="The vehicle stands" [options]="stands" [(value)]="stand" [wide]="true" />
      <ak-pin-field label="PIN" [(value)]="pin" />
    </div>
    <ak-wrong [error]="bad" safe="Nothing was stored." />
    <ak-wrong error="Two lines cross: nothing was stored." />

    <h3 class="heading mt-5">A list with answers</h3>
    <div class="rule mt-2 py-2">
      <p class="font-semibold">Rock the wheel at 12 and 6</p>
      <ak-picks
        class="mt-1 block"
        [label]="'Rocked, ' + theme()"
        [options]="answers"
        [picked]="[answer()]"
        (pickedChange)="answer.set($event.at(-1) ?? '')"
      />
    </div>

    <h3 class="heading mt-5">What is seldom wanted, and what was just written</h3>
    <div class="flex flex-wrap items-center gap-x-6">
      <ak-more testId="kit-more"><button type="button" class="link">Measure it with a file</button></ak-more>
      <ak-back-key key="1" what="Ball joint, left: tight" [lastsMs]="10000" />
    </div>

    <h3 class="heading mt-5">Empty, being read, failed, without a line</h3>
    <p class="nothing">No vehicle in the file matches.</p>
    <ak-fetched what="the file" [here]="false" />
    <ak-fetched class="mt-2" what="the file" [here]="false" failed="The server cannot be reached." />
    <p class="caution mt-2">The line is down. What you record is kept here and sent when it is back.</p>

    <h3 class="heading mt-5">What must be read</h3>
    <p class="caution mt-2">This gauge: its calibration has run out. Every reading is marked so.</p>
    <p class="caution mt-2 font-bold text-oxide">Do not return to the road until the left ball joint is repaired.</p>

    <h3 class="heading mt-5">The strip: one sentence, one key, or its answers</h3>
    <ak-next-bar
      class="mt-2"
      time="2 min"
      title="Rock the left wheel at 12 and 6."
      why="The ball joint may be worn."
      label="Do it"
    />
    <ak-next-bar class="mt-2" title="Rocked at 12 and 6: does it move?" label="" [answers]="['Tight', 'Moves', 'Can’t tell']" />
  `,
})
export class KitSamples {
  readonly theme = input.required<string>();
  protected readonly few = ['noise', 'inspection', 'service'];
  protected readonly one = signal('noise');
  protected readonly many = Array.from({ length: 31 }, (_, i) => `${200 + i * 5} mm`);
  protected readonly size = signal('305 mm');
  protected readonly km = signal('78 074');
  protected readonly play = signal('a bit');
  protected readonly stands = ['on its wheels', 'both wheels hanging'];
  protected readonly stand = signal('on its wheels');
  protected readonly pin = signal('');
  protected readonly answers = ['tight', 'moves', 'can’t tell'];
  protected readonly answer = signal('moves');
  protected readonly bad = new Bound('play', 'must be a number of millimetres, at most 50');
}
