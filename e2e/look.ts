import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import type { Page } from '@playwright/test';
import type { House } from './house';
import { slip } from './slips';
import { expect, settled } from './yard';

/** The words only the other dialect has. */
const FOREIGN = {
  'anti-roll bar': /\b(sway bars?|end links?|bushings?|control arms?|tie rods?|stabilizer)\b/i,
  'sway bar': /\b(anti-roll|drop links?|bush(es)?|wishbones?|track rods?|stabiliser)\b/i,
} as const;
type Dialect = keyof typeof FOREIGN;

const LONG = ['@long'];
const LONG_RUN = process.env['TEST_LONG'] === '1';
const sizes = { wide: { width: 1280, height: 800 }, phone: { width: 390, height: 844 }, tablet: { width: 820, height: 1180 } };
interface Look {
  readonly width: number;
  readonly height: number;
  readonly dialect: Dialect;
  readonly tag: string[];
  /** Words and sizes only, but for the long run. */
  readonly quick?: boolean;
}
/** Which size in which dialect; what is tagged is for the long run. */
export const LOOKS: readonly Look[] = [
  { ...sizes.wide, dialect: 'sway bar', tag: [] },
  // The same elements, laid out otherwise: in every run its words and sizes, in the long one the rest too.
  { ...sizes.phone, dialect: 'anti-roll bar', tag: [], quick: true },
  { ...sizes.wide, dialect: 'anti-roll bar', tag: LONG },
  { ...sizes.phone, dialect: 'sway bar', tag: LONG },
  { ...sizes.tablet, dialect: 'sway bar', tag: LONG },
];

/** The yard speaks a dialect from now on: the server's sentences are in it too. */
export const speak = (yard: House, dialect: Dialect): Promise<void> =>
  yard.put(`UPDATE shop SET rules = jsonb_set(rules, '{dialect}', to_jsonb($1::text))`, [dialect]);

/** What can be read or heard on the screen now, but for what people wrote and the rule that names both dialects. */
const readable = (page: Page): Promise<string[]> =>
  page.evaluate(() => {
    const out = new Set<string>();
    for (const el of document.querySelectorAll('body *')) {
      if (el.closest('script, style, [data-both-dialects]')) continue;
      for (const n of el.childNodes) if (n.nodeType === 3 && n.textContent!.trim()) out.add(n.textContent!.trim());
      for (const a of ['aria-label', 'placeholder', 'title', 'alt']) if (el.getAttribute(a)) out.add(el.getAttribute(a)!);
    }
    return [...out];
  });

/** Targets under 44 px and text under 12 px that somebody could see now. A word in running text is no target of its own. */
const tooSmall = (page: Page): Promise<string[]> =>
  page.evaluate(() => {
    const out: string[] = [];
    const shown = (el: Element) => {
      const r = el.getBoundingClientRect();
      const s = getComputedStyle(el);
      return r.width > 0 && r.height > 0 && s.visibility !== 'hidden' && !el.closest('.sr-only');
    };
    const name = (el: Element) => `${el.tagName.toLowerCase()} “${(el.textContent ?? '').trim().slice(0, 30)}” ${el.className}`;
    for (const el of document.querySelectorAll('button, a[href], select, input:not([type=file]), summary')) {
      // A mark on the drawing is taken from 28 px around: the plate's own touch.
      if (!shown(el) || (el as HTMLButtonElement).disabled || el.matches('[data-joint]')) continue;
      const r = el.getBoundingClientRect();
      // What is drawn smaller may be reached by its label, or by a taller row it fills.
      const reach = el.closest('label')?.getBoundingClientRect() ?? r;
      if (Math.max(r.height, reach.height) < 43.5) out.push(`target ${Math.round(r.height)} px: ${name(el)}`);
    }
    for (const el of document.querySelectorAll('body *')) {
      const own = [...el.childNodes].some((n) => n.nodeType === 3 && n.textContent!.trim() !== '');
      if (own && shown(el) && !el.closest('svg') && parseFloat(getComputedStyle(el).fontSize) < 12)
        out.push(`text ${getComputedStyle(el).fontSize}: ${name(el)}`);
    }
    return [...new Set(out)];
  });

/** How much wider and higher the page is than the window, px. */
const over = (page: Page) =>
  page.evaluate(() => {
    const d = document.documentElement;
    return { x: d.scrollWidth - d.clientWidth, y: d.scrollHeight - d.clientHeight };
  });

