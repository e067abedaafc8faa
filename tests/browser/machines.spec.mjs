import { expect, readPdf, startServer, temporaryFolder, test } from './support.mjs';

test('a plain machine comes into the workroom by keyboard, learns its dial, and says what a twin needle may do', async ({ page }) => {
  const server = await startServer({ data: temporaryFolder(), demo: true });
  try {
    // From the list to another kind of machine, without a pointer.
    await page.goto(`${server.url}/machines`);
    await page.keyboard.press('n');
    await page.getByRole('button', { name: 'plain machine' }).focus();
    await page.keyboard.press('Enter');
    await expect(page.getByRole('heading', { level: 1 })).toHaveText('A new plain machine');
    await page.getByLabel('Name').first().fill('Attic machine');
    await page.getByText('The rest, from the manual').focus();
    await page.keyboard.press('Enter');
    await page.getByLabel('Widest zigzag').fill('6');
    await page.getByLabel('Needle positions').fill('-3; 0; 3');
    await page.getByRole('button', { name: 'Save the machine' }).press('Enter');
    await expect(page.getByRole('heading', { level: 1 })).toHaveText('Attic machine');

    // A slot nobody has measured refuses; measured, it answers.
    await page.getByRole('link', { name: 'Reckoner: twin needle' }).click();
    await page.getByLabel('The pack reads').fill('2.0/75');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('alert')).toContainText('never assumed');
    await page.goBack();
    await page.goBack();
    await page.getByRole('group', { name: 'Plate 1' }).getByLabel('Slot').fill('8');
    await page.getByRole('group', { name: 'Foot 1' }).getByLabel('Slot').fill('8');
    await page.getByRole('button', { name: 'Save the machine' }).click();
    await page.getByRole('link', { name: 'Reckoner: twin needle' }).click();
    await page.getByLabel('The pack reads').fill('2.0/75');
    await page.keyboard.press('Enter');
    await expect(page.locator('.figure-row').first()).toContainText('3.5 mm');
    await expect(page.locator('.figure-row').first()).toContainText('never above 4 mm');

    // Two swatches teach the tension dial; the record learns it.
    await page.goto(`${server.url}/machines/5/test`);
    await page.getByLabel('Knot lies, mm').first().fill('0.1');
    await page.getByLabel('Knot lies, mm').nth(1).fill('-0.4');
    await page.keyboard.press('Enter');
    await expect(page.getByText('a higher number is looser')).toBeVisible();
    await page.getByRole('button', { name: 'Write it into the record' }).click();
    await expect(page.getByLabel('A higher number is')).toHaveValue('-1');

    // What is on it is said by hand, from the drawer.
    await page.getByRole('link', { name: 'Change what is on it' }).click();
    await page.locator('.front-tile[data-stand-of=needle]').click();
    const needle = page.locator('#place-needle');
    await needle.getByLabel('Needle').selectOption({ label: 'stretch' });
    await needle.getByLabel('Thread').selectOption({ label: 'Charcoal stretch' });
    await page.getByRole('button', { name: 'Save what is on it' }).click();
    await expect(page.locator('.on-it')).toContainText('stretch polyester “Charcoal stretch”');

    // A restart forgets none of it.
    await server.stop();
    const again = await startServer({ data: server.data, port: server.port });
    await page.reload();
    await expect(page.locator('.on-it')).toContainText('stretch polyester “Charcoal stretch”');
    await again.stop();
  } finally {
    await server.stop();
  }
});

test('the sheet to fill in prints on one page for every kind of machine, on A4 and on Letter', async ({ page }) => {
  const server = await startServer({ data: temporaryFolder(), demo: true });
  try {
    await page.goto(`${server.url}/machines/new?is=Convertible`);
    await page.getByLabel('Name').first().fill('Loft machine with a rather long name, changed over');
    await page.getByRole('button', { name: 'Save the machine' }).click();
    await expect(page).toHaveURL(/machines\/5$/);
    for (let id = 1; id <= 5; id += 1) {
      await page.goto(`${server.url}/machines/${id}/sheet`);
      for (const format of ['A4', 'Letter']) {
        const pages = await readPdf(await page.pdf({ format, printBackground: true, margin: { top: '12mm', bottom: '12mm', left: '12mm', right: '12mm' } }));
        expect(pages, `machine ${id} on ${format}`).toHaveLength(1);
        expect(pages[0].text).toContain('Two swatches');
      }
    }
  } finally {
    await server.stop();
  }
});
