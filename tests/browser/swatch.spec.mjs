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

test('a swatch is read by dragging the drawing: unset until it is moved, by pointer, keys and fields alike', async ({ page }) => {
  test.setTimeout(180_000);
  const server = await startServer({ data: temporaryFolder(), demo: true });
  try {
    await page.goto(`${server.url}/swatches/new?setup=3`);
    const match = page.locator('.match');
    const field = page.getByLabel('Where the loopers meet', { exact: true }).and(page.locator('input'));
    await page.getByRole('button', { name: 'Where the loopers meet' }).click();
    await expect(match).toHaveAttribute('data-ready', 'MeetingLine');
    const handle = page.getByRole('slider', { name: 'Where the loopers meet' });
    await expect(page.locator('[data-match-figure]')).toHaveText('not read');
    await expect(handle).toHaveAttribute('aria-valuetext', 'not read');
    await expectWellMade(page, 'a reading that is matched');

    // A touch alone reads nothing; a drag does, and the figure stands in the field.
    await page.setViewportSize({ width: 1280, height: 900 });
    await match.evaluate((section) => section.scrollIntoView({ behavior: 'instant' }));
    const box = await handle.locator('.match-touch').boundingBox();
    const at = { x: box.x + box.width / 2, y: box.y + box.height / 2 };
    expect(box.width).toBeGreaterThanOrEqual(44);
    await page.mouse.move(at.x, at.y);
    await page.mouse.down();
    await page.mouse.up();
    await expect(field).toHaveValue('');
    const drawn = await page.locator('[data-match-drawing]').innerHTML();
    await page.mouse.move(at.x, at.y);
    await page.mouse.down();
    await page.mouse.move(at.x + 60, at.y, { steps: 4 });
    await page.mouse.up();
    await expect(field).not.toHaveValue('');
    expect(await page.locator('[data-match-drawing]').innerHTML()).not.toBe(drawn);
    const read = Number(await field.inputValue());
    await expect(page.locator('[data-match-figure]')).toHaveText(`${String(read).replace('-', '−')} mm`);
    await expect(page.locator('[data-swatch-answer]')).toContainText('predicted');

    // One step by key is one drawing on; Delete takes the reading back.
    await handle.press('ArrowRight');
    expect(Number(await field.inputValue())).toBeCloseTo(read + 0.2, 6);
    await handle.press('Delete');
    await expect(field).toHaveValue('');
    await expect(page.locator('[data-match-figure]')).toHaveText('not read');
    // What is typed moves the handle.
    await field.fill('0.4');
    await expect(handle).toHaveAttribute('aria-valuetext', 'The loopers meet 0.4 mm onto the face.');
    await expect(page.locator('[data-match-figure]')).toHaveText('+0.4 mm');

    // One reading after the other, and none of them begins read.
    for (const reading of ['Overhang', 'Gap', 'Growth']) {
      await page.getByRole('button', { name: 'The next reading' }).press('Enter');
      await expect(match).toHaveAttribute('data-ready', reading);
      await expect(page.locator('[data-match-figure]')).toHaveText('not read');
      await page.getByRole('slider').press('ArrowLeft');
    }
    await page.getByRole('slider').press('Home');
    await expect(page.locator('[data-match-figure]')).toHaveText('−15 %');
    await page.getByRole('button', { name: 'Not read after all' }).press('Enter');
    await expect(page.getByLabel('Or its growth by eye')).toHaveValue('');

    // Sewn otherwise it is drawn otherwise.
    await page.getByRole('button', { name: 'Gap, pulled apart' }).click();
    await expect(match).toHaveAttribute('data-ready', 'Gap');
    const gap = await page.locator('[data-match-drawing]').innerHTML();
    await page.getByLabel('Stitch length').fill('4');
    await expect(async () => expect(await page.locator('[data-match-drawing]').innerHTML()).not.toBe(gap)).toPass();
    await page.getByLabel('Stitch length').fill('400');
    await expect(page.locator('[data-match-fault]')).toContainText('cannot be drawn');
  } finally {
    await server.stop();
  }
});
