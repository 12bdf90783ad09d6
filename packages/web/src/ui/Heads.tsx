import { Hidden } from './controls';

/** One in brackets stands over figures, at the right; an empty one over presses, and `null` over presses not printed. */
export type Heading = string | readonly [string] | null;

/** Heading cells of a table. */
export function Heads({ of }: { of: readonly Heading[] }) {
  return (
    <thead>
      <tr>
        {of.map((heading, i) =>
          typeof heading === 'string' || heading === null ? (
            <th key={i} scope="col" className={heading === null ? 'screen' : undefined}>
              {heading ? heading : <Hidden>More</Hidden>}
            </th>
          ) : (
            <th key={i} scope="col" className="n">
              {heading[0]}
            </th>
          ),
        )}
      </tr>
    </thead>
  );
}
