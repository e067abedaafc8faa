import { execFileSync, spawn } from 'node:child_process';
import { cpSync, existsSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { expect, freePort, root, runBuilt, startServer, temporaryFolder, test } from './support.mjs';

// A first start costs four seconds of processor time: a usual run breaks some off, BEGINS=100 as many as docs/reliability.md says.
const begins = Number(process.env.BEGINS ?? 4);

const older = (name) => join(root, 'tests', 'reference', 'older', name);

/** How long something took, over many times. */
function spread(times) {
  const sorted = [...times].sort((a, b) => a - b);
  return `after ${sorted[Math.floor(sorted.length / 2)]} ms in the middle, ${sorted.slice(-3).join(', ')} ms at the longest`;
}

/** Kills a start at a moment of it, or asks it to stop; how long it took to end. */
async function breakOff(data, after, signal) {
  const run = runBuilt(['--port', String(await freePort()), '--data', data]);
  await new Promise((resolve) => { setTimeout(resolve, after); });
  const asked = Date.now();
  run.child.kill(signal);
  const { err } = await run.ended;
  expect(err).not.toContain('   at ');
  return Date.now() - asked;
}

/** Starts again and looks whether everything is there; how long it took. */
async function isWhole(data, { cloths, setups }) {
  const asked = Date.now();
  const server = await startServer({ data, again: true });
  const took = Date.now() - asked;
  try {
    const count = async (path, of) => Number((await (await fetch(server.url + path, { headers: { accept: 'text/html' } })).text()).match(new RegExp(`([\\d,]+) ${of} in all`))?.[1] ?? 0);
    expect(await count('/cloths', 'cloths')).toBe(cloths);
    expect(await count('/setups', 'set-ups')).toBe(setups);
    expect(await (await fetch(`${server.url}/health`)).text()).toBe('ok');
  } finally {
    await server.stop();
  }
  // Nothing of what was broken off is left lying, and what was closed is one file.
  expect(readdirSync(data).filter((name) => /next|part|scratch|readable|write|-wal|-shm|\.open/.test(name))).toEqual([]);
  return took;
}

test(`a first start killed at any moment is made up for by the next, demo and all: ${begins} times`, async () => {
  test.setTimeout(3_600_000);
  const took = [];
  for (let kill = 0; kill < begins; kill += 1) {
    const data = temporaryFolder();
    // The moments are spread evenly over the whole of a start, and some beyond its end.
    await breakOff(data, 300 + (4200 * kill) / begins, 'SIGKILL');
    took.push(await isWhole(data, { cloths: 5, setups: 7 }));
  }
  console.log(`${begins} first starts killed, the next was up ${spread(took)}, with everything`);
});

test(`an upgrade killed at any moment leaves the workroom as it was or as it will be: ${begins} times`, async () => {
  test.setTimeout(3_600_000);
  const took = [];
  for (let kill = 0; kill < begins; kill += 1) {
    const data = temporaryFolder();
    const [name, whole] = [['workroom-first.db', { cloths: 5, setups: 7 }], ['workroom-book.db', { cloths: 5, setups: 7 }]][kill % 2];
    cpSync(older(name), join(data, 'workroom.db'));
    await breakOff(data, 400 + (1800 * kill) / begins, 'SIGKILL');
    took.push(await isWhole(data, whole));
    // The copy made before the upgrade is there, however often it was begun.
    expect(readdirSync(join(data, 'copies')).some((copy) => copy.endsWith('-before-migration.db'))).toBe(true);
  }
  console.log(`${begins} upgrades killed, the next start was up ${spread(took)}, with everything`);
});

test('a stop signal ends a start at any moment of it', async () => {
  const took = [];
  for (const after of [200, 900, 1600, 2600]) took.push(await breakOff(temporaryFolder(), after, 'SIGTERM'));
  console.log(`a start that was asked to stop ended after ${took.join(', ')} ms`);
});

test('a second server waits for the folder with one line, and has it once the first is gone', async () => {
  const data = temporaryFolder();
  const first = await startServer({ data, blank: true, again: true });
  const run = runBuilt(['--port', String(await freePort()), '--data', data, '--empty', 'true']);
  await expect.poll(() => run.printed()).toContain('waiting for it to end');
  expect(run.printed().trim().split('\n')).toHaveLength(1);
  expect(existsSync(join(data, 'workroom.open'))).toBe(true);
  await first.stop('SIGKILL');
  await expect.poll(() => run.printed()).toContain('http://127.0.0.1');
  run.child.kill();
  expect((await run.ended).code).toBe(0);
});

/** Whether a disk of its own can be made here: as root, or as a user who may be root in a room of his own. */
function ownDisk() {
  for (const way of [['unshare', '-m'], ['unshare', '-Urm']]) {
    try {
      execFileSync(way[0], [...way.slice(1), 'sh', '-c', `mount -t tmpfs -o size=64k tmpfs ${temporaryFolder()}`], { stdio: 'ignore' });
      return way;
    } catch {
      // The next way.
    }
  }
  return null;
}

test('a full disk at the first start, and one that cannot be written, are one clear line; with room the start is as if nothing had been', async () => {
  const way = ownDisk();
  test.skip(way === null, 'no disk of its own can be made here');
  const data = temporaryFolder();
  const port = await freePort();
  const server = `dotnet ${join(root, 'artifacts', 'app', 'YieldingLoop.Web.dll')} --port ${port} --data ${data}`;
  const script = `
    mount -t tmpfs -o size=160k tmpfs ${data}
    ${server}; echo "ended with $?"; ls -A ${data} | grep -v -e keys -e logs -e lock; echo ---
    mount -o remount,ro ${data}
    ${server}; echo "ended with $?"; echo ---
    mount -o remount,rw,size=64m ${data}
    exec ${server}`;
  const child = spawn(way[0], [...way.slice(1), 'sh', '-c', script], { stdio: ['ignore', 'pipe', 'pipe'] });
  let out = '';
  let err = '';
  child.stdout.on('data', (text) => { out += text; });
  child.stderr.on('data', (text) => { err += text; });
  const ended = new Promise((resolve) => { child.on('close', resolve); });
  try {
    await expect.poll(() => out, { timeout: 120_000 }).toContain('http://127.0.0.1');
    const [full, readOnly, started] = out.split('---\n');
    // Of the database that did not fit nothing is left.
    expect(full).toBe('ended with 1\n');
    expect(readOnly).toBe('ended with 1\n');
    expect(started).toContain('A new workroom was made');
    expect(err.trim().split('\n')).toEqual([
      `The disk that holds ${data} is full. Make room on it, or choose another folder with --data.`,
      `The data folder ${data} cannot be written. Check its permissions, or choose another with --data.`,
    ]);
    expect(await (await fetch(`http://127.0.0.1:${port}/cloths`)).text()).toContain('Unisuit power knit');
  } finally {
    child.kill();
    await ended;
  }
});
