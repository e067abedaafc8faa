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

    // What is seen rather than measured is chosen: unset until a picture is tapped, and the field says the same.
    const choice = (name) => page.getByRole('group', { name: 'Raw edge' }).getByRole('button', { name });
    await page.getByRole('button', { name: 'Raw edge' }).click();
    await expect(match).toHaveAttribute('data-ready', 'RawEdgeCaught');
    await expect(page.locator('.match-choice[aria-pressed="true"]')).toHaveCount(0);
    await expectWellMade(page, 'a reading that is chosen');
    await choice('It slips out somewhere').press('Enter');
    await expect(page.getByLabel('Raw edge caught all along')).toHaveValue('False');
    await expect(choice('It slips out somewhere')).toHaveAttribute('aria-pressed', 'true');
    await page.getByLabel('Raw edge caught all along').selectOption('True');
    await expect(choice('Caught all along')).toHaveAttribute('aria-pressed', 'true');
    await page.getByRole('button', { name: 'Not read after all' }).press('Enter');
    await expect(page.getByLabel('Raw edge caught all along')).toHaveValue('');
    await expect(page.locator('.match-choice[aria-pressed="true"]')).toHaveCount(0);
    // A skip is counted: its picture leads to the field of its row, and reads nothing by itself.
    await page.getByRole('button', { name: 'Skipped stitches' }).click();
    await expect(match).toHaveAttribute('data-ready', 'Skips');
    await page.getByRole('button', { name: 'needle skipped: count them' }).click();
    await expect(page.getByLabel('Skipped', { exact: true })).toBeFocused();
    await expect(page.getByLabel('Skipped', { exact: true })).toHaveValue('');
    await page.getByRole('button', { name: 'No stitch was skipped' }).click();
    await expect(page.getByLabel('Skipped', { exact: true })).toHaveValue('0');

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

test('a photo is sent once it is chosen, gets its scale from a ruler in it and lies beside the drawing', async ({ page }) => {
  test.setTimeout(180_000);
  const server = await startServer({ data: temporaryFolder(), demo: true });
  try {
    await page.goto(`${server.url}/swatches/new?setup=3`);
    const said = page.locator('[data-photo-said]');
    const file = page.locator('[data-photo-file]');
    expect(await file.getAttribute('accept')).toBe('image/jpeg,image/png,image/webp');
    await file.setInputFiles({ name: 'seam.heic', mimeType: 'image/heic', buffer: Buffer.from('0000ftypheic00000000') });
    await expect(said).toContainText('save a copy of it as JPEG');
    await expect(page.locator('[data-photo-stage]')).toBeHidden();

    // A made-up picture: a ruler of 40 mm over the whole width.
    const picture = await page.evaluate(async () => {
      const canvas = Object.assign(document.createElement('canvas'), { width: 800, height: 600 });
      const on = canvas.getContext('2d');
      on.fillStyle = '#6d6a63';
      on.fillRect(0, 0, 800, 600);
      on.fillStyle = '#fff';
      for (let i = 0; i <= 40; i += 1) on.fillRect(i * 20, 500, 2, 60);
      return canvas.toDataURL('image/png').split(',')[1];
    });
    await file.setInputFiles({ name: 'seam.png', mimeType: 'image/png', buffer: Buffer.from(picture, 'base64') });
    await expect(said).toContainText('The photo is here');
    await expect(page.locator('[data-photo-picture]')).toHaveJSProperty('naturalWidth', 800);
    // Marks by tap and by keys.
    await expect(page.locator('[data-photo-tap]')).toContainText('first mark');
    await page.locator('[data-photo-frame]').click({ position: { x: 10, y: 100 } });
    await page.getByRole('button', { name: 'Put it in the middle' }).press('Enter');
    const second = page.getByRole('button', { name: /^Mark 2/ });
    await expect(second).toBeFocused();
    const before = await page.locator('[data-photo-mark="SecondX"]').inputValue();
    await page.keyboard.press('Shift+ArrowRight');
    expect(Number(await page.locator('[data-photo-mark="SecondX"]').inputValue()) - Number(before)).toBeCloseTo(0.02, 4);
    await page.getByLabel('The two marks lie apart').fill('20');
    await expectWellMade(page, 'a swatch with its photo');

    await page.getByRole('button', { name: 'Gap, pulled apart' }).click();
    const beside = page.locator('[data-match-photo-picture]');
    await expect(beside).toBeVisible();
    // As large as the drawing: 20 units a millimetre in a drawing of 440.
    const shares = await page.evaluate(() => {
      const value = (name) => Number(document.querySelector(`[data-photo-mark="${name}"]`).value);
      const pixels = Math.hypot((value('SecondX') - value('FirstX')) * 800, (value('SecondY') - value('FirstY')) * 600);
      return [document.querySelector('[data-match-photo-picture]').clientWidth / document.querySelector('[data-match-drawing] svg').clientWidth, ((20 * 800) / pixels) * (20 / 440)];
    });
    expect(shares[0]).toBeCloseTo(shares[1], 1);

    // It is part of the draft, of the swatch, and of the list.
    await expect(page.locator('[data-draft-said]')).toContainText('Kept as a draft');
    await page.getByLabel('Gap, pulled apart crosswise').fill('0.2');
    await page.getByRole('button', { name: 'Save the swatch' }).press('Enter');
    await expect(page.locator('.said')).toContainText('on the cloth');
    await expect(page.locator('[data-photo-picture]')).toBeVisible();
    await page.goto(`${server.url}/swatches`);
    await expect(page.locator('.swatch-list img').first()).toHaveJSProperty('naturalWidth', 192);
  } finally {
    await server.stop();
  }
});

