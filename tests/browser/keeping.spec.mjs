import { cpSync, rmSync, writeFileSync, readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { expect, runStart, freePort, startServer, temporaryFolder, test } from './support.mjs';
import { expectWellMade } from './well-made.mjs';

test('a half-filled form survives closing the page and a power cut, and is offered back', async ({ page, context }) => {
  const data = temporaryFolder();
  let server = await startServer({ data, blank: true });
  try {
    await page.goto(`${server.url}/cloths/new`);
    await page.getByLabel('Name').fill('Half a cloth, tern grey');
    await page.getByRole('group', { name: /Across/ }).getByLabel('B, pulled').fill('18');
    await expect(page.locator('[data-draft-said]')).toHaveText('Kept as a draft.');
    // Closed before the pause in which it is kept: the last letters still arrive.
    await page.getByRole('group', { name: /Across/ }).getByLabel('B, pulled').fill('187,5');
    await page.goto('about:blank');
    const kept = async () => {
      const drafts = await (await context.request.get(`${server.url}/drafts`)).text();
      const [, draft] = drafts.match(/href="(\/cloths\/new\?draft=[^"]+)"/) ?? [];
      return draft ? (await context.request.get(server.url + draft)).text() : '';
    };
    await expect.poll(kept).toContain('187,5');

    await server.stop('SIGKILL');
    server = await startServer({ data, blank: true });
    await page.goto(server.url);
    await expect(page.locator('.day-table').first()).toContainText('Half a cloth, tern grey');
    await expectWellMade(page, 'the Workroom with a draft');
    await page.locator('.day-table').first().getByRole('link', { name: /Half a cloth/ }).click();
    await expect(page.getByLabel('Name')).toHaveValue('Half a cloth, tern grey');
    await expect(page.getByRole('group', { name: /Across/ }).getByLabel('B, pulled')).toHaveValue('187,5');
    await expect(page.locator('.notice')).toContainText('Taken up again');

    // Still no record; saved, it is one and no longer unfinished.
    expect(await (await context.request.get(`${server.url}/cloths`)).text()).not.toContain('Half a cloth');
    await page.getByLabel('It is most like').selectOption('interlock');
    await page.getByRole('button', { name: 'Save the cloth' }).click();
    await expect(page).toHaveURL(/cloths\/1$/);
    await page.goto(`${server.url}/drafts`);
    await expect(page.locator('.shelf')).toHaveCount(0);
  } finally {
    await server.stop();
  }
});

test('a draft held up on its way does not replace the later letters', async ({ page }) => {
  const server = await startServer({ data: temporaryFolder(), blank: true });
  try {
    await page.goto(`${server.url}/cloths/new`);
    let letGo;
    const held = new Promise((resolve) => { letGo = resolve; });
    const first = [];
    await page.route('**/drafts?**', async (route) => {
      first.push(route.request());
      if (first.length === 1) await held;
      await route.continue();
    });
    await page.getByLabel('Name').fill('Slow');
    await expect.poll(() => first.length).toBe(1);
    await page.getByLabel('Name').fill('Slow and whole');
    await expect(page.locator('[data-draft-said]')).toHaveText('Kept as a draft.');
    const arrived = page.waitForResponse((response) => response.request() === first[0]);
    letGo();
    expect((await arrived).status()).toBe(200);
    await page.goto(`${server.url}/drafts`);
    await expect(page.locator('.shelf')).toContainText('Slow and whole');
  } finally {
    await server.stop();
  }
});

test('a form says so when the workroom is away, and keeps the draft once it is back', async ({ browser }) => {
  const data = temporaryFolder();
  let server = await startServer({ data, blank: true });
  const page = await (await browser.newContext()).newPage();
  try {
    await page.goto(`${server.url}/cloths/new`);
    await server.stop('SIGKILL');
    await page.getByLabel('Name').fill('Typed into the dark');
    await expect(page.locator('[data-draft-said]')).toContainText('does not answer');
    server = await startServer({ data, blank: true, port: server.port });
    await expect(page.locator('[data-draft-said]')).toHaveText('Kept as a draft.', { timeout: 20_000 });
  } finally {
    await page.context().close();
    await server.stop();
  }
});

test('put away, undone by a key, and the demo as a whole', async ({ page }) => {
  const server = await startServer({ data: temporaryFolder(), demo: true });
  try {
    await page.goto(`${server.url}/cloths/5`);
    await page.getByRole('button', { name: 'Put this cloth away' }).click();
    await expect(page.locator('.undo')).toContainText('Wicking mesh');
    await expectWellMade(page, 'a list with Undo');
    await page.keyboard.press('u');
    await expect(page).toHaveURL(/cloths$/);
    await expect(page.locator('.tile')).toHaveCount(5);

    await page.goto(server.url);
    await page.getByRole('button', { name: 'Put the demo away' }).click();
    await expect(page.locator('.undo')).toContainText('87 records');
    await page.getByRole('link', { name: 'All that is put away' }).click();
    await expectWellMade(page, 'what is put away');
    await page.getByRole('button', { name: 'Bring all of it back' }).click();
    await page.goto(server.url);
    await expect(page.locator('.day-table li')).not.toHaveCount(0);
  } finally {
    await server.stop();
  }
});

