import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { test, expect, root, runBuilt, startServer, temporaryFolder } from './support.mjs';
import { expectWellMade } from './well-made.mjs';

const desk = { width: 1280, height: 800 };
const pattern = join(root, 'tests', 'reference', 'patterns', 'base-layer.svg');

/** Where on the screen an edge runs, a third of the way along it. */
const on = (page, edge) => page.locator(`[data-edge="${edge}"] .pattern-hit`).evaluate((line) => {
  line.scrollIntoView({ block: 'center' });
  const at = line.getPointAtLength(line.getTotalLength() / 3).matrixTransform(line.getScreenCTM());
  return { x: at.x, y: at.y };
});
const tap = async (page, edge, pressed = 'true') => {
  const at = await on(page, edge);
  await page.mouse.click(at.x, at.y);
  await expect(page.locator(`button[value="${edge}"]`)).toHaveAttribute('aria-pressed', pressed);
};

test('edges of a pattern are tapped and reached by keyboard, carried to the other sizes, and their lengths taken over', async ({ page }) => {
  test.setTimeout(180_000);
  const server = await startServer({ data: temporaryFolder(), demo: true });
  try {
    await page.setViewportSize(desk);
    await page.goto(`${server.url}/garments/2`);
    await page.getByRole('link', { name: 'Lengths from a pattern' }).click();
    await expectWellMade(page, 'a pattern is chosen');
    await page.setViewportSize(desk);
    await page.setInputFiles('input[type=file]', pattern);
    await page.getByRole('button', { name: 'Open the pattern' }).click();

    await page.locator('select[name="Input.Square"]').selectOption({ label: 'Test square, 50 mm in the file' });
    await page.locator('input[name="Input.SquareMm"]').fill('50');
    await page.getByRole('button', { name: 'Use these' }).click();
    await expect(page.getByText('the scale is right')).toBeVisible();

    // By hand: the fold of both pieces, then the hem of both.
    await page.getByRole('link', { name: /on the fold/ }).click();
    await expect(page.locator('.pattern-brush[aria-current]')).toContainText('on the fold');
    await tap(page, '0.5');
    await tap(page, '1.5');
    await page.getByRole('link', { name: /hem/ }).click();
    await expect(page.locator('.pattern-brush[aria-current]')).toContainText('hem');
    await tap(page, '0.4');
    await tap(page, '1.4');
    await expect(page.locator('.pattern-brush[aria-current] strong')).toHaveText('1040.3 mm');
    // Tapped again it is nothing.
    await tap(page, '1.4', 'false');
    await expect(page.locator('.pattern-brush[aria-current] strong')).toHaveText('520.2 mm');
    await tap(page, '1.4');

    // By keyboard: another seam, then its edge; the focus stays where it was, and the drawing shows which it is.
    await page.getByRole('link', { name: /side seam/ }).focus();
    await page.keyboard.press('Enter');
    await expect(page.locator('.pattern-brush[aria-current]')).toContainText('side seam');
    await page.locator('button[value="0.3"]').focus();
    await expect(page.locator('[data-edge="0.3"]')).toHaveClass(/pattern-pointed/);
    await page.keyboard.press('Enter');
    await expect(page.locator('button[value="0.3"]')).toHaveAttribute('aria-pressed', 'true');
    await expect(page.locator('button[value="0.3"]')).toBeFocused();

    await page.getByRole('button', { name: 'Mark the same edges in the other sizes' }).click();
    await expect(page.getByText('Marked in “Stroke” and “Cox” too')).toBeVisible();
    await expectWellMade(page, 'a pattern on the table');
    await page.setViewportSize(desk);
    await page.getByRole('button', { name: 'Take the lengths over' }).click();
    await expect(page.getByText('Taken over from the pattern: 6 lengths.')).toBeVisible();
    await page.goto(`${server.url}/garments/2/pattern`);
    const rows = await page.locator('tbody tr').allInnerTexts();
    expect(rows.map((row) => row.replace(/\s+/g, ' '))).toContain('Base layer side seam Bow 441.1 mm 441.1 mm');
  } finally {
    await server.stop();
  }
});

