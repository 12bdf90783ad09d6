import { Hidden } from './controls';

/** Heading cells of a table; those in brackets stand over figures, at the right; an empty one stands over presses. */
export function Heads({ of }: { of: readonly (string | readonly [string])[] }) {
  return (
    <thead>
      <tr>
        {of.map((heading) =>
          typeof heading === 'string' ? (
            <th key={heading} scope="col">
              {heading === '' ? <Hidden>More</Hidden> : heading}
            </th>
          ) : (
            <th key={heading[0]} scope="col" className="n">
              {heading[0]}
            </th>
          ),
        )}
      </tr>
    </thead>
  );
}
