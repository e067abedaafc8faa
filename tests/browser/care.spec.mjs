import AnyPalette from 'anypalette';
import ICAL from 'ical.js';
import { expect, startServer, temporaryFolder, test } from './support.mjs';
import { expectWellMade } from './well-made.mjs';

test('the day’s page and care are accessible, fit and can be touched at every size', async ({ page, demo }) => {
  test.setTimeout(240_000);
  for (const view of ['/', '/care', '/care/1', '/care/1/oil', '/care/3/service', '/care/calendar']) {
    await page.goto(demo + view);
    await expectWellMade(page, view);
  }
});

test('thread and colours are accessible, fit and can be touched at every size', async ({ page, demo }) => {
  test.setTimeout(240_000);
  await page.goto(`${demo}/runs/1`);
  await page.locator('[data-run-line]').waitFor({ timeout: 60_000 });
  for (const view of ['/runs/1/thread', '/garments/1/thread', '/setups/1/thread', '/shopping', '/cloths/1/colours', '/palettes', '/palettes/1', '/threads/5', '/settings', '/files']) {
    await page.goto(demo + view);
    await expectWellMade(page, view);
  }
});

test('the day’s page is one screen with the demo, before and after the first help is put aside', async ({ page }) => {
  const server = await startServer({ data: temporaryFolder(), demo: true });
  try {
    await page.setViewportSize({ width: 1280, height: 800 });
    await page.goto(`${server.url}/runs/1`);
    await page.locator('[data-run-line]').waitFor({ timeout: 60_000 });
    for (const help of [true, false]) {
      await page.goto(server.url);
      await expect(page.locator('.day-said p')).toHaveCount(3);
      await expect(page.locator('.first-help')).toHaveCount(help ? 1 : 0);
      const [work, bar] = [await page.locator('.day-work').boundingBox(), await page.locator('.next-bar').boundingBox()];
      expect(work.y + work.height).toBeLessThanOrEqual(bar.y);
      if (help) await page.getByRole('button', { name: 'Understood' }).click();
    }
  } finally {
    await server.stop();
  }
});

test('a timer goes on through a restart, is paused by keyboard, and a needle that broke is on every page until it is whole', async ({ page }) => {
  test.setTimeout(120_000);
  const data = temporaryFolder();
  let server = await startServer({ data, demo: true });
  try {
    await page.goto(`${server.url}/care/1`);
    await page.getByRole('button', { name: /^Start the timer/ }).focus();
    await page.keyboard.press('Enter');
    await expect(page.locator('.said')).toContainText('The timer runs.');
    await server.stop();
    server = await startServer({ data, demo: true });
    await page.goto(server.url);
    await expect(page.locator('.day-due')).toContainText('The timer runs');
    await page.locator('.day-due').click();
    await page.getByRole('button', { name: /^Pause/ }).focus();
    await page.keyboard.press('Enter');
    await expect(page.locator('.said')).toContainText('Paused:');

    await page.getByRole('button', { name: 'It broke: left needle' }).click();
    await page.goto(server.url);
    await expect(page.getByRole('heading', { name: /A needle broke on/ })).toBeVisible();
    await expectWellMade(page, 'a broken needle');
    await page.setViewportSize({ width: 1280, height: 800 });
    for (const piece of ['Its tip is found', 'The rest of it is found', 'Laid together beside a new one']) {
      await page.getByRole('button', { name: new RegExp(piece) }).click();
      await expect(page.locator('.said')).toBeVisible();
    }
    await page.goto(server.url);
    await expect(page.locator('.broken')).toHaveCount(0);
  } finally {
    await server.stop();
  }
});

// The second parser: ical.js, which a general calendar program is made of.
test('a calendar program’s own parser reads what is due', async ({ page, demo }) => {
  const text = await (await page.request.get(`${demo}/care/calendar.ics`)).text();
  const calendar = new ICAL.Component(ICAL.parse(text));
  expect(calendar.getFirstPropertyValue('version')).toBe('2.0');
  expect(calendar.getFirstPropertyValue('prodid')).toContain('Yielding Loop');
  const events = calendar.getAllSubcomponents('vevent').map((e) => new ICAL.Event(e));
  expect(events.length).toBeGreaterThan(4);
  await page.goto(`${demo}/care`);
  const due = await page.locator('.care-due span').allTextContents();
  expect(due.length).toBeGreaterThan(0);
  for (const said of due) expect(events.some((e) => e.description.startsWith(said))).toBe(true);
  for (const event of events) {
    // A whole day: no time zone moves it.
    expect(event.startDate.isDate).toBe(true);
    expect(event.uid).toMatch(/^care-\d+-[a-z-]+@yielding-loop$/);
  }
  expect(new Set(events.map((e) => e.uid)).size).toBe(events.length);
});

// The second parser: anypalette, which reads palettes of many programs.
test('another program’s parser reads a palette as it is here', async ({ page, demo }) => {
  const text = await (await page.request.get(`${demo}/palettes/1.gpl`)).text();
  const read = await new Promise((resolve, reject) => AnyPalette.loadPalette({ data: text, fileExt: 'gpl' }, (error, palette) => error ? reject(error) : resolve(palette)));
  await page.goto(`${demo}/palettes/1`);
  const shown = await page.locator('.palette-colours rect').evaluateAll((all) => all.map((one) => one.getAttribute('fill')));
  const hex = (part) => Math.round(part * 255).toString(16).padStart(2, '0');
  expect([...read].map((c) => `#${hex(c.red)}${hex(c.green)}${hex(c.blue)}`)).toEqual(shown);
  const names = await page.locator('.palette-colours strong').allTextContents();
  expect([...read].map((c) => c.name)).toEqual(names);
});
