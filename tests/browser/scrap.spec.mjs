import { expect, test } from './support.mjs';

test('a scrap is played on: its address follows, another cloth keeps its numbers, and it becomes a seam', async ({ page, demo }) => {
  await page.goto(`${demo}/scrap?stitch=514`);
  const says = page.locator('#scrap-says');
  await expect(page).toHaveURL(/pull-dial-upper-looper=/);
  await page.locator('#pull').scrollIntoViewIfNeeded();
  await page.locator('#pull[data-ready]').waitFor();
  const before = await says.textContent();
  const chart = await page.locator('#scrap-chart').innerHTML();

  // What is tried is said above, drawn below, and stands in the address.
  await page.getByRole('spinbutton', { name: 'Stitch length, mm' }).fill('1.5');
  await expect(says).not.toHaveText(before);
  expect(await page.locator('#scrap-chart').innerHTML()).not.toBe(chart);
  await expect(page).toHaveURL(/pull-length=1\.5(&|$)/);
  const [pops, address] = [await says.textContent(), page.url()];
  await page.reload();
  await expect(says).toHaveText(pops);
  await expect(page.getByRole('spinbutton', { name: 'Stitch length, mm' })).toHaveValue('1.5');

  // Back leads out, not through every number; another cloth keeps the numbers.
  await page.getByLabel('On', { exact: true }).selectOption('rib-2x2');
  await expect(page).toHaveURL(/cloth=rib-2x2/);
  await expect(page.getByRole('spinbutton', { name: 'Stitch length, mm' })).toHaveValue('1.5');
  // Another stitch begins with numbers of its own.
  await page.getByLabel('Stitch', { exact: true }).selectOption('304');
  await expect(page.getByRole('spinbutton', { name: 'Zigzag width, mm' })).toBeVisible();
  await expect(page.locator('.notice')).toHaveCount(0);

  await page.goto(address);
  await page.getByRole('link', { name: 'Keep as a seam' }).click();
  await expect(page.locator('h1')).toHaveText('Which cloth?');
  await page.locator('.tile a').first().click();
  await page.getByLabel('Name', { exact: true }).fill('As tried on the scrap');
  await page.getByText('Nobody stretches it', { exact: false }).click();
  await page.locator('.next-bar .btn-next').click();
  await expect(page).toHaveURL(/set-up\?stitch=514.*length=1\.5/);
});
