import { existsSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { join } from 'node:path';
import { expect, freePort, runStart, startServer, temporaryFolder, test } from './support.mjs';

const lines = (text) => text.trim().split('\n').filter(Boolean);

test('the demo is loaded into a database this start created, and never again', async ({ request }) => {
  const data = join(temporaryFolder(), 'made', 'if missing');
  const first = await startServer({ data });
  expect((await request.get(`${first.url}/health`)).status()).toBe(200);
  expect(await (await request.get(`${first.url}/cloths`)).text()).toContain('Unisuit power knit');
  await first.stop();
  const empty = join(temporaryFolder(), 'empty');
  const second = await startServer({ data: empty, empty: true });
  expect(await (await request.get(`${second.url}/cloths`)).text()).not.toContain('Unisuit');
  await second.stop();
  const third = await startServer({ data: empty });
  expect(await (await request.get(`${third.url}/cloths`)).text()).not.toContain('Unisuit');
  await third.stop();
});

test('stopping what was started stops the server', async ({ request }) => {
  const server = await startServer({ data: temporaryFolder(), empty: true });
  await server.stop('SIGTERM');
  await expect(request.get(`${server.url}/health`)).rejects.toThrow();
});

test('a used port is one clear line and a non-zero exit', async () => {
  const taken = createServer();
  const port = await freePort();
  await new Promise((resolve) => { taken.listen(port, '127.0.0.1', resolve); });
  const { code, err } = await runStart(['--port', String(port), '--data', temporaryFolder(), '--empty']).ended;
  taken.close();
  expect(code).not.toBe(0);
  expect(lines(err)).toEqual([`Port ${port} is in use. Stop what uses it, or choose another with --port.`]);
});

test('a folder that cannot be written is one clear line and a non-zero exit', async () => {
  const file = join(temporaryFolder(), 'a-file');
  writeFileSync(file, '');
  const { code, err } = await runStart(['--port', String(await freePort()), '--data', join(file, 'data')]).ended;
  expect(code).not.toBe(0);
  expect(lines(err)).toEqual([`The data folder ${join(file, 'data')} cannot be written. Choose another with --data.`]);
});

test('a damaged database is one clear line and a non-zero exit', async () => {
  const data = temporaryFolder();
  writeFileSync(join(data, 'workroom.db'), 'this is not a database, whatever its name says'.repeat(200));
  const { code, err } = await runStart(['--port', String(await freePort()), '--data', data]).ended;
  expect(code).not.toBe(0);
  expect(lines(err)).toHaveLength(1);
  expect(err).toContain('damaged or not a database');
});

test('options are checked and explained', async () => {
  const help = await runStart(['--help']).ended;
  expect(help.code).toBe(0);
  for (const option of ['--port', '--data', '--empty', '--help']) expect(help.out).toContain(option);
  for (const args of [['--port', 'twelve'], ['--port', '70000'], ['--port'], ['--data'], ['--colour', 'red']]) {
    const { code, err } = await runStart(args).ended;
    expect(code).toBe(2);
    expect(lines(err)).toHaveLength(1);
  }
});

test('the usual data folder follows XDG_DATA_HOME', async () => {
  const home = temporaryFolder();
  const run = runStart(['--port', String(await freePort()), '--empty'], { XDG_DATA_HOME: home });
  for (let i = 0; i < 1500 && !run.printed().includes('http://'); i += 1) await new Promise((resolve) => { setTimeout(resolve, 100); });
  run.child.kill();
  await run.ended;
  expect(existsSync(join(home, 'yielding-loop', 'workroom.db'))).toBe(true);
});
