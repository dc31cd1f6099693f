import { TestBed } from '@angular/core/testing';
import { usualPoints } from '@ash-knot/core';
import { STRUT_TYPE } from '@ash-knot/core/test';
import { setUp, tid } from '../../test';
import { AxlePlate } from './axle-plate';

async function plate() {
  setUp();
  const fixture = TestBed.createComponent(AxlePlate);
  fixture.componentRef.setInput('end', 'front');
  const axle = STRUT_TYPE.axles.front;
  fixture.componentRef.setInput('axle', { ...axle, points: usualPoints('strut', { ...axle, bar: true }) });
  fixture.componentRef.setInput('joints', new Map());
  const el = fixture.nativeElement as HTMLElement;
  const settle = async () => {
    await fixture.whenStable();
    fixture.detectChanges();
  };
  await settle();
  const click = async (selector: string) => {
    el.querySelector<HTMLElement>(selector)!.click();
    await settle();
  };
  const lift = async (mm: number) => {
    const lever = el.querySelector<HTMLInputElement>(tid('travel'))!;
    lever.value = String(mm);
    lever.dispatchEvent(new Event('input'));
    await settle();
  };
  const drawn = () => [...el.querySelectorAll('svg path')].map((p) => p.getAttribute('d')).join();
  return {
    el,
    fixture,
    settle,
    click,
    lift,
    drawn,
    text: (s: string) => el.querySelector(s)?.textContent?.replace(/\s+/g, ' ').trim() ?? '',
  };
}

test('each joint is a mark with its name and state; rows say what matters, the rest is one line that opens them all', async () => {
  const p = await plate();
  expect(p.el.querySelectorAll('[data-joint$=".ball-joint"]')).toHaveLength(2);
  expect(p.text('[data-joint="front.left.ball-joint"]')).toContain('left Ball joint, not looked at');
  expect(p.text(tid('scale'))).toContain('one scale');
  const rows = () => [...p.el.querySelectorAll('.row .name')].map((x) => x.textContent!.trim());
  expect(rows().length).toBeLessThanOrEqual(5);
  const more = Number(/^(\d+) more: \d+ not checked$/.exec(p.text(tid('more-rows')))![1]);
  const shown = rows().length;
  await p.click(tid('more-rows'));
  expect(rows()).toHaveLength(shown + more);
  expect(new Set(rows()).size).toBe(rows().length);
  await p.click(tid('fewer-rows'));
  expect(rows()).toHaveLength(shown);
});

test('what is chosen has its row, and one leader goes to it', async () => {
  const p = await plate();
  expect(p.el.querySelector(tid('leader'))).toBeNull();
  p.fixture.componentRef.setInput('selected', 'front.right.wheel-nuts');
  await p.settle();
  expect(p.text('.cell.on')).toContain('right Wheel nuts');
  expect(p.el.querySelectorAll(tid('leader'))).toHaveLength(1);
});

