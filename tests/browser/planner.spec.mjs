import { expect, startServer, temporaryFolder, test } from './support.mjs';
import { expectWellMade } from './well-made.mjs';

test('a set-up is asked about, pinned, taken from beside, kept, amended and copied, by keyboard', async ({ page }) => {
  const server = await startServer({ data: temporaryFolder(), demo: true });
  try {
    await page.goto(`${server.url}/seams/4/set-up`);
    await expect(page.locator('.beside article')).toHaveCount(3);

    // The choices are folded away until they are wanted.
    await page.locator('.pins summary').focus();
    await page.keyboard.press('Enter');
    await page.getByLabel('Needle thread', { exact: true }).selectOption({ label: 'textured nylon' });
    await page.getByRole('button', { name: 'Why not?' }).focus();
    await page.keyboard.press('Enter');
    await expect(page.locator('#why-not')).toContainText('never goes in a needle');
    await expectWellMade(page, 'why not');

    await page.getByLabel('Needle thread', { exact: true }).selectOption({ label: 'free' });
    await page.getByLabel('Stitch length', { exact: true }).selectOption({ label: '2 mm' });
    await page.getByRole('button', { name: 'Work it out with these' }).click();
    await expect(page.locator('.pinned-list')).toContainText('Stitch length: 2 mm');
    await expect(page.locator('.setting strong').first()).toHaveText('2 mm');
    await page.getByRole('link', { name: 'Let go of all' }).click();
    await expect(page.locator('.pinned-list')).toHaveCount(0);

    // One of those beside it is taken; on its own page it comes first.
    const machine = await page.locator('.beside article').nth(1).locator('dd').first().textContent();
    await page.getByRole('link', { name: 'Take this one' }).first().click();
    await expect(page.locator('.lead')).toContainText(`sewn on ${machine}`);
    await page.getByRole('button', { name: 'Keep this set-up' }).click();
    await expect(page).toHaveURL(/setups\/\d+$/);

    await page.getByRole('link', { name: 'Amend it' }).click();
    await page.getByLabel('Stitch length', { exact: true }).fill('1,5');
    await page.getByLabel('Why', { exact: true }).fill('it crackled when pulled');
    await page.getByRole('button', { name: 'Keep as version 2' }).click();
    await expect(page.locator('.versions')).toContainText('→ 1.5 mm');
    await expect(page.locator('.versions')).toContainText('it crackled when pulled');
    await expectWellMade(page, 'versions');

    await page.getByLabel('For another seam').selectOption({ label: 'Cox\'s top shoulder, Brushed fleece-back, cox\'s top' });
    await page.getByRole('button', { name: 'Copy its choices' }).click();
    await expect(page.locator('h1')).toHaveText("Cox's top shoulder");
    await expect(page.locator('.pinned-list, .notice-fault')).toBeVisible();
  } finally {
    await server.stop();
  }
});
