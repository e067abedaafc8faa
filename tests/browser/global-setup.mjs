import { startServer, temporaryFolder } from './support.mjs';

/** One server with the demo data for all tests that change nothing. */
export default async function globalSetup() {
  const server = await startServer({ data: temporaryFolder() });
  process.env.YIELDING_LOOP_DEMO = server.url;
  return () => server.stop();
}