describe('touch', () => {
  const chosen = (p: Awaited<ReturnType<typeof plate>>) => {
    const out: string[] = [];
    p.fixture.componentInstance.selectedChange.subscribe((x) => out.push(x));
    return out;
  };
  const tap = async (p: Awaited<ReturnType<typeof plate>>, x: number, y: number, pointerType = 'touch') => {
    const e = new MouseEvent('click', { bubbles: true, clientX: x, clientY: y });
    Object.defineProperty(e, 'pointerType', { value: pointerType });
    p.el.querySelector('ak-whole-axle')!.dispatchEvent(e);
    await p.settle();
  };
  const at = (p: Awaited<ReturnType<typeof plate>>, joint: string) => {
    const b = p.el.querySelector<HTMLElement>(`[data-joint="${joint}"]`)!;
    return [
      parseFloat(b.style.left) + parseFloat(b.style.width) / 2,
      parseFloat(b.style.top) + parseFloat(b.style.height) / 2,
    ] as const;
  };
  test('takes the nearest joint', async () => {
    const p = await plate();
    const got = chosen(p);
    const [x, y] = at(p, 'front.left.top-mount');
    await tap(p, x + 9, y - 9);
    expect(got).toEqual(['front.left.top-mount']);
  });
  test('between two that a finger cannot tell apart asks which, as rows; the answer is taken', async () => {
    const p = await plate();
    const got = chosen(p);
    const [a, b] = [at(p, 'front.left.link-lower'), at(p, 'front.left.bar')];
    expect(Math.hypot(a[0] - b[0], a[1] - b[1])).toBeLessThan(44);
    await tap(p, (a[0] + b[0]) / 2, (a[1] + b[1]) / 2);
    expect(got).toEqual([]);
    const rows = [...p.el.querySelectorAll('.row .name')].map((r) => r.textContent!.trim());
    expect(rows.sort()).toEqual(['Link, lower end', 'Sway bar end']);
    await p.click('[data-row="front.left.link-lower"]');
    expect(got).toEqual(['front.left.link-lower']);
  });
  test('away from any joint turns to the corner, and from there back', async () => {
    const p = await plate();
    await tap(p, 100, 655);
    expect(p.el.querySelector('ak-corner-plate')).not.toBeNull();
    p.el.querySelector('ak-corner-plate')!.dispatchEvent(new MouseEvent('click', { bubbles: true, clientX: 5, clientY: 60 }));
    await p.settle();
    expect(p.el.querySelector('ak-whole-axle')).not.toBeNull();
  });
});

test('a corner alone is to scale in both its views, and moves with the wheel', async () => {
  const p = await plate();
  await p.click(tid('turn-left'));
  const left = [...p.el.querySelectorAll('[data-joint]')].map((x) => x.getAttribute('data-joint')!);
  expect(left.length).toBeGreaterThan(10);
  expect(left.every((x) => x.startsWith('front.left.'))).toBe(true);
  const rest = p.drawn();
  await p.lift(40);
  expect(p.drawn()).not.toBe(rest);
  expect(p.text(tid('motion'))).toMatch(
    /^Wheel \+40 mm · bar’s arm −?\d+\.\d° · link’s lever 0\.\d\d · from usual points, not measured$/,
  );
  await p.lift(0);
  expect(p.drawn()).toBe(rest);
  await p.click(tid('whole-axle'));
  expect(p.el.querySelector(tid('travel'))).toBeNull();
});

test('the arrows walk the joints of a side, top first, and across', async () => {
  const p = await plate();
  const c = p.fixture.componentInstance;
  const first = c.step(0, 1)!;
  p.fixture.componentRef.setInput('selected', first);
  await p.settle();
  const second = c.step(0, 1)!;
  expect(second).not.toBe(first);
  p.fixture.componentRef.setInput('selected', second);
  await p.settle();
  expect(c.step(0, -1)).toBe(first);
  expect(c.step(1, 0)).toBe(second.replace('.left.', '.right.'));
});

test('every joint is reached by the keys: the plate is one stop, and down walks all of a side', async () => {
  const p = await plate();
  expect(p.el.querySelectorAll('[data-joint][tabindex="0"]')).toHaveLength(1);
  const c = p.fixture.componentInstance;
  const walked = new Set<string>();
  for (let joint = c.step(0, 1)!; !walked.has(joint); joint = c.step(0, 1)!) {
    walked.add(joint);
    p.fixture.componentRef.setInput('selected', joint);
    await p.settle();
  }
  expect(walked.size).toBe(p.el.querySelectorAll('[data-joint^="front.left."]').length);
});

test('in a corner alone the arrows walk its joints, and stay at its side', async () => {
  const p = await plate();
  await p.click(tid('turn-left'));
  const c = p.fixture.componentInstance;
  const first = c.step(0, 1)!;
  expect(first).toMatch(/^front\.left\./);
  p.fixture.componentRef.setInput('selected', first);
  await p.settle();
  const second = c.step(0, 1)!;
  expect(second).not.toBe(first);
  expect(c.step(1, 0)).toBe(first);
});