test('a kill while a photo is being sent leaves the workroom whole, and the photo there or not at all', async ({ browser }) => {
  // A page of its own: that a request is cut off is no fault here.
  const page = await browser.newPage();
  test.setTimeout(240_000);
  const data = temporaryFolder();
  let server = await startServer({ data, demo: true });
  // 12 megapixels of noise: long enough on its way and in hand to be killed at any moment of it.
  await page.goto(`${server.url}/swatches/new?setup=3`);
  const noise = await page.evaluate(() => {
    const canvas = Object.assign(document.createElement('canvas'), { width: 3000, height: 2000 });
    const on = canvas.getContext('2d');
    const pixels = on.createImageData(3000, 2000);
    let seed = 7;
    for (let i = 0; i < pixels.data.length; i += 1) {
      seed = (seed * 1103515245 + 12345) % 2147483648;
      pixels.data[i] = i % 4 === 3 ? 255 : seed % 256;
    }
    on.putImageData(pixels, 0, 0);
    return canvas.toDataURL('image/jpeg', 0.95).split(',')[1];
  });
  for (const after of [5, 60, 140, 260, 420]) {
    const token = await page.locator('#entry input[name="__RequestVerificationToken"]').inputValue();
    const sent = page.evaluate(async ([bytes, key]) => {
      const form = new FormData();
      form.append('photo', new Blob([Uint8Array.from(atob(bytes), (letter) => letter.charCodeAt(0))]));
      form.append('__RequestVerificationToken', key);
      try {
        const answer = await fetch('/photos', { method: 'POST', body: form });
        return (await answer.json()).key;
      } catch {
        return null;
      }
    }, [noise, token]);
    await new Promise((done) => { setTimeout(done, after); });
    await server.stop('SIGKILL');
    const key = await sent;
    server = await startServer({ data });
    await page.goto(`${server.url}/swatches/new?setup=3`);
    await expect(page.locator('h1')).toHaveText('A new swatch');
    // What was answered is there.
    if (key) expect((await page.request.get(`${server.url}/photos/${key}`)).status()).toBe(200);
  }
  await page.goto(`${server.url}/swatches/1`);
  await expect(page.locator('h1')).toHaveText('Swatch 1');
  await page.close();
  await server.stop();
});
