import { test, expect, readPdf, startServer, temporaryFolder } from './support.mjs';
import { expectWellMade } from './well-made.mjs';

const desk = { width: 1280, height: 800 };

/** Opens the club's run and waits until its order is there. */
async function openRun(page, url, address = '/runs/1') {
  await page.goto(`${url}/runs/1`);
  await page.locator('[data-run-line]').waitFor({ timeout: 60_000 });
  if (address !== '/runs/1') await page.goto(url + address);
}

const pieces = (page) => page.locator('[data-piece]').evaluateAll((all) => all.map((one) => one.dataset.piece));

test('a run is accessible, fits and can be touched at every size: its order, at the machine, on paper, its beginning', async ({ page, demo }) => {
  test.setTimeout(180_000);
  for (const view of ['/runs/1', '/runs/1/at', '/runs/1/print', '/runs', '/runs/start']) {
    await openRun(page, demo, view);
    await expectWellMade(page, view, { fits: !view.endsWith('print') });
  }
});

test('a seam is moved by arrow keys and by hand, what it costs is said first, and where it cannot go it stays', async ({ page }) => {
  test.setTimeout(180_000);
  const server = await startServer({ data: temporaryFolder(), demo: true });
  try {
    await page.setViewportSize(desk);
    await openRun(page, server.url);
    const before = await pieces(page);
    const best = await page.locator('.run-minutes strong').textContent();
    const said = page.locator('[data-run-cost]');
    const grip = (piece) => page.locator(`[data-piece="${piece}"] .run-grip`);

    // Two places on by keyboard; Escape leaves it where it was.
    await grip(before[0]).focus();
    await page.keyboard.press('ArrowRight');
    await expect(said).toContainText('Place 2.');
    await page.keyboard.press('Escape');
    await expect(said).toContainText('Left where it was.');
    const last = before.at(-1);
    await grip(last).focus();
    await page.keyboard.press('ArrowLeft');
    await page.keyboard.press('ArrowLeft');
    await expect(said).toContainText(/Place \d+\. (Here|Not here)/);
    const told = await said.textContent();
    if (told.includes('Not here')) {
      await page.keyboard.press('Enter');
      await expect(said).toContainText('It stays where it was.');
    } else {
      await page.keyboard.press('Enter');
      await expect(page.locator('.said')).toContainText('Moved:');
      expect((await pieces(page)).at(-3)).toBe(last);
      await page.getByRole('button', { name: 'Back to the best' }).click();
      await expect(page.locator('.run-minutes strong')).toHaveText(best);
    }

    // By hand: a leg opening cannot go before the side seam it runs over.
    const [opening, side] = [await grip('1/leg-hem').boundingBox(), await grip('1/side').boundingBox()];
    await page.mouse.move(opening.x + opening.width / 2, opening.y + opening.height / 2);
    await page.mouse.down();
    await page.mouse.move(side.x + 10, side.y + 10, { steps: 6 });
    await expect(said).toContainText('has to be sewn before');
    await expect(page.locator('[data-refused]')).toHaveCount(1);
    await page.mouse.up();
    await expect(said).toContainText('It stays where it was.');
    expect(await pieces(page)).toEqual(before);

    // And on a phone the line stands, and the plain form does the same.
    await page.setViewportSize({ width: 390, height: 844 });
    await expect(page.locator('.run-upright').first()).toBeVisible();
    await expect(page.locator('.run-lying').first()).toBeHidden();
    await page.getByLabel('Move', { exact: true }).selectOption(before[3]);
    await page.getByLabel('to place').selectOption('1');
    await page.getByRole('button', { name: 'Move it' }).click();
    await expect(page.locator('.said, .notice-fault').first()).toBeVisible();

    // At the machine a pedal goes on.
    await page.setViewportSize(desk);
    await openRun(page, server.url, '/runs/1/at');
    await page.locator('.at-count').waitFor();
    await page.keyboard.press('PageDown');
    await page.waitForURL(/thread-ups\/new/);
  } finally {
    await server.stop();
  }
});

test('the run sheet prints on A4 and on Letter', async ({ page, demo }) => {
  for (const [paper, width, height] of [['a4', 595, 842], ['letter', 612, 792]]) {
    await openRun(page, demo, `/runs/1/print?paper=${paper}`);
    const sheets = await readPdf(await page.pdf({ preferCSSPageSize: true }));
    expect(Math.abs(sheets[0].width - width)).toBeLessThan(2);
    expect(Math.abs(sheets[0].height - height)).toBeLessThan(2);
    const text = sheets.map((sheet) => sheet.text).join(' ');
    for (const part of ['Squad order', 'Unisuit side seam', 'Thread to have at hand', 'Ends and hems']) expect(text).toContain(part);
    for (const screen of ['Back', 'Workroom']) expect(text).not.toContain(screen);
  }
});
