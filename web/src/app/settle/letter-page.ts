import type { Letter } from '@ash-knot/core/paper';

/** What a page for the customer holds besides the letter. */
export interface LetterPage {
  readonly title: string;
  /** BCP 47. */
  readonly lang: string;
  readonly head: string;
  readonly foot: string;
  /** The axle with what was found on it, as an svg that stands by itself. */
  readonly picture: string;
  /** Photographs as data addresses, each with its words. */
  /** The shop's picture as data; empty where it has none. */
  readonly logo: string;
  readonly photos: readonly { readonly src: string; readonly caption: string }[];
  /** The quote, a line a table. */
  readonly quote: readonly {
    readonly name: string;
    readonly ways: readonly { readonly way: string; readonly parts: string; readonly sum: string }[];
  }[];
}

const SIGNS: ReadonlyMap<string, string> = new Map([
  ['&', '&amp;'],
  ['<', '&lt;'],
  ['>', '&gt;'],
  ['"', '&quot;'],
  ["'", '&#39;'],
]);
const escaped = (text: string): string => text.replace(/[&<>"']/g, (c) => SIGNS.get(c)!);
const p = (text: string): string => (text ? `<p>${escaped(text)}</p>` : '');

/** A drawing goes in as it is, where nothing in it runs or is fetched. */
function safeSvg(svg: string): string {
  const doc = new DOMParser().parseFromString(svg, 'image/svg+xml');
  const all = [...doc.querySelectorAll('*')];
  const still = all.every(
    (el) =>
      !/^(script|foreignObject|parsererror)$/i.test(el.localName) && [...el.attributes].every((a) => !/^on|href$/i.test(a.name)),
  );
  return still && doc.documentElement.localName === 'svg' ? new XMLSerializer().serializeToString(doc.documentElement) : '';
}

const STYLE = `body{font:17px/1.5 system-ui,sans-serif;color:#1f1b16;background:#fff;max-width:42rem;margin:0 auto;padding:1.5rem}
h1{font-size:1.5rem;margin:0 0 1rem}h2{font-size:1.1rem;margin:1.5rem 0 .25rem}
svg{width:100%;height:auto;max-width:26rem}img{max-width:100%;height:auto}.logo{max-height:4rem;max-width:16rem}
table{width:100%;border-collapse:collapse}td,th{border-top:1px solid #bbb;padding:.35rem .5rem .35rem 0;text-align:left;vertical-align:top}
td:last-child{text-align:right;white-space:nowrap}footer{border-top:2px solid #1f1b16;margin-top:2rem;padding-top:.5rem}`;

/** A picture as data, and nothing else. */
const PICTURE = /^data:image\/(jpeg|png|webp);base64,[A-Za-z0-9+/=]+$/;

/**
 * The letter as one page that opens anywhere, without us and without a line: nothing in it is fetched.
 */
export function letterPage(l: Letter, d: LetterPage): string {
  const quote = d.quote
    .map(
      ({ name, ways }) =>
        `<h2>${escaped(name)}</h2><table>${ways.map((w) => `<tr><th scope="row">${escaped(w.way)}</th><td>${escaped(w.parts)}</td><td>${escaped(w.sum)}</td></tr>`).join('')}</table>`,
    )
    .join('');
  const logo = PICTURE.test(d.logo) ? `<img class="logo" src="${d.logo}" alt="">` : '';
  const photos = d.photos
    .filter((x) => PICTURE.test(x.src))
    .map((x) => `<figure><img src="${x.src}" alt="${escaped(x.caption)}"><figcaption>${escaped(x.caption)}</figcaption></figure>`)
    .join('');
  return `<!doctype html>
<html lang="${escaped(d.lang)}">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<meta http-equiv="Content-Security-Policy" content="default-src 'none'; img-src data:; style-src 'unsafe-inline'">
<title>${escaped(d.title)}</title>
<style>${STYLE}</style>
</head>
<body>
${logo}
<h1>${escaped(d.title)}</h1>
${p(d.head)}
${l.wrong.map(p).join('\n')}
${safeSvg(d.picture)}
${photos}
${l.ways.map(p).join('\n')}
${quote}
${p(l.ready)}
${p(l.need)}
<footer>${p(d.foot)}</footer>
</body>
</html>
`;
}
