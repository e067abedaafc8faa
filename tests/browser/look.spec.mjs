import AxeBuilder from '@axe-core/playwright';
import { expect, test } from './support.mjs';

const views = [
  '/', '/setups', '/cloths', '/cloths/1', '/cloths/new', '/machines', '/machines/2', '/machines/new', '/seams/start', '/seams/2', '/seams/new?cloth=1',
  '/seams/2/set-up', '/seams/4/set-up', '/seams/7/set-up', '/seams/8/set-up?machine=1', '/setups/2', '/setups/2/print', '/nowhere',
];
const sizes = [[1280, 800], [800, 1280], [390, 844]];

for (const view of views) {
  test(`${view} is accessible, fits and can be touched at every size`, async ({ page, demo }) => {
    await page.goto(demo + view);
    for (const [width, height] of sizes) {
      await test.step(`${width} × ${height}`, async () => {
        await page.setViewportSize({ width, height });

        // One frame and only violations wanted: the short way through the scan.
        const { violations } = await new AxeBuilder({ page }).setLegacyMode(true).options({ resultTypes: ['violations'] }).analyze();
        expect(violations.filter((v) => ['serious', 'critical'].includes(v.impact)).map((v) => `${v.id}: ${v.nodes.map((n) => n.html).join(' | ')}`)).toEqual([]);

        // The print view shows paper at its true size; every other page fits the screen.
        if (!view.endsWith('/print')) {
          expect(await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth)).toBeLessThanOrEqual(0);
        }

        const small = await page.evaluate(() => [...document.querySelectorAll('.btn, .form-control:not([type=hidden]), .form-select, .rooms a, .steps a, .tile a, .check, .choice, summary')]
          .map((element) => [element.getBoundingClientRect(), element])
          .filter(([box]) => box.width > 0 && (box.height < 43.5 || box.width < 43.5))
          .map(([box, element]) => `${element.outerHTML.slice(0, 80)} ${box.width}×${box.height}`));
        expect(small).toEqual([]);
      });
    }
  });
}

test('labels of drawings lie inside their drawings', async ({ page, demo }) => {
  for (const view of ['/seams/1/set-up', '/seams/2/set-up', '/seams/3/set-up', '/seams/5/set-up', '/seams/6/set-up', '/seams/7/set-up', '/machines/1', '/machines/2', '/cloths/1', '/seams/1']) {
    await page.goto(demo + view);
    const out = await page.evaluate(() => [...document.querySelectorAll('svg.drawing text')].filter((label) => {
      const box = label.getBoundingClientRect();
      const frame = label.ownerSVGElement.getBoundingClientRect();
      return frame.width > 0 && (box.left < frame.left - 1 || box.right > frame.right + 1 || box.top < frame.top - 1 || box.bottom > frame.bottom + 1);
    }).map((label) => label.textContent));
    expect(out, view).toEqual([]);
  }
});

test('a first load stays under 300 KB, fonts included', async ({ browser, demo }) => {
  const page = await (await browser.newContext()).newPage();
  const session = await page.context().newCDPSession(page);
  await session.send('Network.enable');
  let bytes = 0;
  session.on('Network.loadingFinished', (event) => { bytes += event.encodedDataLength; });
  await page.goto(`${demo}/`, { waitUntil: 'networkidle' });
  expect(bytes).toBeGreaterThan(50_000);
  expect(bytes).toBeLessThan(300_000);
  await page.context().close();
});

test('motion is not forced on anyone and colours are not the only sign', async ({ page, demo }) => {
  await page.emulateMedia({ reducedMotion: 'reduce', forcedColors: 'active' });
  await page.goto(`${demo}/setups/2`);
  await expect(page.locator('.answer .verdict')).toHaveText(/holds/);
  await expect(page.locator('.dials .tag')).toHaveText(['NL', 'NR', 'UL', 'LL']);
});
