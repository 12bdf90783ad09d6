import { SHEETS, SHEET_NAMES } from '@ivolt/core';
import { useEffect, useRef } from 'react';
import { NavLink, useLocation } from 'react-router';
import { styled } from 'styled-components';
import { useAppSelector } from './store';
import { Mark } from '../ui/Mark';
import { digitKeys } from '../ui/digitKeys';
import { color, font, site } from '../ui/tokens';

const Nav = styled.nav`
  background: ${color.leaf};
  border-right: 1px solid ${color.ink};
  padding: 14px 0 14px 8px;
  ol {
    list-style: none;
    margin: 0;
    padding: 0;
    display: grid;
    gap: 2px;
    position: sticky;
    top: 90px;
  }
  ${site} {
    position: fixed;
    inset: auto 0 0 0;
    z-index: 5;
    padding: 0;
    border: 0;
    border-top: 2px solid ${color.ink};
    padding-bottom: env(safe-area-inset-bottom);
    ol {
      display: flex;
      overflow-x: auto;
      gap: 0;
      position: static;
    }
    li {
      flex: 1 0 auto;
    }
  }
  @media print {
    display: none;
  }
`;

const Tab = styled(NavLink)`
  display: grid;
  grid-template-columns: 18px 1fr auto;
  gap: 0 4px;
  align-items: baseline;
  padding: 5px 8px 6px 7px;
  min-height: 48px;
  border: 1px solid ${color.leaf};
  border-right: 0;
  text-decoration: none;
  outline-offset: -3px;
  .key {
    font: 600 13px/1.4 ${font.slab};
    color: ${color.soft};
  }
  .name {
    font-weight: 650;
  }
  .governs {
    grid-column: 2 / 4;
    font-size: 13px;
    color: ${color.soft};
    line-height: 1.3;
  }
  &[aria-current='page'] {
    background: ${color.paper};
    border-color: ${color.ink};
    border-radius: 4px 0 0 4px;
    margin-right: -1px;
  }
  &:hover .name {
    text-decoration: underline;
    text-underline-offset: 3px;
  }
  ${site} {
    display: flex;
    justify-content: center;
    gap: 6px;
    align-items: center;
    padding: 12px 7px;
    min-height: 54px;
    font-size: 16px;
    position: relative;
    .key,
    .governs {
      display: none;
    }
    .mark {
      position: absolute;
      top: 5px;
      right: 3px;
    }
    &[aria-current='page'] {
      border: 0;
      border-radius: 0;
      box-shadow: inset 0 4px 0 ${color.ink};
      margin: 0;
    }
  }
`;

const Keys = styled.button`
  position: sticky;
  top: 90vh;
  margin: 18px 8px 0 7px;
  padding: 2px 0;
  min-height: 24px;
  border: 0;
  background: none;
  text-align: left;
  font-size: 12px;
  color: ${color.soft};
  cursor: pointer;
  &:hover {
    text-decoration: underline;
  }
  ${site} {
    display: none;
  }
`;

/** The sheets in working order, each with the figure that governs it. */
export function Run() {
  const governing = useAppSelector(({ job }) => job.evaluation?.governing);
  const marks = useAppSelector(({ job }) => job.evaluation?.marks);
  const words = useAppSelector(({ job }) => job.evaluation?.verdict.words);
  const digits = digitKeys.use();
  const { pathname } = useLocation();
  const list = useRef<HTMLOListElement>(null);
  useEffect(() => {
    // on a phone the run is longer than the screen is wide
    const here = list.current?.querySelector<HTMLElement>('[aria-current="page"]');
    if (here && list.current)
      list.current.scrollLeft = here.offsetLeft - list.current.clientWidth / 2 + here.clientWidth / 2;
  }, [pathname]);
  return (
    <Nav aria-label="Sheets">
      <ol ref={list}>
        <li>
          <Tab to="." end>
            <span className="key" aria-hidden>
              0
            </span>
            <span className="name">Cover</span>
            <span />
            <span className="governs">{words ?? ' '}</span>
          </Tab>
        </li>
        {SHEETS.map((sheet, index) => {
          const mark = marks?.[sheet];
          return (
            <li key={sheet}>
              <Tab to={sheet}>
                <span className="key" aria-hidden>
                  {index + 1}
                </span>
                <span className="name">{SHEET_NAMES[sheet]}</span>
                <span className="mark">{mark ? <Mark severity={mark} size={13} /> : null}</span>
                <span className="governs">{governing?.[sheet] ?? ' '}</span>
              </Tab>
            </li>
          );
        })}
      </ol>
      <Keys type="button" onClick={() => digitKeys.choose(digits === 'on' ? 'off' : 'on')}>
        Keys 0–{SHEETS.length} go to the sheets: {digits}
      </Keys>
    </Nav>
  );
}
