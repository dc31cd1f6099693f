import { ChangeDetectionStrategy, Component, signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import type { JointState } from '@ash-knot/core';
import { GapMark } from '../plate/gap-mark';
import { form, FormField, maxLength } from '@angular/forms/signals';
import { Fetched } from './fetched';
import { Folds } from './folds';
import { KitPage } from './kit-page';
import { More } from './more';
import { Picks } from './picks';
import { SelectField } from './select-field';
import { TextField } from './text-field';
import { StarDrawing } from '../work/torque/star-drawing';

@Component({
  selector: 'ak-test-host',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [GapMark, Picks, StarDrawing],
  template: `<ak-gap-mark [state]="state()" /><ak-picks
      label="How"
      [options]="['a', 'b']"
      [picked]="picked()"
      [single]="single()"
      (pickedChange)="picked.set($event)"
    /><ak-star-drawing [order]="[1, 3, 5, 2, 4]" [clicks]="clicks()" />`,
})
class Host {
  readonly state = signal<JointState>('sound');
  readonly picked = signal<('a' | 'b')[]>([]);
  readonly single = signal(false);
  readonly clicks = signal(0);
}

function host() {
  const fixture = TestBed.createComponent(Host);
  const el = fixture.nativeElement as HTMLElement;
  const settle = async () => {
    await fixture.whenStable();
    fixture.detectChanges();
  };
  return { h: fixture.componentInstance, el, settle };
}

test('the gap of the mark grows with the state, and the worst is offset and hatched', async () => {
  const { h, el, settle } = host();
  const gap = async (s: JointState) => {
    h.state.set(s);
    await settle();
    const r = [...el.querySelectorAll('ak-gap-mark rect')].map((x) => Number(x.getAttribute('x')));
    return r[1]! - r[0]! - 12;
  };
  const [sound, watch, loose] = [await gap('sound'), await gap('watch'), await gap('loose')];
  expect(sound).toBeLessThan(watch);
  expect(watch).toBeLessThan(loose);
  await gap('dangerous');
  expect(el.querySelector('ak-gap-mark pattern')).not.toBeNull();
  await gap('not looked at');
  expect(el.querySelector('ak-gap-mark g')!.getAttribute('fill')).toBe('none');
});

test('several words can be picked and put back; or one of them', async () => {
  const { h, el, settle } = host();
  await settle();
  const [a, b] = [...el.querySelectorAll('ak-picks button')] as HTMLButtonElement[];
  a!.click();
  await settle();
  b!.click();
  await settle();
  expect(h.picked()).toEqual(['a', 'b']);
  a!.click();
  await settle();
  expect(h.picked()).toEqual(['b']);
  h.single.set(true);
  await settle();
  a!.click();
  await settle();
  expect(h.picked()).toEqual(['a']);
});

test('the star names the nut that is next, its stage, and the first again at the end', async () => {
  const { h, el, settle } = host();
  const at = async (n: number) => {
    h.clicks.set(n);
    await settle();
    return el.querySelector('ak-star-drawing')!.textContent!.replace(/\s+/g, ' ');
  };
  expect(await at(0)).toMatch(/Nut 1 Stage 1 of 3: 30 %/);
  expect(await at(1)).toMatch(/Nut 3/);
  expect(await at(5)).toMatch(/Nut 1 Stage 2 of 3: 70 %/);
  expect(await at(15)).toMatch(/Nut 1 The first one again, full torque/);
});

@Component({
  selector: 'ak-test-form',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FormField, SelectField, TextField],
  template: `<ak-text-field label="Name" [formField]="form.name" /><ak-select-field
      label="How it stands"
      none="nobody has said"
      [must]="true"
      [options]="['lifted', { value: 'down', name: 'on its tyres' }]"
      [formField]="form.stands"
    />`,
})
class FormHost {
  readonly values = signal({ name: '', stands: '' });
  readonly form = form(this.values, (at) => maxLength(at.name, 20));
}

test('a field of ours is a control of Angular’s forms: bound both ways, no longer than the form says, a first word once', async () => {
  const fixture = TestBed.createComponent(FormHost);
  const el = fixture.nativeElement as HTMLElement;
  const settle = async () => {
    await fixture.whenStable();
    fixture.detectChanges();
  };
  await settle();
  const [name, stands] = [el.querySelector('input')!, el.querySelector('select')!];
  const options = () => [...stands.options].map((o) => `${o.text}${o.selected ? ' *' : ''}`);
  expect(name.maxLength).toBe(20);
  expect(options()).toEqual(['nobody has said *', 'lifted', 'on its tyres']);
  name.value = 'bay 2';
  name.dispatchEvent(new Event('input'));
  stands.value = 'down';
  stands.dispatchEvent(new Event('change'));
  await settle();
  expect(fixture.componentInstance.values()).toEqual({ name: 'bay 2', stands: 'down' });
  expect(options()).toEqual(['lifted', 'on its tyres *']);
  fixture.componentInstance.values.set({ name: 'lift', stands: 'lifted' });
  await settle();
  expect([name.value, stands.value]).toEqual(['lift', 'lifted']);
});

