import type { Finding, Severity, Sheet } from '@ivolt/core';
import { useContext, useEffect, useState, type MouseEvent } from 'react';
import { styled } from 'styled-components';
import { Mark } from '../ui/Mark';
import { folds, PartsContext, type PartOfSheet } from '../ui/parts';
import { color, site } from '../ui/tokens';
import { Hidden } from '../ui/controls';
import { heldUpOn, useFindings } from './useFindings';

const Line = styled.nav`
  margin: 2px 0 14px;
  font-size: 14px;
  ul {
    list-style: none;
    margin: 0;
    padding: 0;
    display: flex;
    flex-wrap: wrap;
    gap: 3px 16px;
  }
  a {
    color: ${color.soft};
    text-decoration-color: ${color.rule};
    text-underline-offset: 3px;
    display: inline-flex;
    gap: 5px;
    align-items: baseline;
    min-height: 24px;
  }
  a:hover {
    color: ${color.ink};
  }
  ${site} {
    font-size: 16px;
    ul {
      flex-wrap: nowrap;
      overflow-x: auto;
      /* what is only said aloud stays within it */
      position: relative;
      padding-bottom: 4px;
    }
    li {
      flex: none;
    }
    a {
      min-height: 40px;
      align-items: center;
    }
  }
  @media print {
    display: none;
  }
`;

const NONE: readonly PartOfSheet[] = [];

type Holds = Exclude<Severity, 'note'>;

/** Where a finding belongs that names no field of its own. */
const PLACES: readonly (readonly [RegExp, string])[] = [
  [/^uses\.stage/, 'uses-stages'],
  [/^uses\./, 'uses-supply'],
  [/^place\./, 'place-months'],
  [/^bank\.(fit|door|mass|vent|home|heavy|warm)/, 'bank-home'],
  [/^bank\.(early|harvest)/, 'bank-suits'],
  [/^bank\./, 'bank-governs'],
  [/^shade\./, 'array-skyline'],
  [/^array\./, 'array-sizing'],
  [/^pile\./, 'strings-pile'],
  [/^dc\./, 'strings-dc'],
  [/^strings\.clipped/, 'strings-clip'],
  [/^source\.|^power\.dark/, 'power-sources'],
  [/^power\./, 'power-inverter'],
  [/^wire\.(pipe|jams|cover)/, 'wire-routes'],
  [/^wire\.(breaks|opens)/, 'wire-protect'],
  [/^wire\.coil/, 'wire-takeoff'],
  [/^wire\./, 'wire-runs'],
  [/^(strings|inputs)\./, 'strings-ways'],
];

function partOf({ id, focus }: Finding): string | undefined {
  const field = focus ? document.querySelector(`[data-path="${CSS.escape(focus)}"]`) : null;
  const around = field?.closest<HTMLElement>('[data-part]')?.dataset['part'];
  return around ?? PLACES.find(([of]) => of.test(id))?.[1];
}

/** The parts of a long sheet in one line that jumps to them, with a mark where one holds a finding. */
export function PartsLine({ sheet }: { sheet: Sheet }) {
  const parts = useContext(PartsContext)?.parts ?? NONE;
  const findings = useFindings(heldUpOn(sheet));
  const [marks, setMarks] = useState<Readonly<Record<string, Holds>>>({});
  useEffect(() => {
    // where its fields stand is known once they are drawn
    const frame = requestAnimationFrame(() => {
      const next: Record<string, Holds> = {};
      for (const finding of findings) {
        const part = partOf(finding);
        if (part && finding.severity !== 'note' && next[part] !== 'stop') next[part] = finding.severity;
      }
      setMarks((before) => (JSON.stringify(before) === JSON.stringify(next) ? before : next));
    });
    return () => cancelAnimationFrame(frame);
  }, [findings, parts]);
  if (parts.length < 2) return null;
  const go = (event: MouseEvent, id: string) => {
    event.preventDefault();
    folds.open(id);
    const heading = document.getElementById(id);
    heading?.scrollIntoView({ block: 'start' });
    heading?.focus({ preventScroll: true });
  };
  return (
    <Line aria-label="Parts of this sheet">
      <ul>
        {parts.map(({ id, title }) => (
          <li key={id}>
            <a href={`#${id}`} onClick={(event) => go(event, id)}>
              {title}
              {marks[id] ? (
                <>
                  <Mark severity={marks[id]} size={12} />
                  <Hidden>{marks[id] === 'stop' ? ', with a stop' : ', with a look'}</Hidden>
                </>
              ) : null}
            </a>
          </li>
        ))}
      </ul>
    </Line>
  );
}
