import { DIALOG_DATA, DialogRef } from '@angular/cdk/dialog';
import { TestBed } from '@angular/core/testing';
import { usualPoints, type AxleSpec } from '@ash-knot/core';
import { setUp, TYPE } from '../../test';
import { DrawingDialog, type DrawingData } from './axle-drawing';

const open = (axle: AxleSpec) => {
  const data: DrawingData = { end: 'front', axle, title: 'TS 1, Test van, front axle' };
  setUp([
    { provide: DIALOG_DATA, useValue: data },
    { provide: DialogRef, useValue: { close: () => undefined } },
  ]);
  const fixture = TestBed.createComponent(DrawingDialog);
  fixture.detectChanges();
  return fixture.nativeElement as HTMLElement;
};

test('the drawing carries its dimensions, and says of each point whose word it is', () => {
  const points = { ...TYPE.axles.front.points, linkMount: { at: [-70, 612, 580] as const, from: 'measured' as const } };
  const el = open({ ...TYPE.axles.front, points });
  const words = [...el.querySelectorAll('text')].map((t) => t.textContent!.trim());
  expect(words).toEqual(expect.arrayContaining(['195', '620', 'link 300', 'arm 202', '580 up · 612 out', '70 behind, measured']));
  expect(words.filter((w) => w.endsWith('usual')).length).toBeGreaterThan(3);
});

test('saved it is an SVG that stands by itself: no class, nothing of the program, readable by an XML parser', async () => {
  const blobs: Blob[] = [];
  URL.createObjectURL = (x) => (blobs.push(x as Blob), 'blob:x');
  URL.revokeObjectURL = () => undefined;
  const names: string[] = [];
  const click = jest.spyOn(HTMLAnchorElement.prototype, 'click').mockImplementation(function (this: HTMLAnchorElement) {
    names.push(this.download);
  });
  const el = open(TYPE.axles.front);
  el.querySelector<HTMLElement>('[data-testid="drawing-save"]')!.click();
  click.mockRestore();
  expect(names).toEqual(['ts-1-test-van-front-axle.svg']);
  const text = await new Promise<string>((resolve) => {
    const r = new FileReader();
    r.onload = () => resolve(r.result as string);
    r.readAsText(blobs[0]!);
  });
  expect(text).not.toMatch(/class=|_ng|data-testid|var\(/);
  const doc = new DOMParser().parseFromString(text, 'image/svg+xml');
  expect(doc.querySelector('parsererror')).toBeNull();
  expect(doc.documentElement.getAttribute('width')).toBe('1060');
  expect(doc.querySelectorAll('path').length).toBeGreaterThan(20);
});

test('a type without a bar is drawn without one', () => {
  const rear = { ...TYPE.axles.rear, points: usualPoints('twist-beam', { trackMm: 1470, tyreDiameterMm: 620, bar: false }) };
  const words = [...open(rear).querySelectorAll('text')].map((t) => t.textContent!.trim());
  expect(words.some((w) => w.startsWith('link '))).toBe(false);
});
