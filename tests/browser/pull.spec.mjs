import { expect, startServer, temporaryFolder, test } from './support.mjs';

const kept = '/setups/1';

/** Opens the pulled seam of a page, with its frames there. */
async function openPull(page, address) {
  await page.goto(address);
  await page.locator('#pull').scrollIntoViewIfNeeded();
  await page.locator('#pull[data-ready]').waitFor();
  return page.evaluate(() => JSON.parse(document.querySelector('[data-pull-frames]').textContent));
}

const figureOf = (percent) => `${Math.round(percent * 10) / 10} %`;

/** Where the handle's own figure and the drawing say it stands. */
const standing = (page) => page.evaluate(() => ({
  value: document.querySelector('[data-pull-value]').textContent,
  now: Number(document.querySelector('[data-pull-handle]').getAttribute('aria-valuenow')),
  said: document.querySelector('[data-pull-said]').textContent,
  popped: document.getElementById('pull').classList.contains('is-popped'),
  past: document.getElementById('pull').classList.contains('is-past'),
  beyond: document.getElementById('pull').classList.contains('is-beyond'),
  broken: [...document.querySelectorAll('.pull-face .pull-break')].filter((part) => getComputedStyle(part).display !== 'none').length,
  gone: document.querySelectorAll('.pull-face use[data-t][visibility="hidden"]').length,
}));

/** The scale of the face in pixels: where the cut end is at rest, and at the end of its way. */
const scaleOf = (page) => page.evaluate(() => {
  const scale = document.querySelector('.pull-scale');
  const matrix = scale.ownerSVGElement.getScreenCTM();
  const grip = document.querySelector('.pull-grip').getBoundingClientRect();
  return { perUnit: matrix.a, start: Number(scale.dataset.start), end: Number(scale.dataset.end), y: grip.top + grip.height / 2, x: grip.left + 20 };
});

test('pulled by keys, the first thread pops exactly at its figure', async ({ page, demo }) => {
  const sent = await openPull(page, demo + kept);
  const first = sent.pops[0].stretchPercent;
  const handle = page.locator('[data-pull-handle]');
  await handle.focus();
  expect(await standing(page)).toMatchObject({ now: 0, popped: false, past: false, broken: 0 });
  for (let i = 0; i < 60 && (await standing(page)).now < first - 12; i += 1) await page.keyboard.press('PageUp');
  for (let i = 0; i < 14 && (await standing(page)).now < Math.floor(first); i += 1) {
    await page.keyboard.press('ArrowRight');
    expect((await standing(page)).popped).toBe(false);
  }
  // The next step would lead over it, and rests on it.
  for (let i = 0; i < 3 && !(await standing(page)).popped; i += 1) await page.keyboard.press('ArrowRight');
  const at = await standing(page);
  expect(at).toMatchObject({ value: figureOf(first), popped: true, past: false, beyond: first > sent.clothPercent });
  expect(at.said).toContain(`popped at ${Math.round(first * 10) / 10}`);
  expect(at.broken).toBe(sent.pops.filter((pop) => pop.stretchPercent <= first + 1e-9).length);
  expect(at.gone).toBeGreaterThan(0);
  await page.keyboard.press('ArrowLeft');
  expect(await standing(page)).toMatchObject({ popped: false, broken: 0, gone: 0 });
  await page.keyboard.press('End');
  expect(await standing(page)).toMatchObject({ value: figureOf(sent.endPercent), past: true });
  await page.keyboard.press('Home');
  expect(await standing(page)).toMatchObject({ value: '0 %', popped: false });
  // On its way it rests at need, required and the cloth’s end too.
  for (const stop of sent.stopsPercent.filter((percent) => percent < first)) {
    for (let i = 0; i < 60 && (await standing(page)).now < Math.round(stop * 10) / 10; i += 1) await page.keyboard.press('PageUp');
    expect((await standing(page)).now).toBe(Math.round(stop * 10) / 10);
  }
});

test('pulled by a finger, it pops exactly at its figure', async ({ browser, demo }) => {
  const context = await browser.newContext({ hasTouch: true, viewport: { width: 800, height: 1280 } });
  const page = await context.newPage();
  const sent = await openPull(page, demo + kept);
  const first = sent.pops[0].stretchPercent;
  const scale = await scaleOf(page);
  const session = await context.newCDPSession(page);
  const touch = (type, x) => session.send('Input.dispatchTouchEvent', { type, touchPoints: type === 'touchEnd' ? [] : [{ x, y: scale.y }] });
  const to = (percent) => scale.x + (scale.perUnit * (scale.end - scale.start) * percent) / sent.endPercent;
  await touch('touchStart', scale.x);
  await touch('touchMove', to(first - 0.3));
  await expect.poll(async () => (await standing(page)).now).toBeGreaterThan(first - 1);
  expect(await standing(page)).toMatchObject({ popped: false, broken: 0 });
  await touch('touchMove', to(first + 0.3));
  await expect.poll(async () => (await standing(page)).popped).toBe(true);
  expect((await standing(page)).now).toBeLessThan(first + 1);
  await touch('touchEnd');
  await context.close();
});

