import axe from 'axe-core';
import { expect, test } from './support.mjs';

const sizes = [[1280, 800], [800, 1280], [390, 844]];

/** Nothing serious for assistive technology, nothing wider than the screen, nothing too small to touch, at three sizes. */
export async function expectWellMade(page, what, { fits = true } = {}) {
  // Once a page: reading the checker takes longer than a check. (No page here has frames, which would want it too.)
  if (await page.evaluate(() => !window.axe)) await page.evaluate(axe.source);
  for (const [width, height] of sizes) {
    await test.step(`${what} at ${width} × ${height}`, async () => {
      await page.setViewportSize({ width, height });

      // Colours are the same at every size, and looking at each takes half of the scan.
      const serious = await page.evaluate(async (colours) => {
        const { violations } = await window.axe.run(document, { resultTypes: ['violations'], rules: { 'color-contrast': { enabled: colours } } });
        return violations.filter((v) => ['serious', 'critical'].includes(v.impact)).map((v) => `${v.id}: ${v.nodes.map((n) => n.html).join(' | ')}`);
      }, width === sizes[0][0]);
      expect(serious).toEqual([]);
      if (fits) expect(await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth)).toBeLessThanOrEqual(0);

      const small = await page.evaluate(() => [...document.querySelectorAll('.btn, .form-control:not([type=hidden]), .form-select, .rooms a, .foot nav a, .steps a, .tile a, .doors a, .glossary-groups a, .check, .choice, summary')]
        .map((element) => [element.getBoundingClientRect(), element])
        .filter(([box]) => box.width > 0 && (box.height < 43.5 || box.width < 43.5))
        .map(([box, element]) => `${element.outerHTML.slice(0, 80)} ${box.width}×${box.height}`));
      expect(small).toEqual([]);
    });
  }
}
