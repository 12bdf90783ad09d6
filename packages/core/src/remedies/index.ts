export type { Judged } from './judged';
export { Prover, type WayOut } from './prove';