test('what is drawn lies between the frames, and at a frame is the frame', async ({ page, demo }) => {
  const sent = await openPull(page, demo + kept);
  await page.locator('[data-pull-handle]').focus();
  const drawn = () => page.evaluate(() => document.querySelector('.pull-face path[data-s="0"]').getAttribute('d').match(/-?[\d.]+/g).map(Number));
  for (let i = 0; i < 3; i += 1) await page.keyboard.press('PageUp');
  const here = await drawn();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('ArrowRight');
  const further = await drawn();
  expect(here.length).toBe(further.length);
  // The first numbers of the first piece: its second point, as the frame at a mark has it.
  const need = sent.stopsPercent[0];
  await page.keyboard.press('Home');
  for (let i = 0; i < 60 && (await standing(page)).now < Math.round(need * 10) / 10; i += 1) await page.keyboard.press('PageUp');
  const frames = [];
  sent.points.forEach((frame, f) => frames.push(f === 0 ? frame : frame.map((d, i) => d + (f === 1 ? frames[0][i] : 2 * frames[f - 1][i] - frames[f - 2][i]))));
  const frame = frames[sent.stretchPercent.indexOf(need)];
  const { scale, left, middle } = sent.windows[0];
  const [thread, from] = sent.strands[0];
  const start = 3 * sent.counts.slice(0, thread).reduce((sum, count) => sum + count, 0);
  const [x, y] = [left + (scale * frame[start + 3 * from]) / 1000, middle + (scale * frame[start + 3 * from + 1]) / 1000];
  const at = await drawn();
  expect(Math.abs(at[2] - x)).toBeLessThan(0.11);
  expect(Math.abs(at[3] - y)).toBeLessThan(0.11);
});

test('a choice beside it redraws it at once, a wrong one says so, and the card’s numbers come back', async ({ browser, demo }) => {
  // What cannot be tried is answered with 400, which a browser writes into its console.
  const page = await (await browser.newContext()).newPage();
  await openPull(page, demo + kept);
  const meet = page.locator('.pull-figures li', { hasText: 'Loopers meet' });
  const before = await meet.textContent();
  const upper = page.getByRole('button', { name: 'Upper looper: tighter' });
  await upper.click();
  await upper.click();
  await upper.click();
  await expect(meet).toHaveClass(/is-off/);
  await expect(meet).toContainText('to the face');
  await expect(page.locator('[data-words-of="pull-dial-upper-looper"]')).toContainText('tighter');
  await page.getByLabel('Stitch length, mm', { exact: true }).fill('99');
  await expect(page.locator('[data-pull-fault]')).toContainText('The drawing is as it was before.');
  await expect(meet).toContainText('to the face');
  await page.getByRole('button', { name: 'Back to the card’s numbers' }).click();
  await expect(page.locator('[data-pull-fault]')).toBeHidden();
  await expect(meet).toHaveText(before);
  await expect(page.getByRole('button', { name: 'Back to the card’s numbers' })).toBeHidden();
  await page.context().close();
});

test('of two answers the later question’s stands', async ({ page, demo }) => {
  await openPull(page, demo + kept);
  let held = true;
  await page.route(/pull-length=1(&|$)/, async (route) => {
    while (held) await new Promise((done) => { setTimeout(done, 50); });
    await route.continue();
  });
  const length = page.getByLabel('Stitch length, mm', { exact: true });
  await length.fill('1');
  await page.waitForTimeout(300);
  await length.fill('3.5');
  await expect.poll(() => page.evaluate(() => JSON.parse(document.querySelector('[data-pull-frames]').textContent).advanceMm)).toBe(3.5);
  held = false;
  await page.waitForTimeout(600);
  expect(await page.evaluate(() => JSON.parse(document.querySelector('[data-pull-frames]').textContent).advanceMm)).toBe(3.5);
});

