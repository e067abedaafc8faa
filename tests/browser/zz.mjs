import { chromium } from '@playwright/test';
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--headless', '--no-sandbox', '--disable-gpu'] });
const b='http://127.0.0.1:5084';
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
page.on('console', m => { if (m.type()==='error') console.log(m.text()); });
page.on('pageerror', e => console.log(e.message));
for (const [n,a,w,h] of [['sw1','/swatches/1',1280,800],['sw1f','/swatches/1',1280,2000],['sw2','/swatches/2',1280,900],['swt','/swatches/1',800,1280],['swp','/swatches/1',390,844]]) {
  await page.setViewportSize({width:w,height:h});
  const r=await page.goto(b+a); console.log(a, r.status());
  await page.screenshot({path:`/tmp/shots/${n}.png`});
}
await page.setViewportSize({width:1280,height:1000});
await page.goto(b+'/swatches/new?setup=2');
await page.fill('[name="Input.Strip.BeforeMm"]','150'); await page.fill('[name="Input.Strip.SewnMm"]','158'); await page.fill('[name="Input.Readings.GapMm"]','0,7');
await page.waitForTimeout(900);
await page.screenshot({path:`/tmp/shots/swn.png`});
await browser.close();
