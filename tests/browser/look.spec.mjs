import { expect, readPdf, test } from './support.mjs';
import { expectWellMade } from './well-made.mjs';

const views = [
  '/', '/setups', '/setups?cloth=1', '/cloths', '/cloths?name=nothing', '/seams', '/cloths/1', '/cloths/new', '/machines', '/machines/2', '/machines/new', '/seams/start', '/seams/2', '/seams/new?cloth=1',
  '/seams/2/set-up', '/seams/8/set-up?machine=1', '/seams/2/set-up?machine=4', '/seams/9/set-up',
  '/machines/3', '/machines/4', '/machines/new?is=Convertible', '/machines/1/sheet', '/states/1', '/states/4#place-needle', '/states/1#place-rest', '/drawer', '/needles/6', '/threads/2',
  '/machines/1/test?dial=upper-looper&firstNumber=4&firstReading=-0.5&secondNumber=6&secondReading=0.6',
  '/reckoner?machine=4&pack=2.5/80&guide=25&rows=4&allowance=30&bandCloth=4&opening=430&girth=585&bandWidth=30&seamAllowance=7', '/setups/2', '/setups/2/print', '/nowhere',
  '/seams/1/set-up', '/seams/5/set-up?stitch=504&why=true', '/setups/7', '/setups/7/amend', '/thread-ups/1', '/thread-ups/1?step=3', '/thread-ups/1?list=true', '/thread-ups/new?setup=1&broke=upper-looper', '/thread-ups/print?list=1', '/swatches', '/swatches?passed=no&thread=textured-nylon', '/swatches/1', '/swatches/new?setup=1', '/setups/1/memory', '/setups/4/coach', '/setups/4/coach?at=1', '/setups/2/coach', '/practice', '/practice/S-0102', '/practice/O-0102', '/practice/R-0102', '/practice/1-0007', '/machines/new?simulated=5', '/setups/6/beside/8', '/seams/1/set-up?beside=1', '/garments', '/garments/1', '/garments/start', '/garments/start?kind=sweatshirt', '/wearers', '/wearers/4', '/scrap', '/scrap?job=hem&stitch=twin-needle&pull-length=99', '/rules', '/rules/new', '/settings', '/glossary', '/copies', '/put-away', '/drafts', '/devices',
];

for (const view of views) {
  test(`${view} is accessible, fits and can be touched at every size`, async ({ lasting, demo }) => {
    await lasting.goto(demo + view);
    // The print view shows paper at its true size; every other page fits the screen.
    await expectWellMade(lasting, view, { fits: !/\/(print|sheet)(\?|$)/.test(view) });
  });
}

test('labels of drawings lie inside their drawings', async ({ page, demo }) => {
  for (const view of ['/seams/1/set-up', '/seams/2/set-up', '/seams/3/set-up', '/seams/5/set-up', '/seams/6/set-up', '/seams/7/set-up', '/machines/1', '/machines/2', '/machines/3', '/machines/4', '/seams/2/set-up?machine=4', '/threads/2', '/reckoner?machine=4&pack=4.0/75&guide=25&rows=4&allowance=30&bandCloth=4&opening=430&girth=585&bandWidth=30&seamAllowance=7', '/cloths/1', '/seams/1', '/practice/S-0102', '/practice/S-0103', '/practice/S-0104', ...Array.from({ length: 8 }, (_, i) => `/thread-ups/1?step=${i + 2}`)]) {
    await page.goto(demo + view);
    const out = await page.evaluate(() => [...document.querySelectorAll('svg.drawing text')].filter((label) => {
      const box = label.getBoundingClientRect();
      const frame = label.ownerSVGElement.getBoundingClientRect();
      return frame.width > 0 && label.getClientRects().length > 0 && (box.left < frame.left - 1 || box.right > frame.right + 1 || box.top < frame.top - 1 || box.bottom > frame.bottom + 1);
    }).map((label) => label.textContent));
    expect(out, view).toEqual([]);
  }
});

test('a first load stays under 300 KB, fonts included', async ({ browser, demo }) => {
  const page = await (await browser.newContext()).newPage();
  const session = await page.context().newCDPSession(page);
  await session.send('Network.enable');
  let bytes = 0;
  session.on('Network.loadingFinished', (event) => { bytes += event.encodedDataLength; });
  await page.goto(`${demo}/`, { waitUntil: 'networkidle' });
  expect(bytes).toBeGreaterThan(50_000);
  expect(bytes).toBeLessThan(300_000);
  await page.context().close();
});

test('Ctrl+P prints the card on one page, with the notes that apply and nothing of the screen', async ({ page, demo }) => {
  for (const [view, note] of [['/setups/7', 'Leg openings: sew with the suit inside out'], ['/setups/2', 'Predicted pop'], ['/seams/9/set-up', 'not kept yet']]) {
    await page.goto(demo + view);
    const pages = await readPdf(await page.pdf({ format: 'A4', margin: { top: '10mm', bottom: '10mm', left: '10mm', right: '10mm' } }));
    expect(pages.length, view).toBe(1);
    expect(pages[0].text, view).toContain(note);
    expect(pages[0].text, view).toContain('The swatch should show');
    for (const screen of ['Workroom', 'Machines', 'Choose for yourself', 'Use it again', 'Thread up the machine']) expect(pages[0].text, view).not.toContain(screen);
  }
});

test('what has the focus has a line round it, on every kind of control', async ({ page, demo }) => {
  const seen = new Set();
  for (const view of ['/', '/seams/2', '/seams/2/set-up', '/setups/2', '/states/1#place-upper-looper', '/reckoner', '/thread-ups/1']) {
    await page.goto(demo + view);
    for (let i = 0; i < 45; i += 1) {
      await page.keyboard.press('Tab');
      const [kind, width, style] = await page.evaluate(() => {
        const element = document.activeElement;
        const { outlineWidth, outlineStyle } = getComputedStyle(element);
        return [element === document.body ? '' : `${element.tagName}.${element.className}`, parseFloat(outlineWidth), outlineStyle];
      });
      if (kind === '') continue;
      seen.add(kind.split(/[. ]/)[0]);
      expect(style === 'solid' && width >= 2, `${view}: ${kind} ${style} ${width}`).toBe(true);
    }
  }
  expect([...seen].sort()).toEqual(expect.arrayContaining(['A', 'BUTTON', 'INPUT', 'SELECT', 'SUMMARY']));
});

test('motion is not forced on anyone and colours are not the only sign', async ({ page, demo }) => {
  await page.emulateMedia({ reducedMotion: 'reduce', forcedColors: 'active' });
  await page.goto(`${demo}/setups/2`);
  await expect(page.locator('.answer .verdict')).toHaveText(/holds/);
  await expect(page.locator('.dials .tag')).toHaveText(['NL', 'NR', 'UL', 'LL']);
});
