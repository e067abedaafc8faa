import { test, expect, startServer, temporaryFolder } from './support.mjs';
import { expectWellMade } from './well-made.mjs';

test('a swatch is written down by keyboard: it says what to change while it is typed, and passes its card', async ({ page }) => {
  test.setTimeout(180_000);
  const server = await startServer({ data: temporaryFolder(), demo: true });
  try {
    await page.goto(`${server.url}/setups/3`);
    await page.getByRole('button', { name: 'It has not after all' }).press('Enter');
    await page.getByRole('link', { name: 'Write a swatch down' }).press('Enter');
    await expect(page.locator('h1')).toHaveText('A new swatch');
    await expectWellMade(page, 'a new swatch');
    const says = page.locator('[data-swatch-answer]');
    await expect(says).toContainText('Nothing was read yet');

    // Longer than it was: the feed, with the number to set. Then the loopers, with where to turn.
    await page.getByLabel('Marked before sewing').fill('150');
    await page.getByLabel('After sewing, lying flat').fill('158');
    await expect(says).toContainText('raise the differential');
    await page.getByLabel('Where the loopers meet').fill('1.4');
    await expect(says.locator('.swatch-number')).toContainText('looser');
    await expect(page.locator('[data-draft-said]')).toContainText('Kept as a draft');

    // What cannot be is said, and nothing typed is lost.
    await page.getByLabel('Gap, pulled apart crosswise').fill('-2');
    await expect(says).toContainText('cannot be');
    await page.getByRole('button', { name: 'Save the swatch' }).press('Enter');
    await expect(page.locator('#faults')).toContainText('gap');
    await expect(page.getByLabel('After sewing, lying flat')).toHaveValue('158');

    for (const [label, value] of [['After sewing, lying flat', '150'], ['The unsewn strip beside it', '150'], ['Pulled along, nothing popped', '225'], ['Where the loopers meet', '0'], ['Loops past the edge', '0'], ['Gap, pulled apart crosswise', '0.2'], ['Looked over', '230'], ['Skipped', '0']]) {
      await page.getByLabel(label, { exact: true }).fill(value);
    }
    await expect(says.locator('.stamp')).toHaveText('passed');
    await page.getByRole('button', { name: 'Save the swatch' }).press('Enter');
    await expect(page.locator('h1')).toHaveText(/^Swatch \d+$/);
    await expect(page.locator('.said')).toContainText('on the cloth');
    const number = (await page.locator('h1').textContent()).split(' ')[1];
    await page.goto(`${server.url}/setups/3`);
    await expect(page.locator('.swatch-state .stamp')).toContainText('swatch passed');
    await expect(page.locator('.swatch-state .stamp')).not.toContainText('by eye');

    // The number that stands on the cloth finds it.
    await page.getByRole('link', { name: 'Set-ups' }).first().press('Enter');
    await page.getByRole('searchbox').fill(number);
    await page.getByRole('searchbox').press('Enter');
    await page.getByRole('link', { name: `Swatch ${number}` }).press('Enter');
    await expect(page.getByLabel('Looked over', { exact: true })).toHaveValue('230');
  } finally {
    await server.stop();
  }
});
