import { expect, readPdf, startServer, temporaryFolder, test } from './support.mjs';
import { expectWellMade } from './well-made.mjs';

test.use({ viewport: { width: 800, height: 1280 }, hasTouch: true });

test('threading up on a tablet: broken off by a power cut, gone on where it stopped, and the state true throughout', async ({ page }) => {
  // A browser that cannot keep the screen awake says so, once.
  await page.addInitScript(() => Object.defineProperty(navigator, 'wakeLock', { value: undefined }));
  const data = temporaryFolder();
  let server = await startServer({ data, demo: true });
  try {
    await page.goto(`${server.url}/setups/3`);
    await page.getByRole('link', { name: 'Thread up the machine' }).focus();
    await page.keyboard.press('Enter');
    await expect(page.locator('#list')).toHaveText(/^\d+ steps$/);
    const steps = await page.locator('.step-list > li').count();
    await page.getByRole('button', { name: 'Begin at the machine' }).focus();
    await page.keyboard.press('Enter');
    await expect(page.locator('.at-count')).toContainText(`Step 1 of ${steps}`);
    await expect(page.locator('[data-awake-said]')).toBeVisible();

    // What foot pedals send, the arrow keys and a finger all go on.
    await page.keyboard.press('Space');
    await expect(page.locator('.at-count')).toContainText(`Step 2 of ${steps}`);
    await expect(page.locator('[data-awake-said]')).toBeHidden();
    await page.keyboard.press('PageDown');
    await expect(page.locator('.at-count')).toContainText(`Step 3 of ${steps}`);
    await page.keyboard.press('ArrowRight');
    await expect(page.locator('.at-count')).toContainText(`Step 4 of ${steps}`);
    await page.getByRole('button', { name: 'Done, next' }).tap();
    await expect(page.locator('.at-count')).toContainText(`Step 5 of ${steps}`);
    await page.keyboard.press('ArrowDown');
    await expect(page.locator('.at-count')).toContainText(`Step 6 of ${steps}`);
    await page.keyboard.press('PageUp');
    await expect(page.locator('.at-count')).toContainText(`Step 5 of ${steps} · 2 min · done`);
    await page.keyboard.press('ArrowDown');
    await expect(page.locator('.at-count')).toContainText(`Step 6 of ${steps}`);

    await server.stop('SIGKILL');
    await page.keyboard.press('Space');
    await expect(page.getByRole('alert')).toContainText('Not ticked');
    await expect(page.locator('.at-count')).toContainText(`Step 6 of ${steps}`);
    server = await startServer({ data, port: server.port, again: true });
    await page.goto(server.url);
    await page.getByRole('link', { name: new RegExp(`Base layer neckband on Window bench overlocker.*5 of ${steps} steps done`) }).tap();
    await expect(page.locator('.at-count')).toContainText(`Step 6 of ${steps}`);
    await page.goto(`${server.url}/machines/2`);
    await expect(page.locator('.on-it')).toContainText('80/12');
    await page.getByRole('link', { name: 'Go on threading up' }).tap();

    await page.getByRole('link', { name: 'The whole list' }).tap();
    await expect(page.locator('.step-list .is-done')).toHaveCount(5);
    await page.getByRole('button', { name: 'Down to here: step 9 done', exact: true }).tap();
    await expect(page.locator('.step-list .is-done')).toHaveCount(9);
    await page.getByRole('link', { name: 'One step at a time' }).tap();
    for (let step = 10; step <= steps; step += 1) {
      await expect(page.locator('.at-count')).toContainText(`Step ${step} of ${steps}`);
      await page.keyboard.press('Space');
    }
    await expect(page.locator('h1')).toHaveText('Threaded up.');
    await expectWellMade(page, 'the end');
    await page.setViewportSize({ width: 800, height: 1280 });
    await page.getByRole('link', { name: 'To the swatch' }).tap();
    await expect(page.locator('.steps .is-done')).toContainText(['Cloth', 'Seam', 'Set-up', 'Thread-up']);
  } finally {
    await server.stop();
  }
});

test('the printed list has a box for every step and fits a page of A4 and of Letter', async ({ page, demo }) => {
  await page.goto(`${demo}/thread-ups/print?setup=3`);
  for (const [format, width] of [['A4', 595], ['Letter', 612]]) {
    const steps = await page.locator('.tick-list .box').count();
    const pages = await readPdf(await page.pdf({ format, preferCSSPageSize: false }));
    expect(pages).toHaveLength(1);
    expect(Math.abs(pages[0].width - width)).toBeLessThan(2);
    expect(pages[0].text).toContain('Switch off at the wall');
    expect(pages[0].text).toContain('Sew a swatch, and measure it');
    expect(steps).toBeGreaterThan(10);
  }
});