test('lifted, the arm turns up; let down, it turns down', async () => {
  const p = await plate();
  await p.click(tid('turn-left'));
  const arm = () => Number(/arm (−?[\d.]+)°/.exec(p.text(tid('motion')))![1]!.replace('−', '-'));
  await p.lift(40);
  expect(arm()).toBeGreaterThan(5);
  await p.lift(-40);
  expect(arm()).toBeLessThan(-5);
});

describe('a link that is worked out', () => {
  const figure = (p: Awaited<ReturnType<typeof plate>>, name: string) => {
    const row = [...p.el.querySelectorAll(`${tid('figures')} > div`)].find((x) =>
      x.querySelector('dt')!.textContent!.trim().endsWith(name),
    )!;
    return { value: row.querySelector('dd')!.textContent!.trim(), broken: row.classList.contains('broken') };
  };
  test('turns the plate to its corner at the stance it is for, its numbers in the ladder’s place; afterwards all is as it was', async () => {
    const p = await plate();
    p.fixture.componentRef.setInput('link', { lengthMm: 333.5, loweredMm: 30, limits: {} });
    await p.settle();
    expect(p.el.querySelector('ak-corner-plate')).not.toBeNull();
    expect(figure(p, 'wheel').value).toBe('0 mm');
    expect(Math.abs(parseFloat(figure(p, 'arm turned').value.replace('−', '-')))).toBeLessThan(1.5);
    // Its numbers stand where they are about.
    const keyed = [...p.el.querySelectorAll('svg text')].map((t) => t.textContent!.trim());
    expect(new Set(keyed)).toEqual(new Set(['1', '2', '3', '4', '5', '6']));
    await p.lift(60);
    expect(figure(p, 'wheel').value).toBe('+30 mm');
    expect(parseFloat(figure(p, 'arm turned').value)).toBeGreaterThan(4);
    p.fixture.componentRef.setInput('link', null);
    await p.settle();
    expect(p.el.querySelector('ak-corner-plate')).toBeNull();
  });
  test('a limit that is met lights up with the wheel’s position: the number, the link and the sentence', async () => {
    const p = await plate();
    p.fixture.componentRef.setInput('link', { lengthMm: 333.5, loweredMm: 30, limits: { swingDeg: { mount: 1, eye: 1 } } });
    await p.settle();
    await p.lift(-70);
    expect(figure(p, 'upper stud swings').broken).toBe(true);
    expect(p.text(tid('motion'))).toMatch(/stud swings \d+°: past 1°, its maker/);
    expect(p.el.querySelector('svg path[stroke="var(--color-oxide)"]')).not.toBeNull();
  });
});

test('which way the eyes spring is drawn at both, and nowhere where nothing is on the links', async () => {
  const p = await plate();
  p.fixture.componentRef.setInput('jumps', { left: 'down', right: 'up' });
  await p.settle();
  const arrows = [...p.el.querySelectorAll(tid('springs'))].map((x) => x.getAttribute('d')!);
  expect(arrows.map((d) => /v(-?)/.exec(d)![1])).toEqual(['', '-']);
  p.fixture.componentRef.setInput('jumps', { left: 'not', right: 'not' });
  await p.settle();
  expect(p.el.querySelector(tid('springs'))).toBeNull();
});

test('what hangs on a joint stands in its row: photographs, a soak, a new part', async () => {
  const p = await plate();
  p.fixture.componentRef.setInput('tags', new Map([['front.left.link-upper', { photos: 2, chosen: true, soakMin: 12 }]]));
  await p.settle();
  expect(p.text('[data-row="front.left.link-upper"] .tags')).toBe('2 photographs, new part chosen');
  expect(p.text('[data-row="front.left.link-upper"] .state')).toContain('soaks 12′');
  p.fixture.componentRef.setInput('toTighten', new Set(['front.left.link-upper']));
  await p.settle();
  expect(p.text('[data-row="front.left.link-upper"] .tags')).not.toContain('new');
});
