import type { Letter } from '@ash-knot/core/paper';
import { letterPage } from './letter-page';

const LETTER: Letter = {
  wrong: ['In front the left link is worn.'],
  ways: ['Both links: plain, 10.00 EUR.'],
  ready: 'About 45 minutes.',
  need: '',
};
const page = (more: Partial<Parameters<typeof letterPage>[1]> = {}) =>
  letterPage(LETTER, {
    title: 'HB 0093',
    lang: 'de-DE',
    head: 'Good day',
    foot: 'Yard',
    picture: '<svg></svg>',
    photos: [],
    logo: '',
    quote: [],
    ...more,
  });
const read = (html: string) => new DOMParser().parseFromString(html, 'text/html');

test('the shop’s picture stands at its head, as data only', () => {
  const png = 'data:image/png;base64,iVBORw0KGgo=';
  expect(
    read(page({ logo: png }))
      .querySelector('.logo')
      ?.getAttribute('src'),
  ).toBe(png);
  for (const logo of ['/api/shop/logo', 'data:text/html;base64,aGk=', `${png}" onload="x`])
    expect(read(page({ logo })).querySelector('.logo')).toBeNull();
});

test('it opens by itself: nothing in it is fetched, and nothing in it runs', () => {
  const png = 'data:image/png;base64,iVBORw0KGgo=';
  const doc = read(page({ photos: [{ src: png, caption: 'the torn boot' }] }));
  expect(doc.querySelectorAll('script, link, iframe, object, [href]').length).toBe(0);
  expect([...doc.querySelectorAll('[src]')].map((x) => x.getAttribute('src'))).toEqual([png]);
  expect(doc.querySelector('meta[http-equiv]')!.getAttribute('content')).toContain("default-src 'none'");
  expect(doc.querySelector('figcaption')!.textContent).toBe('the torn boot');
});
test('words stay words; a picture from elsewhere or with a script in it is left out', () => {
  const doc = read(
    page({
      head: '<img src=x onerror=alert(1)>',
      picture: '<svg><script>1</script></svg>',
      photos: [{ src: 'https://elsewhere.example/x.png', caption: '' }],
      quote: [{ name: 'both <b>links</b>', ways: [{ way: 'plain', parts: '2 × “Keel”', sum: '10.00 EUR' }] }],
    }),
  );
  expect(doc.querySelectorAll('img, svg, b').length).toBe(0);
  expect(doc.querySelector('h2')!.textContent).toBe('both <b>links</b>');
  expect(doc.body.textContent).toContain('<img src=x onerror=alert(1)>');
  expect(doc.querySelector('td:last-child')!.textContent).toBe('10.00 EUR');
});
test('what is empty leaves no empty line', () => {
  expect([...read(page()).querySelectorAll('p')].every((x) => x.textContent!.length > 0)).toBe(true);
});
