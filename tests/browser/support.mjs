import { spawn } from 'node:child_process';
import { cpSync, existsSync, mkdtempSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { test as base, expect } from '@playwright/test';

export const root = join(dirname(fileURLToPath(import.meta.url)), '..', '..');

const folders = [];
process.on('exit', () => folders.forEach((folder) => rmSync(folder, { recursive: true, force: true })));

/** A folder that is gone when the process ends. */
export function temporaryFolder() {
  const folder = mkdtempSync(join(tmpdir(), 'yielding-loop-browser-'));
  folders.push(folder);
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

/** Runs ./start, or another command in its place, and resolves with what it printed and how it ended. */
export function runStart(args, env = {}, [command, ...before] = [join(root, 'start')]) {
  const child = spawn(command, [...before, ...args], { env: { ...process.env, ...env }, stdio: ['ignore', 'pipe', 'pipe'] });
  let out = '';
  let err = '';
  child.stdout.on('data', (data) => { out += data; });
  child.stderr.on('data', (data) => { err += data; });
  const ended = new Promise((resolve) => child.on('close', (code) => resolve({ code, out, err })));
  return { child, ended, printed: () => out };
}

/** What ./start ends in: the server it has built. */
const built = ['dotnet', join(root, 'artifacts', 'app', 'YieldingLoop.Web.dll')];

/** Runs what ./start has built. */
export const runBuilt = (args, env = {}) => runStart(args, env, built);

/**
 * Starts the server as a user does, and waits until it says where it is. With `again`, starts what ./start built before;
 * with `demo` or `blank`, a fresh folder gets a copy of the demo that another start loaded, or of the empty workroom that
 * another start made, which is most of what a first start does.
 */
export async function startServer({ data, empty = false, port, extra = [], environment = {}, again = false, demo = false, blank = false } = {}) {
  if ((demo || blank) && !existsSync(join(data, 'workroom.db'))) cpSync(demo ? process.env.YIELDING_LOOP_TEMPLATE : process.env.YIELDING_LOOP_BLANK, data, { recursive: true });
  const at = port ?? await freePort();
  const place = ['--port', String(at), '--data', data];
  const run = again
    ? runStart([...place, '--empty', String(empty), '--lan', 'false', '--new-passcode', 'false', ...extra], environment, built)
    : runStart([...place, ...(empty ? ['--empty'] : []), ...extra], environment);
  const url = `http://127.0.0.1:${at}`;
  let over = null;
  run.ended.then((end) => { over = end; });
  for (let i = 0; i < 30000 && !run.printed().includes(url); i += 1) {
    if (over) throw new Error(`./start ended with ${over.code}: ${over.err}`);
    await new Promise((resolve) => { setTimeout(resolve, 20); });
  }
  if (!run.printed().includes(url)) throw new Error('./start did not come up');
  return { url, data, port: at, printed: run.printed, pid: run.child.pid, stop: async (signal = 'SIGTERM') => { run.child.kill(signal); return run.ended; } };
}

/** Text and size of each page of a PDF. */
export async function readPdf(bytes) {
  // Read only where a test prints: it takes a second of every worker's start.
  const { getDocument } = await import('pdfjs-dist/legacy/build/pdf.mjs');
  const document = await getDocument({ data: new Uint8Array(bytes), verbosity: 0 }).promise;
  const pages = [];
  for (let i = 1; i <= document.numPages; i += 1) {
    const page = await document.getPage(i);
    const items = (await page.getTextContent()).items.filter((item) => item.str?.trim());
    pages.push({ width: page.view[2], height: page.view[3], items, text: items.map((item) => item.str).join(' ') });
  }
  return pages;
}

/** What goes wrong in a page while it is looked at: errors in the console, requests to anywhere else. */
function faultsOf(page) {
  const faults = [];
  page.on('console', (message) => { if (message.type() === 'error' && !/status of (401|404|409|503)|ERR_CONNECTION_(RESET|REFUSED)/.test(message.text())) faults.push(message.text()); });
  page.on('pageerror', (error) => faults.push(error.message));
  page.on('request', (request) => {
    const { protocol, hostname } = new URL(request.url());
    if (protocol.startsWith('http') && hostname !== '127.0.0.1') faults.push(`asked ${hostname}`);
  });
  return faults;
}

/** Every page is watched. */
export const test = base.extend({
  demo: [async ({}, use) => { await use(process.env.YIELDING_LOOP_DEMO); }, { scope: 'worker' }],
  page: async ({ page }, use) => {
    const faults = faultsOf(page);
    await use(page);
    expect(faults).toEqual([]);
  },
  // For looking at many views: a fresh browser context costs more than most of the looks.
  tab: [async ({ browser }, use) => {
    const page = await (await browser.newContext()).newPage();
    await use({ page, faults: faultsOf(page) });
    await page.context().close();
  }, { scope: 'worker' }],
  lasting: async ({ tab }, use) => {
    tab.faults.length = 0;
    await use(tab.page);
    expect(tab.faults).toEqual([]);
  },
});

export { expect };
