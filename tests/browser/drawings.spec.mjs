import { Resvg } from '@resvg/resvg-js';
import { expect, test } from './support.mjs';

// The second renderer is resvg, which shares no code with the browser. Words are left out: they are set in other fonts there.
const views = ['/setups/1', '/scrap?job=hem&stitch=406', '/scrap?job=hem&stitch=twin-needle', '/setups/1/memory', '/machines/3', '/cloths/1', '/glossary', '/reckoner?machine=4&pack=4.0/75&guide=25&rows=4&allowance=30'];
const perPage = 14;

/** Mean difference of two pictures, of 255, and the share of places that differ much. */
const compare = (page, one, other) => page.evaluate(async ([first, second]) => {
  const read = async (source) => {
    const image = Object.assign(new Image(), { src: source });
    await image.decode();
    const canvas = new OffscreenCanvas(image.naturalWidth, image.naturalHeight);
    const on = canvas.getContext('2d');
    on.drawImage(image, 0, 0);
    return on.getImageData(0, 0, canvas.width, canvas.height);
  };
  const [a, b] = [await read(first), await read(second)];
  if (a.width !== b.width || a.height !== b.height) return { mean: 255, much: 1, size: [a.width, a.height, b.width, b.height] };
  let [sum, much] = [0, 0];
  for (let i = 0; i < a.data.length; i += 4) {
    const off = Math.max(Math.abs(a.data[i] - b.data[i]), Math.abs(a.data[i + 1] - b.data[i + 1]), Math.abs(a.data[i + 2] - b.data[i + 2]));
    sum += off;
    if (off > 96) much += 1;
  }
  return { mean: sum / (a.data.length / 4), much: much / (a.data.length / 4) };
}, [one, other]);

const inData = (svg) => `data:image/svg+xml;base64,${Buffer.from(svg).toString('base64')}`;
const png = (svg) => `data:image/png;base64,${Buffer.from(new Resvg(svg).render().asPng()).toString('base64')}`;

for (const view of views) {
  test(`the drawings of ${view} are files that a second renderer shows alike`, async ({ page, demo }) => {
    test.setTimeout(120_000);
    const html = await (await page.request.get(demo + view)).text();
    const count = (html.match(/<svg class="drawing[^>]*aria-label=/g) ?? []).length;
    expect(count).toBeGreaterThan(0);
    await page.goto(`${demo}/health`);
    for (let n = 1; n <= Math.min(count, perPage); n += 1) {
      const answer = await page.request.get(`${demo}${view}${view.includes('?') ? '&' : '?'}svg=${n}`);
      expect(answer.status(), `${view} ${n}`).toBe(200);
      expect(answer.headers()['content-type']).toContain('image/svg+xml');
      const svg = await answer.text();
      expect(svg).not.toMatch(/\s(class|style|data-[a-z-]+|on[a-z]+)=|var\(|<script|<style|<image|<foreignObject/);
      expect([...svg.matchAll(/(?:href|src)="([^"]*)"|url\(([^)]*)\)/g)].map((m) => m[1] ?? m[2]).filter((to) => !to.startsWith('#'))).toEqual([]);
      expect(svg).toMatch(/<title>[^<]{10,}<\/title><desc>[^<]{10,}<\/desc>/);
      const wordless = svg.replace(/<text[^>]*>[^<]*<\/text>/g, '');
      const off = await compare(page, inData(wordless), png(wordless));
      // Each renderer softens the loops of the cloth in its own way: a little everywhere, much nowhere.
      expect(off.mean, `${view} ${n}: ${JSON.stringify(off)}`).toBeLessThan(10);
      expect(off.much, `${view} ${n}: ${JSON.stringify(off)}`).toBeLessThan(0.012);
      // It is no empty sheet: another drawing differs.
      if (n > 1 && n < 4) expect((await compare(page, png(wordless), png(wordless.replace(/(stroke|fill)="(?!none)[^"]*"/g, '$1="#0f0"')))).much).toBeGreaterThan(0.012);
    }
    const beyond = await page.request.get(`${demo}${view}${view.includes('?') ? '&' : '?'}svg=${count + 1}`);
    expect(beyond.status()).toBe(404);
  });
}

test('a file looks as its drawing does on the page', async ({ page, demo }) => {
  // So low that the frames, which draw it at a scale of their own, are not fetched yet.
  await page.setViewportSize({ width: 1280, height: 300 });
  await page.goto(`${demo}/setups/1`);
  const label = await page.locator('.pull-back svg').getAttribute('aria-label');
  await page.getByRole('button', { name: 'Drawings as files' }).dispatchEvent('click');
  const href = await page.getByRole('dialog').getByRole('link', { name: label }).getAttribute('href');
  await page.getByRole('button', { name: 'Close', exact: true }).click();
  const drawn = page.locator('.pull-back svg');
  await page.evaluate(() => document.querySelectorAll('.pull-back svg text').forEach((text) => text.remove()));
  await drawn.evaluate((svg) => { Object.assign(svg.style, { position: 'fixed', left: '0', top: '0', width: '352px', height: '206px', maxWidth: 'none', zIndex: '9999' }); });
  const shot = `data:image/png;base64,${(await page.screenshot({ clip: { x: 0, y: 0, width: 352, height: 206 } })).toString('base64')}`;
  const file = (await (await page.request.get(href)).text()).replace(/<text[^>]*>[^<]*<\/text>/g, '');
  const off = await compare(page, shot, inData(file));
  expect(off.mean, JSON.stringify(off)).toBeLessThan(10);
  expect(off.much, JSON.stringify(off)).toBeLessThan(0.012);
});
