import { startCluster } from './cluster';

/** One cluster for all server tests, made for this run and removed after it. */
export default async function globalSetup(): Promise<void> {
  const directory = `.ivolt/test-server-${process.pid}`;
  process.env.TEST_CLUSTER = directory;
  process.env.TEST_DATABASE_URL = startCluster(directory);
}