/** axe as it runs in a page; read once, and put into a page once. */
const AXE = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');
const TAGS = ['wcag2a', 'wcag2aa', 'wcag21aa', 'best-practice'];
interface Violation {
  readonly id: string;
  readonly impact: string | null;
  readonly nodes: readonly { readonly html: string }[];
}
async function violations(page: Page, runOnly: { type: 'tag' | 'rule'; values: string[] }): Promise<readonly Violation[]> {
  const there = await page.evaluate(() => 'axe' in window);
  if (!there) await page.evaluate(AXE);
  return page.evaluate(async (only) => {
    const { axe } = window as unknown as { axe: { run(o: object): Promise<{ violations: Violation[] }> } };
    const r = await axe.run({ runOnly: only, resultTypes: ['violations'] });
    return r.violations.map((v) => ({ id: v.id, impact: v.impact, nodes: v.nodes.slice(0, 1).map((n) => ({ html: n.html })) }));
  }, runOnly);
}
const said = (v: Violation) => `${v.id}: ${v.nodes[0]!.html}`;

/** What axe knows of that is serious, as the screen stands. */
async function seriousIn(page: Page): Promise<string[]> {
  const found = await violations(page, { type: 'tag', values: TAGS });
  return found.filter((v) => v.impact === 'serious' || v.impact === 'critical').map(said);
}

/** Nothing serious in what axe knows of, or the screen's name and what is wrong with it. */
export async function clean(page: Page, name: string): Promise<void> {
  await settled(page);
  expect([name, await seriousIn(page)]).toEqual([name, []]);
}

/** Contrasts as they are under the lift. */
async function faintUnderTheLift(page: Page): Promise<string[]> {
  const theme = (t: string) => page.evaluate((x) => (document.documentElement.dataset['theme'] = x), t);
  await theme('lift');
  await settled(page);
  const found = await violations(page, { type: 'rule', values: ['color-contrast'] });
  await theme('');
  return found.map((v) => `under the lift, ${said(v)}`);
}

/** Somebody who looks a screen over for everything at once, and says at the end what was wrong where. */
export class Eyes {
  private readonly wrong: [string, string[]][] = [];
  private texts = 0;
  constructor(
    private readonly page: Page,
    private readonly of: Pick<Look, 'dialect' | 'quick'>,
  ) {}

  /** Its words alone. */
  async read(where: string): Promise<void> {
    await settled(this.page);
    const all = await readable(this.page);
    this.texts += all.length;
    this.note(
      where,
      all.filter((t) => FOREIGN[this.of.dialect].test(t)).map((t) => `the other dialect: ${t}`),
    );
    this.note(
      where,
      all.flatMap((t) => slip(t) ?? []),
    );
  }

  /** Words and sizes: all that a screen which differs little from another needs in every run; all of it in the long one. */
  async glance(where: string): Promise<void> {
    if (LONG_RUN) return this.look(where);
    await this.read(where);
    await this.measure(where);
  }

  /** All of it. */
  async look(where: string): Promise<void> {
    await this.read(where);
    await this.measure(where);
    if (this.of.quick && !LONG_RUN) return;
    this.note(where, await seriousIn(this.page));
    // The other theme's tokens are the same on every screen: the stations at the vehicle show them all.
    if (LONG_RUN || / (find|work|prove)$/.test(where)) this.note(where, await faintUnderTheLift(this.page));
  }

  private async measure(where: string): Promise<void> {
    this.note(where, await tooSmall(this.page));
    const { x, y } = await over(this.page);
    if (x > 0) this.note(where, [`${x} px too wide`]);
    // A sheet on a tablet stands still: its panes scroll, never the page behind them, or the strip would go.
    const sheet = /\/job\/[^/]+\/(listen|find|settle|work|prove)/.test(this.page.url());
    if (y > 0 && sheet && this.page.viewportSize()!.width > 1100) this.note(where, [`${y} px too high: the strip scrolls away`]);
  }

  /** A page by its address, and all of it. */
  async open(path: string): Promise<void> {
    await this.page.goto(path);
    // Drawn: what it is called stands there, and nothing says that it is still coming.
    await expect(this.page.locator('h1, h2').first()).toBeVisible();
    await expect(this.page.getByText(/^(Opening|Reading|Loading|Asking) .*…$/)).toHaveCount(0);
    await this.look(path);
  }

  /** @param atLeast texts that must have been read for this to mean anything */
  done(atLeast: number): void {
    expect(this.wrong).toEqual([]);
    expect(this.texts).toBeGreaterThan(atLeast);
  }

  private note(where: string, found: readonly string[]): void {
    if (found.length) this.wrong.push([where, [...found]]);
  }
}