test('the seam is opened crosswise, and where there is one layer it says why not', async ({ page, demo }) => {
  const sent = await openPull(page, demo + kept);
  await page.locator('[data-open-handle]').focus();
  await page.keyboard.press('End');
  const gap = sent.crosswise.gapMm[sent.crosswise.gapMm.length - 1];
  await expect(page.locator('[data-open-said]')).toContainText(`Open ${Math.round(gap * 100) / 100} mm`);
  expect(sent.crosswise.gapMm.length).toBe(12);
  await page.keyboard.press('Home');
  await expect(page.locator('[data-open-said]')).toContainText('Open 0 mm');
  await page.goto(`${demo}/setups/7`);
  await expect(page.locator('.pull-opened-not')).toContainText('One layer has nothing to open');
});

test('less motion means steps: whole frames, and no springing', async ({ page, demo }) => {
  await page.emulateMedia({ reducedMotion: 'reduce' });
  const sent = await openPull(page, demo + kept);
  await page.locator('[data-pull-handle]').focus();
  const drawn = () => page.evaluate(() => document.querySelector('.pull-face path[data-s="0"]').getAttribute('d'));
  const seen = new Set();
  for (let i = 0; i < 24; i += 1) {
    seen.add(await drawn());
    await page.keyboard.press('ArrowRight');
  }
  expect(seen.size).toBeLessThanOrEqual(sent.stretchPercent.filter((percent) => percent <= 24).length + 1);
});

test('a page with the pulled seam stays under 300 KB with its frames, fonts included', async ({ browser, demo }) => {
  const page = await (await browser.newContext()).newPage();
  const session = await page.context().newCDPSession(page);
  await session.send('Network.enable');
  const sizes = new Map();
  const names = new Map();
  session.on('Network.requestWillBeSent', (event) => names.set(event.requestId, event.request.url));
  session.on('Network.loadingFinished', (event) => sizes.set(names.get(event.requestId), event.encodedDataLength));
  await openPull(page, demo + kept);
  const bytes = [...sizes.values()].reduce((sum, size) => sum + size, 0);
  const frames = [...sizes].find(([url]) => url.includes('handler=Pull'))[1];
  expect(frames).toBeGreaterThan(5000);
  expect(frames).toBeLessThan(60_000);
  expect(bytes).toBeLessThan(300_000);
  await page.context().close();
});

test('when the workroom does not answer, the drawing stays and says so', async ({ page }) => {
  const server = await startServer({ data: temporaryFolder(), demo: true });
  try {
    await openPull(page, server.url + kept);
  } finally {
    await server.stop();
  }
  await page.getByRole('button', { name: 'Upper looper: tighter' }).click();
  await expect(page.locator('[data-pull-fault]')).toContainText('does not answer');
  await page.locator('[data-pull-handle]').focus();
  await page.keyboard.press('ArrowRight');
  await expect(page.locator('[data-pull-value]')).toHaveText('1 %');
});

test('colours by place and real ones are a switch, and every thread keeps its letter', async ({ page, demo }) => {
  await openPull(page, demo + kept);
  const stroke = () => page.evaluate(() => getComputedStyle(document.querySelector('.pull-face .t-needle-left .th-body')).stroke);
  const byPlace = await stroke();
  await page.getByLabel('real').check();
  expect(await stroke()).not.toBe(byPlace);
  expect(await page.locator('.pull-face [data-letter]').allTextContents()).toEqual(expect.arrayContaining(['NL', 'NR', 'UL']));
  await page.getByLabel('by place').check();
  expect(await stroke()).toBe(byPlace);
});

test('two set-ups side by side are pulled by one handle, whichever is taken', async ({ page, demo }) => {
  await page.goto(`${demo}/setups/6/beside/8`);
  const values = page.locator('[data-pull-value]');
  const handles = page.locator('[data-pull-handle]');
  await page.locator('[data-pull]').first().scrollIntoViewIfNeeded();
  await expect(page.locator('[data-pull][data-ready]')).toHaveCount(2);
  const back = () => page.locator('.pull-back svg').evaluateAll((all) => all.map((svg) => svg.innerHTML));
  const rest = await back();
  await handles.first().focus();
  await page.keyboard.press('PageUp');
  await page.keyboard.press('PageUp');
  await expect(values).toHaveText(['20 %', '20 %']);
  const pulled = await back();
  expect(pulled[0]).not.toBe(rest[0]);
  expect(pulled[1]).not.toBe(rest[1]);
  // Each draws its own seam.
  expect(pulled[0]).not.toBe(pulled[1]);
  await handles.nth(1).focus();
  await page.keyboard.press('Home');
  await expect(values).toHaveText(['0 %', '0 %']);
  await expect(page.locator('.beside-differs')).toContainText('stitch length 2 → 1.5 mm');
});
