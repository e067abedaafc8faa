import { test, expect, startServer, temporaryFolder } from './support.mjs';
import { expectWellMade } from './well-made.mjs';

/** Readings of a swatch, by the labels of their fields. */
async function read(page, readings) {
  for (const [label, value] of Object.entries(readings)) await page.getByLabel(label, { exact: true }).and(page.locator('input')).fill(value);
  await page.getByRole('button', { name: 'Save the swatch' }).press('Enter');
}

/** Says of whatever is asked that it looks as it should. */
async function look(page, first = async () => {}) {
  for (let looks = 0; await page.getByRole('button', { name: 'Yes, as it should be' }).count(); looks += 1) {
    expect(looks).toBeLessThan(12);
    if (looks === 0) await first();
    const asked = await page.locator('.coach-line a').count();
    await page.getByRole('button', { name: 'Yes, as it should be' }).press('Enter');
    await expect(page.locator('.coach-line a')).toHaveCount(asked + 1);
  }
}

const lain = { 'Marked before sewing': '150', 'After sewing, lying flat': '150', 'The unsewn strip beside it': '150', 'Pulled along, nothing popped': '225', 'Loops past the edge': '0', 'Looked over': '230', Skipped: '0' };

test('from a swatch that failed to a number that is set, taken back, and a card that passes, by keyboard', async ({ page }) => {
  test.setTimeout(240_000);
  const server = await startServer({ data: temporaryFolder(), demo: true });
  try {
    // What stands on the machine is brought there step by step.
    await page.goto(`${server.url}/thread-ups/new?setup=3`);
    await page.locator('.next-bar button.btn-next').press('Enter');
    await expect(page.locator('.at-count')).toContainText('Step 1');
    await page.goto(`${page.url().split('?')[0]}?list=true`);
    await page.getByRole('button', { name: 'Down to here' }).last().press('Enter');
    await expect(page.locator('.at-left')).toHaveText('all done');

    await page.goto(`${server.url}/setups/3/coach`);
    await expect(page.locator('.coach-title')).toHaveText('Sew a swatch');
    await expectWellMade(page, 'the base line');
    await page.setViewportSize({ width: 1280, height: 800 });
    await page.getByRole('link', { name: 'Sewn: read the swatch' }).press('Enter');
    await read(page, { ...lain, 'Where the loopers meet': '-1.4', 'Gap, pulled apart crosswise': '0.2' });

    // Whatever it asks to look at looks good; then a number is turned.
    await expect(page).toHaveURL(/\/setups\/3\/coach$/);
    await look(page, async () => {
      await expectWellMade(page, 'a look');
      await page.setViewportSize({ width: 1280, height: 800 });
      await expect(page.locator('.coach-side svg')).toHaveCount(2);
    });

    await expect(page.locator('.coach-number')).toBeVisible();
    const size = await page.locator('.coach-number').evaluate((number) => parseFloat(getComputedStyle(number).fontSize));
    expect(size).toBeGreaterThanOrEqual(64);
    await expectWellMade(page, 'a number to set');
    await page.setViewportSize({ width: 1280, height: 800 });
    // The two pictures stand side by side, the step between them, within one screen.
    const [is, step, becomes] = await Promise.all(['.coach-side:first-child', '.coach-do', '.coach-side:last-child'].map((part) => page.locator(part).boundingBox()));
    expect(is.x + is.width).toBeLessThanOrEqual(step.x);
    expect(step.x + step.width).toBeLessThanOrEqual(becomes.x);
    expect(step.y).toBeLessThan(500);
    const number = (await page.locator('.coach-number').textContent()).trim();
    await page.getByRole('button', { name: `Set it: it stands at ${number}` }).press('Enter');
    await expect(page.locator('.coach-number')).toHaveCount(0);
    await page.getByRole('button', { name: 'Take the last back' }).press('Enter');
    await expect(page.locator('.said')).toContainText('Taken back');
    await expect(page.locator('.coach-number')).toHaveText(number);
    await page.getByRole('button', { name: `Set it: it stands at ${number}` }).press('Enter');
    await expect(page.locator('.coach-number')).toHaveCount(0);
    await look(page);
    await page.getByRole('link', { name: 'Sewn: read the swatch' }).press('Enter');
    await expect(page.locator('.swatch-fields input[name$=".Number"]').nth(2)).toHaveValue(/./);
    await read(page, { ...lain, 'Where the loopers meet': '0', 'Gap, pulled apart crosswise': '0.2' });
    await expect(page.locator('.coach-title')).toHaveText('It passed: keep it');

    // The line is walked back, and forward again.
    const line = page.locator('.coach-line a');
    const items = await line.count();
    await line.first().press('Enter');
    await expect(page.locator('.notice')).toContainText('Nothing can be done here');
    await expect(page.locator('.coach-title')).toHaveText('Sew a swatch');
    expect(await page.locator('.coach-line a').count()).toBe(items + 1);
    await page.locator('.next-bar').getByRole('link', { name: 'Back to now' }).press('Enter');
    await page.getByRole('link', { name: /card/ }).last().press('Enter');
    await expect(page).toHaveURL(/\/(amend\?swatch=\d+|setups\/3)$/);
  } finally {
    await server.stop();
  }
});