test('of many words the first nine are shown, the picked one first; what is typed finds the others', async () => {
  const fixture = TestBed.createComponent(Picks<string>);
  const options = Array.from({ length: 300 }, (_, i) => `type ${i}`);
  fixture.componentRef.setInput('label', 'Type');
  fixture.componentRef.setInput('options', options);
  fixture.componentRef.setInput('picked', ['type 207']);
  await fixture.whenStable();
  const el = fixture.nativeElement as HTMLElement;
  const words = () => [...el.querySelectorAll('button')].map((b) => b.textContent!.trim());
  expect(words()).toEqual(['type 207', ...options.slice(0, 8)]);
  expect(el.textContent).toContain('and 291 more');
  const box = el.querySelector('input')!;
  box.value = '99 TYPE';
  box.dispatchEvent(new Event('input'));
  await fixture.whenStable();
  expect(words()).toEqual(['type 207', 'type 99', 'type 199', 'type 299']);
  box.value = 'nothing of the kind';
  box.dispatchEvent(new Event('input'));
  await fixture.whenStable();
  expect(words()).toEqual(['type 207']);
});

test('what is usual is marked, and picked by nobody', async () => {
  const fixture = TestBed.createComponent(Picks<string>);
  for (const [k, v] of Object.entries({ label: 'Lock nuts', options: ['kept', 'binned'], picked: [], usual: 'binned' }))
    fixture.componentRef.setInput(k, v);
  await fixture.whenStable();
  const el = fixture.nativeElement as HTMLElement;
  expect(el.querySelector('.usual')!.textContent).toContain('binned');
  expect(el.querySelectorAll('[aria-pressed="true"]')).toHaveLength(0);
});

test('what cannot be read says why and is tried again; what takes no time says nothing of it', async () => {
  const fixture = TestBed.createComponent(Fetched);
  fixture.componentRef.setInput('what', 'the shelf');
  fixture.componentRef.setInput('here', false);
  await fixture.whenStable();
  const el = fixture.nativeElement as HTMLElement;
  expect(el.textContent).toContain('Reading the shelf …');
  let again = 0;
  fixture.componentInstance.again.subscribe(() => again++);
  fixture.componentRef.setInput('failed', 'The server cannot be reached.');
  await fixture.whenStable();
  expect(el.querySelector('[role="alert"]')!.textContent).toContain('The server cannot be reached.');
  el.querySelector('button')!.click();
  expect(again).toBe(1);
  fixture.componentRef.setInput('failed', '');
  fixture.componentRef.setInput('here', true);
  await fixture.whenStable();
  expect(el.textContent!.trim()).toBe('');
});

@Component({
  selector: 'ak-fold-host',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [More],
  providers: [Folds],
  template: `@if (there()) {
    <ak-more keptAs="sizes">12</ak-more><ak-more>13</ak-more>
  }`,
})
class FoldHost {
  readonly there = signal(true);
}

test('left and come back to, a fold that is kept is as it was; one of a step is folded', async () => {
  const fixture = TestBed.createComponent(FoldHost);
  await fixture.whenStable();
  const folds = () => [...(fixture.nativeElement as HTMLElement).querySelectorAll('details')];
  for (const f of folds()) {
    f.open = true;
    f.dispatchEvent(new Event('toggle'));
  }
  for (const there of [false, true]) {
    fixture.componentInstance.there.set(there);
    await fixture.whenStable();
  }
  expect(folds().map((f) => f.open)).toEqual([true, false]);
});

test('the kit’s page shows every piece in both themes', async () => {
  const fixture = TestBed.createComponent(KitPage);
  await fixture.whenStable();
  const el = fixture.nativeElement as HTMLElement;
  expect([...el.querySelectorAll('[data-theme]')].map((t) => t.getAttribute('data-theme'))).toEqual(['daylight', 'lift']);
  for (const piece of ['text-field', 'select-field', 'pin-field', 'picks', 'more', 'back-key', 'fetched', 'wrong', 'next-bar'])
    expect([piece, el.querySelectorAll(`ak-${piece}`).length >= 2]).toEqual([piece, true]);
});
