import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { test as base, expect } from '@playwright/test';

export const root = join(dirname(fileURLToPath(import.meta.url)), '..', '..');

/** A folder that is gone when the process ends. */
export function temporaryFolder() {
  const folder = mkdtempSync(join(tmpdir(), 'yielding-loop-browser-'));
  process.on('exit', () => rmSync(folder, { recursive: true, force: true }));
  return folder;
}

export function freePort() {
  return new Promise((resolve, reject) => {
    const probe = createServer();
    probe.on('error', reject);
    probe.listen(0, '127.0.0.1', () => {
      const { port } = probe.address();
      probe.close(() => resolve(port));
    });
  });
}

/** Runs ./start and resolves with what it printed and how it ended. */
export function runStart(args, env = {}) {
  const child = spawn(join(root, 'start'), args, { env: { ...process.env, ...env }, stdio: ['ignore', 'pipe', 'pipe'] });
  let out = '';
  let err = '';
  child.stdout.on('data', (data) => { out += data; });
  child.stderr.on('data', (data) => { err += data; });
  const ended = new Promise((resolve) => child.on('close', (code) => resolve({ code, out, err })));
  return { child, ended, printed: () => out };
}

/** Starts the server as a user does, and waits until it says where it is. */
export async function startServer({ data, empty = false, port } = {}) {
  const at = port ?? await freePort();
  const run = runStart(['--port', String(at), '--data', data, ...(empty ? ['--empty'] : [])]);
  const url = `http://127.0.0.1:${at}`;
  let over = null;
  run.ended.then((end) => { over = end; });
  for (let i = 0; i < 1200 && !run.printed().includes(url); i += 1) {
    if (over) throw new Error(`./start ended with ${over.code}: ${over.err}`);
    await new Promise((resolve) => { setTimeout(resolve, 100); });
  }
  if (!run.printed().includes(url)) throw new Error('./start did not come up');
  return { url, port: at, pid: run.child.pid, stop: async (signal = 'SIGTERM') => { run.child.kill(signal); return run.ended; } };
}

/** Every page is watched: no error in the console, no request to anywhere else. */
export const test = base.extend({
  demo: [async ({}, use) => { await use(process.env.YIELDING_LOOP_DEMO); }, { scope: 'worker' }],
  page: async ({ page }, use) => {
    const faults = [];
    page.on('console', (message) => { if (message.type() === 'error' && !/status of (404|409)/.test(message.text())) faults.push(message.text()); });
    page.on('pageerror', (error) => faults.push(error.message));
    page.on('request', (request) => {
      const { protocol, hostname } = new URL(request.url());
      if (protocol.startsWith('http') && hostname !== '127.0.0.1') faults.push(`asked ${hostname}`);
    });
    await use(page);
    expect(faults).toEqual([]);
  },
});

export { expect };
