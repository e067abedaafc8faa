import axe from 'axe-core';
import { expect, test } from './support.mjs';

const sizes = [[1280, 800], [800, 1280], [390, 844], [320, 640]];

/** Nothing amiss for assistive technology, nothing wider than the screen, too small to touch, cut off or under the bar, at four sizes. */
export async function expectWellMade(page, what, { fits = true } = {}) {
  // Once a page: reading the checker takes longer than a check. (No page here has frames, which would want it too.)
  if (await page.evaluate(() => !window.axe)) await page.evaluate(axe.source);
  for (const [width, height] of sizes) {
    await test.step(`${what} at ${width} × ${height}`, async () => {
      await page.setViewportSize({ width, height });

      // Colours are the same at every size, and looking at each takes half of the scan. Pieces of thread say nothing by themselves: their
      // drawing is looked at, and its handles and words.
      const amiss = await page.evaluate(async (colours) => {
        const { violations } = await window.axe.run({ exclude: [['svg .threads'], ['svg defs']] }, { resultTypes: ['violations'], rules: { 'color-contrast': { enabled: colours } } });
        return violations.map((v) => `${v.id}: ${v.nodes.map((n) => n.html).join(' | ')}`);
      }, width === sizes[0][0]);
      expect(amiss).toEqual([]);
      if (fits) expect(await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth)).toBeLessThanOrEqual(0);

      const small = await page.evaluate(() => [...document.querySelectorAll('.btn, .form-control:not([type=hidden]), .form-select, .rooms a, .foot nav a, .steps a, .tile a, .doors a, .glossary-groups a, .check, .choice, summary')]
        .map((element) => [element.getBoundingClientRect(), element])
        .filter(([box]) => box.width > 0 && (box.height < 43.5 || box.width < 43.5))
        .map(([box, element]) => `${element.outerHTML.slice(0, 80)} ${box.width}×${box.height}`));
      expect(small).toEqual([]);

      // A link that stands by itself, not inside a sentence, is touched like a button; words of the glossary have a larger place around them.
      const thin = width === 800 ? [] : await page.evaluate(() => [...document.querySelectorAll('main a[href], .foot nav a')]
        .filter((link) => link.offsetParent && !link.classList.contains('term') && !link.closest('.visually-hidden, .visually-hidden-focusable') && link.parentElement.innerText.trim() === link.innerText.trim() && link.innerText.trim() !== '')
        .filter((link) => link.getBoundingClientRect().height < 43.5).map((link) => `${link.outerHTML.slice(0, 90)} ${link.getBoundingClientRect().height}`));
      expect(thin).toEqual([]);

      // What is chosen in a field is read whole, down to the width of a phone.
      const cut = width < 390 ? [] : await page.evaluate(() => {
        const pen = document.createElement('canvas').getContext('2d');
        return [...document.querySelectorAll('select')].filter((select) => select.offsetParent && select.selectedOptions[0]).filter((select) => {
          const style = getComputedStyle(select);
          pen.font = style.font;
          return pen.measureText(select.selectedOptions[0].text).width > select.clientWidth - parseFloat(style.paddingLeft) - parseFloat(style.paddingRight) + 1;
        }).map((select) => `${select.id}: ${select.selectedOptions[0].text}`);
      });
      expect(cut).toEqual([]);

      // What has the focus is never under the bar at the foot; the widest and the phone stand for those between.
      const hidden = ![1280, 390].includes(width) ? [] : await page.evaluate(() => {
        const bar = document.querySelector('.next-bar');
        if (!bar) return [];
        document.activeElement?.blur();
        return [...document.querySelectorAll('main a[href], main button, main input:not([type=hidden]), main select, main summary, main textarea')].filter((element) => element.offsetParent).filter((element) => {
          element.focus();
          const box = element.getBoundingClientRect();
          return document.activeElement === element && box.bottom > bar.getBoundingClientRect().top + 1 && box.top > 60;
        }).map((element) => element.outerHTML.slice(0, 90));
      });
      expect(hidden).toEqual([]);
    });
  }
}
