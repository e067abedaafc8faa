import { test, expect, startServer, temporaryFolder } from './support.mjs';
import { expectWellMade } from './well-made.mjs';

const desk = { width: 1280, height: 800 };

/** Presses a button by its name with the keyboard, and waits until the page has gone on. */
async function press(page, name, until) {
  await page.getByRole('button', { name, exact: true }).press('Enter');
  await until();
}

test('needles, order, reading and mending by keyboard, well made at every step, and what is hemmed is on the board', async ({ page }) => {
  test.setTimeout(240_000);
  const server = await startServer({ data: temporaryFolder(), demo: true });
  try {
    // Needles: something that is not so, then what is, then put right with the power off.
    await page.goto(`${server.url}/practice/S-0101`);
    await press(page, 'A needle is in the wrong seat', () => expect(page.locator('.practice-last')).toContainText('those of the card'));
    await press(page, 'The tips stand the wrong way round', () => expect(page.getByRole('heading', { name: 'Put it right' })).toBeVisible());
    await expectWellMade(page, 'needles to put right');
    await page.setViewportSize(desk);
    await press(page, 'Push the right needle up', () => expect(page.locator('.practice-last')).toContainText('the machine is on'));
    await press(page, 'Off at the wall', () => expect(page.locator('.practice-last')).toContainText('Off at the wall'));
    await press(page, 'Push the right needle up', () => expect(page.locator('.practice-last')).toContainText('pushed up'));
    await press(page, 'Now it is right', () => expect(page.getByRole('heading', { name: 'Put right' })).toBeVisible());
    await expect(page.locator('.seat-drawing')).toHaveCount(2);
    await expectWellMade(page, 'needles put right');
    await page.setViewportSize(desk);

    // Order: from step to step, whatever is pressed first.
    await page.goto(`${server.url}/practice/O-0101`);
    const progress = page.locator('.practice-progress');
    for (let picks = 0, next = 0; await page.locator('.practice-wide button').count(); picks += 1) {
      expect(picks).toBeLessThan(90);
      const [before, offered] = [await progress.getAttribute('aria-label'), await page.locator('.practice-wide button').count()];
      // One after another, until one may come next.
      await Promise.all([page.waitForEvent('load'), page.locator('.practice-wide button').nth(next % offered).press('Enter')]);
      next = await progress.getAttribute('aria-label') === before ? next + 1 : 0;
      if (picks === 3) {
        await expectWellMade(page, 'a step in order');
        await page.setViewportSize(desk);
      }
    }
    await expect(page.getByRole('heading', { name: 'Threaded' })).toBeVisible();

    // Reading: shown.
    await page.goto(`${server.url}/practice/R-0101`);
    await expect(page.locator('.practice-all svg').first()).toBeVisible();
    await press(page, 'Have it shown', () => expect(page.locator('.practice-do .coach-small')).toHaveText('Shown this time.'));
    await expectWellMade(page, 'a swatch that was read');
    await page.setViewportSize(desk);

    // Mending: sewn, looked at, a number set, shown.
    await page.goto(`${server.url}/practice/2-0101`);
    await press(page, 'Sew a swatch', () => expect(page.locator('.practice-count')).toContainText('1 swatch, 3 minutes'));
    await page.locator('.practice-glance').first().press('Enter');
    await expect(page.locator('.practice-look svg')).toBeVisible();
    await expectWellMade(page, 'a machine to mend');
    await page.setViewportSize(desk);
    await page.locator('.practice-numbers select').first().selectOption({ index: 1 });
    await page.locator('.practice-numbers button').first().press('Enter');
    await expect(page.locator('.coach-line li')).toHaveCount(3);

    // Killed in the middle, it goes on where it was left.
    const left = (await page.locator('.practice-count').textContent()).trim();
    await server.stop('SIGKILL');
    const again = await startServer({ data: server.data, port: server.port, again: true });
    try {
      await page.goto(`${again.url}/practice/2-0101`);
      await expect(page.locator('.practice-count')).toHaveText(left);
      await press(page, 'Have it shown', () => expect(page.getByRole('heading', { name: 'What was in it' })).toBeVisible());
      await expect(page.locator('.practice-beside tbody tr')).toHaveCount(3);
      await expectWellMade(page, 'a machine that is explained');
      await page.goto(`${again.url}/practice`);
      await expect(page.locator('.board-pins .pinned-hem').first()).toBeVisible();
      await page.getByLabel('Its number').fill('nothing');
      await page.getByLabel('Its number').press('Enter');
      await expect(page.getByRole('alert')).toContainText('“nothing” is no case');
      await page.getByLabel('Its number').fill('3-417');
      await page.getByLabel('Its number').press('Enter');
      await expect(page).toHaveURL(/\/practice\/3-0417$/);
    } finally {
      await again.stop();
    }
  } finally {
    await server.stop();
  }
});
