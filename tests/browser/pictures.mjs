// Takes the pictures of docs/screenshots from a fresh workroom with the demo:
//   ./start --data "$(mktemp -d)" --port 5081   and in another window   node tests/browser/pictures.mjs http://127.0.0.1:5081
import { chromium } from '@playwright/test';
import { fileURLToPath } from 'node:url';

const base = process.argv[2];
const folder = fileURLToPath(new URL('../../docs/screenshots/', import.meta.url));
const desk = [1280, 800];

const pictures = [
  ['cloth', '/cloths/1', desk],
  ['machine', '/machines/1', desk],
  ['seam', '/seams/1', [1280, 1100]],
  ['garment', '/garments/1', [1280, 1250]],
  ['run', '/runs/1', [1280, 1000], async page => { await page.locator('[data-run-line]').waitFor({ timeout: 60_000 }); }],
  // After the run, whose order the day's page goes by.
  ['workroom', '/', desk, async page => { await page.getByRole('button', { name: 'Understood' }).click(); await page.locator('.day-said p').nth(2).waitFor(); }],
  ['thread', '/runs/1/thread', desk],
  ['pattern', '/garments/2/pattern', [1280, 1000], async page => {
    await page.setInputFiles('input[type=file]', fileURLToPath(new URL('../reference/patterns/base-layer.svg', import.meta.url)));
    await page.getByRole('button', { name: 'Open the pattern' }).click();
    await page.locator('select[name="Input.Square"]').selectOption({ index: 1 });
    await page.locator('input[name="Input.SquareMm"]').fill('50');
    await page.getByRole('button', { name: 'Use these' }).click();
    for (const [link, edges] of [[/on the fold/, ['0.5', '1.5']], [/neckband/, ['0.0', '1.0']], [/side seam/, ['0.3']], [/what it is sewn to/, ['1.3']], [/hem/, ['0.4', '1.4']]]) {
      await page.getByRole('link', { name: link }).click();
      await page.locator('.pattern-brush[aria-current]').filter({ hasText: link }).waitFor();
      for (const edge of edges) {
        await page.locator(`button[value="${edge}"]`).click();
        await page.locator(`button[value="${edge}"][aria-pressed=true]`).waitFor();
      }
    }
    await page.reload();
    await page.evaluate(() => { document.querySelector('.pattern-settings').open = false; window.scrollTo(0, 0); });
  }],
  ['care', '/care/4', desk],
  ['set-up', '/seams/2/set-up', desk],
  ['pull', '/setups/1', [1280, 1500], async page => {
    await page.locator('#pull').scrollIntoViewIfNeeded();
    await page.locator('#pull[data-ready]').waitFor();
    await page.locator('[data-pull-handle]').focus();
    for (let i = 0; i < 4; i += 1) await page.keyboard.press('PageUp');
    await page.locator('[data-open-handle]').focus();
    await page.keyboard.press('End');
    await page.evaluate(() => {
      document.activeElement.blur();
      window.scrollTo(0, document.getElementById('pull').getBoundingClientRect().top + window.scrollY - 20);
    });
  }],
  ['scrap', '/scrap?job=hem&stitch=406', [1280, 1100]],
  ['card', '/setups/2/print', desk],
  ['thread-up', '/thread-ups/1', [800, 1280]],
  ['swatch', '/swatches/1', [1280, 1500]],
  ['match', '/swatches/new?setup=3', [1280, 900], async page => {
    await page.getByRole('button', { name: 'Where the loopers meet' }).click();
    await page.locator('.match[data-ready]').waitFor();
    await page.getByRole('slider').focus();
    for (let i = 0; i < 31; i += 1) await page.keyboard.press('ArrowRight');
    await page.locator('[data-swatch-answer] .swatch-number').waitFor();
    await page.evaluate(() => {
      document.activeElement.blur();
      window.scrollTo({ top: document.querySelector('.match').getBoundingClientRect().top + window.scrollY - 20, behavior: 'instant' });
    });
  }],
  ['dial-memory', '/setups/1/memory', [1280, 1000]],
  ['practice', '/practice', [1280, 1000]],
  // Last, because it brings a set-up onto a machine and writes a swatch down.
  ['coach', '/thread-ups/new?setup=3', [1280, 1000], async page => {
    await page.locator('.next-bar button.btn-next').click();
    await page.locator('.at-count').waitFor();
    await page.goto(`${page.url().split('?')[0]}?list=true`);
    await page.getByRole('button', { name: 'Down to here' }).last().click();
    await page.locator('.at-left').filter({ hasText: 'all done' }).waitFor();
    await page.goto(`${base}/swatches/new?setup=3&coach=true`);
    for (const [field, value] of Object.entries({ 'Strip.BeforeMm': '150', 'Strip.SewnMm': '150', 'Strip.UnsewnMm': '150', 'Strip.PulledMm': '225', 'Readings.MeetingLineMm': '-1.4', 'Readings.OverhangMm': '0', 'Readings.GapMm': '0.2', 'Readings.Stitches': '230', 'Readings.Skips': '0' })) {
      await page.locator(`[name="Input.${field}"]`).fill(value);
    }

    await page.getByRole('button', { name: 'Save the swatch' }).click();
    await page.locator('.coach-title').waitFor();
    while (await page.getByRole('button', { name: 'Yes, as it should be' }).count()) {
      const done = await page.locator('.coach-line a').count();
      await page.getByRole('button', { name: 'Yes, as it should be' }).click();
      await page.locator('.coach-line a').nth(done).waitFor();
    }
  }],
];

const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: ['--headless', '--no-sandbox', '--disable-gpu', '--disable-quic', '--no-first-run', '--disable-background-networking', '--disable-component-update', '--disable-sync'],
});
for (const [name, address, [width, height], before] of pictures) {
  const page = await browser.newPage({ viewport: { width, height }, reducedMotion: 'reduce' });
  const answer = await page.goto(base + address);
  if (answer.status() !== 200) {
    throw new Error(`${address}: ${answer.status()}`);
  }

  await before?.(page);
  await page.screenshot({ path: `${folder}${name}.png` });
  await page.close();
}

await browser.close();
