import { expect, startServer, temporaryFolder, test } from './support.mjs';

test('a page is left and entered by keyboard alone', async ({ page, demo }) => {
  await page.goto(`${demo}/`);
  await page.keyboard.press('Tab');
  await expect(page.getByRole('link', { name: 'Skip to the content' })).toBeFocused();
  await page.keyboard.press('Tab');
  await expect(page.getByRole('link', { name: 'Yielding Loop', exact: true })).toBeFocused();
  const outline = await page.evaluate(() => getComputedStyle(document.activeElement).outlineStyle);
  expect(outline).toBe('solid');
  for (let i = 0; i < 60; i += 1) {
    if (await page.evaluate(() => document.activeElement.textContent.trim() === 'Start a seam')) break;
    await page.keyboard.press('Tab');
  }
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/seams\/start/);
});

test('a faulty form names its faults, takes the focus there, and leads to the field', async ({ page, demo }) => {
  await page.goto(`${demo}/cloths/new`);
  await page.getByLabel('Name').fill('Half a cloth');
  await page.getByRole('group', { name: 'Across, selvedge to selvedge' }).getByLabel('B, pulled').fill('12.345,6');
  await page.keyboard.press('Enter');
  await expect(page.locator('#faults')).toBeFocused();
  await page.getByRole('link', { name: /groups thousands/ }).click();
  const field = page.getByRole('group', { name: 'Across, selvedge to selvedge' }).getByLabel('B, pulled');
  await expect(field).toBeFocused();
  await expect(field).toHaveValue('12.345,6');
  await expect(field).toHaveAttribute('aria-invalid', 'true');
});

test('going back after keeping does not keep twice, and a double click keeps once', async ({ page }) => {
  const server = await startServer({ data: temporaryFolder(), demo: true });
  try {
    await page.goto(`${server.url}/seams/8/set-up?machine=1`);
    await page.getByRole('button', { name: 'Keep this set-up' }).dblclick();
    await expect(page).toHaveURL(/setups\/\d+$/);
    await page.goBack();
    await page.goForward();
    await page.goto(`${server.url}/setups?q=mesh`);
    await expect(page.locator('.setup-list li')).toHaveCount(1);
  } finally {
    await server.stop();
  }
});

test('without scripts the whole form is there and works', async ({ browser, demo }) => {
  const page = await (await browser.newContext({ javaScriptEnabled: false })).newPage();
  await page.goto(`${demo}/seams/1`);
  await expect(page.getByLabel('Has to pass: girth')).toBeVisible();
  await page.goto(`${demo}/seams/1/set-up`);
  await page.locator('.chooser').getByLabel('Machine').selectOption({ label: 'Window bench overlocker' });
  await page.getByRole('button', { name: 'Work it out', exact: true }).click();
  await expect(page.locator('.dials h2')).toContainText('Window bench overlocker');
  await page.context().close();
});
