export { Prover } from './prove';
