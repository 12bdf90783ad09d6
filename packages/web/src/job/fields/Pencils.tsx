import { Pencil } from './Pencil';

/** Several figures of the design to type, one beside the other. */
export const Pencils = ({ of }: { of: readonly string[] }) =>
  of.map((path) => <Pencil key={path} path={path} />);
