import { cpSync } from 'node:fs';
import { startServer, temporaryFolder } from './support.mjs';

/** One server with the demo data for all tests that change nothing; copies of its folder, and of an empty one, for those that do. */
export default async function globalSetup() {
  const data = temporaryFolder();
  const template = temporaryFolder();
  // The first start loads the demo as a user's first start does; stopped, everything is in its files.
  await (await startServer({ data })).stop();
  cpSync(data, template, { recursive: true });
  process.env.YIELDING_LOOP_TEMPLATE = template;
  const blank = temporaryFolder();
  await (await startServer({ data: blank, empty: true, again: true })).stop();
  process.env.YIELDING_LOOP_BLANK = blank;
  const server = await startServer({ data, again: true });
  process.env.YIELDING_LOOP_DEMO = server.url;
  return () => server.stop();
}
