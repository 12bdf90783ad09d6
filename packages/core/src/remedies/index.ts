export { Prover, type WayOut } from './prove';