test('a tap that the workroom does not hear is said, and nothing is lost', async ({ page }) => {
  test.setTimeout(120_000);
  const server = await startServer({ data: temporaryFolder(), demo: true });
  await page.setViewportSize(desk);
  await page.goto(`${server.url}/garments/2/pattern`);
  await page.setInputFiles('input[type=file]', pattern);
  await page.getByRole('button', { name: 'Open the pattern' }).click();
  await page.locator('button[value="0.0"]').click();
  await expect(page.locator('button[value="0.0"]')).toHaveAttribute('aria-pressed', 'true');
  await page.route('**/*handler=Mark*', (route) => route.abort('connectionrefused'));
  await page.locator('button[value="0.1"]').click();
  await expect(page.locator('[data-pattern-said]')).toContainText('Not marked');
  await page.unroute('**/*handler=Mark*');
  await page.reload();
  await expect(page.locator('button[value="0.0"]')).toHaveAttribute('aria-pressed', 'true');
  await expect(page.locator('button[value="0.1"]')).toHaveAttribute('aria-pressed', 'false');
  await server.stop();
});

test('a file that goes out comes back known, and a changed one is looked at, taken in and undone', async ({ page }) => {
  test.setTimeout(180_000);
  const server = await startServer({ data: temporaryFolder(), demo: true });
  try {
    await page.setViewportSize(desk);
    await page.goto(`${server.url}/files`);
    const waiting = page.waitForEvent('download');
    await page.getByRole('button', { name: 'Without photos (.json)' }).click();
    const file = await (await waiting).path();
    await page.setInputFiles('input[type=file]', file);
    await page.getByRole('button', { name: 'Look at it' }).click();
    await expect(page.locator('h1')).toBeVisible();
    await expect(page.locator('input[name=take]')).toHaveCount(0);

    const changed = JSON.parse(readFileSync(file, 'utf8'));
    changed.cloths[0].cloth.acrossLoadedMm = 188;
    await page.goto(`${server.url}/files`);
    await page.setInputFiles('input[type=file]', { name: 'changed.json', mimeType: 'application/json', buffer: Buffer.from(JSON.stringify(changed)) });
    await page.getByRole('button', { name: 'Look at it' }).click();
    await expectWellMade(page, 'a file that is looked at');
    await page.setViewportSize(desk);
    // By keyboard from the tick to the button.
    await page.locator('input[name=take]').first().focus();
    await page.keyboard.press('Space');
    await page.keyboard.press('Enter');
    await expect(page.locator('.copies')).toContainText('changed.json');
    await page.getByRole('button', { name: /Undo/ }).first().click();
    await expect(page.getByText('as it was before that file')).toBeVisible();
  } finally {
    await server.stop();
  }
});

test('a whole workroom goes out beside a running server, is refused in while one runs, and comes into a new folder', async () => {
  test.setTimeout(180_000);
  const [here, there, files] = [temporaryFolder(), temporaryFolder(), temporaryFolder()];
  const server = await startServer({ data: here, demo: true });
  const out = await runBuilt(['--data', here, '--export', join(files, 'all.zip')]).ended;
  expect(out.code).toBe(0);
  const refused = await runBuilt(['--data', here, '--import', join(files, 'all.zip')]).ended;
  expect(refused.code).not.toBe(0);
  await server.stop();
  const taken = await runBuilt(['--data', there, '--import', join(files, 'all.zip')]).ended;
  expect(taken.code).toBe(0);
  const again = await runBuilt(['--data', there, '--export', join(files, 'again.zip')]).ended;
  expect(again.code).toBe(0);
  expect(readFileSync(join(files, 'again.zip')).equals(readFileSync(join(files, 'all.zip')))).toBe(true);
  const none = await runBuilt(['--data', there, '--import', join(files, 'none.zip')]).ended;
  expect(none.code).not.toBe(0);
});