test('two tablets change one machine: the second sees both and keeps both', async ({ browser }) => {
  const server = await startServer({ data: temporaryFolder(), demo: true });
  const [one, two] = await Promise.all([0, 1].map(async () => (await browser.newContext({ viewport: { width: 800, height: 1280 }, hasTouch: true })).newPage()));
  try {
    for (const tablet of [one, two]) await tablet.goto(`${server.url}/machines/1`);
    await one.getByLabel('Between the needles').fill('2.1');
    await one.getByRole('button', { name: 'Save the machine' }).tap();
    await expect(one).toHaveURL(/machines\/1$/);
    await two.getByLabel('Between the needles').fill('2.4');
    await two.getByRole('button', { name: 'Save the machine' }).tap();
    await expect(two.locator('.versus tbody tr')).toHaveText([/Between the needles\s*2\.1 mm\s*2\.4 mm/]);
    await expectWellMade(two, 'a conflict');
    await two.getByRole('button', { name: /Keep both/ }).click();
    await expect(two).toHaveURL(/machines\/5$/);
    await expect(two.getByLabel('Between the needles')).toHaveValue('2.4');
    await two.goto(`${server.url}/machines/1`);
    await expect(two.getByLabel('Between the needles')).toHaveValue('2.1');
  } finally {
    await one.context().close();
    await two.context().close();
    await server.stop();
  }
});

test('backed up, changed, restored; and a damaged file opens with the newest good copy', async ({ page }) => {
  const data = temporaryFolder();
  let server = await startServer({ data, demo: true });
  try {
    await page.goto(`${server.url}/copies`);
    await page.getByRole('button', { name: 'Back up now' }).click();
    await expect(page.locator('.notice')).toContainText('Backed up.');
    await expectWellMade(page, 'copies');
    await page.goto(`${server.url}/cloths/1`);
    await page.getByLabel('Name').fill('Renamed by mistake');
    await page.getByRole('button', { name: 'Save the cloth' }).click();
    await page.goto(`${server.url}/copies`);
    await page.locator('.copies li', { hasText: 'made by hand' }).getByRole('link', { name: 'Restore …' }).click();
    await expect(page.locator('.effect')).toContainText('Renamed by mistake');
    await expectWellMade(page, 'what a restore changes');
    await page.getByRole('button', { name: 'Restore this copy' }).click();
    await expect(page.locator('.notice')).toContainText('Restored.');
    await page.goto(`${server.url}/cloths/1`);
    await expect(page.getByLabel('Name')).toHaveValue('Unisuit power knit, tern blue');

    // A file cut short while nobody looked.
    await server.stop('SIGKILL');
    const whole = readFileSync(join(data, 'copies', readdirSync(join(data, 'copies')).find((f) => f.includes('by-hand'))));
    for (const end of ['', '-wal', '-shm']) rmSync(join(data, `workroom.db${end}`), { force: true });
    writeFileSync(join(data, 'workroom.db'), whole.subarray(0, 20_000));
    const port = await freePort();
    const run = runStart(['--port', String(port), '--data', data]);
    await expect.poll(() => run.printed(), { timeout: 150_000 }).toContain('database file is damaged');
    server = { stop: async () => { run.child.kill('SIGKILL'); return run.ended; } };
    await page.goto(`http://127.0.0.1:${port}/seams/1`);
    await expect(page.getByRole('heading', { name: 'The workroom cannot be opened' })).toBeVisible();
    await expectWellMade(page, 'a damaged workroom');
    await page.getByRole('button', { name: 'Open the copy' }).click();
    await expect(page.locator('.day-table li')).not.toHaveCount(0);
  } finally {
    await server.stop();
  }
});

