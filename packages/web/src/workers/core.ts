import { wrap, type Remote } from 'comlink';
import type { Core } from './core.worker';

const start = () => wrap<Core>(new Worker(new URL('./core.worker.ts', import.meta.url), { type: 'module' }));

let first: Remote<Core> | undefined;
let second: Remote<Core> | undefined;

/** The core in its worker, started when it is first asked for. */
export const core = (): Remote<Core> => (first ??= start());

/** Another, for long work, so that what is typed never waits behind it. */
export const patientCore = (): Remote<Core> => (second ??= start());
