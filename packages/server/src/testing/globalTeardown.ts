import { removeCluster } from './cluster';

export default async function globalTeardown(): Promise<void> {
  if (process.env.TEST_CLUSTER) removeCluster(process.env.TEST_CLUSTER);
}