test('a file that goes while it is open costs nothing: what was sent is held, the workroom opens again, and it is sent', async ({ page, context }) => {
  const data = temporaryFolder();
  const server = await startServer({ data, demo: true });
  try {
    await page.goto(`${server.url}/setups/2/amend`);
    await page.locator('[name=Remark]').fill('Loops to the back at the fold');
    await page.locator('[name=length]').fill('2.4');
    rmSync(join(data, 'workroom.db'));
    await page.locator('.next-bar .btn-next').click();
    await expect(page.getByRole('heading', { name: 'Nothing is saved just now' })).toBeVisible();
    await expect(page.locator('.sent')).toContainText('Loops to the back at the fold');
    await expectWellMade(page, 'a form that is held');
    const choosing = context.waitForEvent('page');
    await page.getByRole('link', { name: 'Choose how to go on' }).click();
    const other = await choosing;
    await expect(other.getByRole('heading', { name: 'What was saved from it' })).toBeVisible();
    await expectWellMade(other, 'a workroom that had to be closed');
    await other.getByRole('button', { name: 'Open the copy' }).click();
    await expect(other).toHaveURL(`${server.url}/`);
    await page.getByRole('button', { name: 'Send it again' }).click();
    await expect(page).toHaveURL(/setups\/\d+$/);
    await expect(page.locator('.versions')).toContainText('Loops to the back at the fold');
  } finally {
    await server.stop();
  }
});

test('a tablet on the network comes in with the passcode that was printed, and only with it', async ({ browser }) => {
  const data = temporaryFolder();
  cpSync(process.env.YIELDING_LOOP_TEMPLATE, data, { recursive: true });
  const port = await freePort();
  const run = runStart(['--port', String(port), '--data', data, '--lan']);
  await expect.poll(() => run.printed(), { timeout: 150_000 }).toContain('Passcode:');
  const [, passcode] = run.printed().match(/Passcode: (\S+)/);
  const [, address] = run.printed().match(/On the local network: (\S+)/) ?? [];
  run.child.kill('SIGKILL');
  await run.ended;
  expect(passcode).toMatch(/^[a-z2-9]{5}-[a-z2-9]{5}$/);
  if (address) expect(address).toMatch(new RegExp(`^http://.+:${port}$`));

  // The passcode is made once; a browser on this machine is asked for it too where everybody looks local.
  const again = await startServer({ data, extra: ['--lan'] });
  expect(again.printed()).toContain('the one shown when it was made');
  await again.stop();
  const server = await startServer({ data, environment: { passcodeEverywhere: 'true' } });
  const page = await (await browser.newContext({ viewport: { width: 800, height: 1280 }, hasTouch: true })).newPage();
  try {
    await page.goto(`${server.url}/setups/2`);
    await expect(page).toHaveURL(/enter\?next=/);
    await expectWellMade(page, 'the entry page');
    await page.getByLabel('Passcode').fill('wrong-wrong');
    await page.getByRole('button', { name: 'Come in' }).click();
    await expect(page.getByRole('alert')).toContainText('not the passcode');
    await page.getByLabel('Passcode').fill(passcode.toUpperCase());
    await page.getByRole('button', { name: 'Come in' }).tap();
    await expect(page).toHaveURL(/setups\/2$/);
    await expect(page.locator('.dial-number')).toHaveCount(4);
    expect((await page.context().cookies()).find((c) => c.name === 'yielding-loop-entry')).toMatchObject({ httpOnly: true, sameSite: 'Strict' });
    await page.goto(`${server.url}/devices`);
    await expectWellMade(page, 'devices');
    await page.getByRole('button', { name: 'Leave on this device' }).click();
    await expect(page).toHaveURL(/enter/);
  } finally {
    await page.context().close();
    await server.stop();
  }
});

test('the keys are listed under ?, do what they say, and rest while something is typed', async ({ page, demo }) => {
  await page.goto(`${demo}/cloths`);
  await page.keyboard.press('?');
  const dialog = page.getByRole('dialog', { name: 'Keys' });
  await expect(dialog).toBeVisible();
  const listed = await dialog.locator('kbd').allTextContents();
  expect(listed).toEqual(['n', 'w', 's', 'c', 'm', 'd', '/', 'u', 'Space', '←', 'g', 'r', 'p', '?', 'Esc']);
  await page.keyboard.press('Escape');
  await expect(dialog).toBeHidden();
  for (const [key, path] of [['s', '/setups'], ['m', '/machines'], ['d', '/drawer'], ['g', '/glossary'], ['p', '/scrap'], ['c', '/cloths'], ['w', '/']]) {
    await page.keyboard.press(key);
    // A scrap writes the rest of itself into its address.
    await expect(page).toHaveURL((url) => url.pathname === path);
    // The address changes before the page's script is there to hear the next key.
    await page.waitForLoadState('load');
  }
  await page.keyboard.press('/');
  await expect(page.getByRole('searchbox')).toBeFocused();
  await page.keyboard.type('same scum?');
  await expect(page.getByRole('searchbox')).toHaveValue('same scum?');
  await expect(page).toHaveURL(`${demo}/`);
  await page.locator('#table').click();
  await page.keyboard.press('n');
  await expect(page).toHaveURL(/seams\/start/);
  await page.goto(`${demo}/cloths`);
  await page.getByRole('link', { name: 'Keys' }).click();
  await expect(dialog).toBeVisible();
  await expectWellMade(page, 'the keys');
});
