import { css, styled } from 'styled-components';
import { color, font, narrow, site } from './tokens';

export const Title = styled.h1`
  font: 600 27px/1.15 ${font.slab};
  letter-spacing: -0.2px;
  text-wrap: balance;
  ${site} {
    font-size: 25px;
  }
`;

export const AnswerLine = styled.p`
  font-size: 17px;
  line-height: 1.4;
  margin: 8px 0 24px;
  max-width: 66ch;
  b {
    font-weight: 700;
  }
`;

/** Fields side by side, wrapping as they must. */
export const Row = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 14px 26px;
  align-items: flex-start;
  ${site} {
    gap: 12px 22px;
  }
`;

export const Note = styled.p`
  font-size: 13.5px;
  color: ${color.soft};
  max-width: 70ch;
  ${site} {
    font-size: 16px;
  }
`;

export const Table = styled.table`
  width: 100%;
  border-collapse: collapse;
  th {
    font-weight: 400;
    font-size: 13px;
    color: ${color.soft};
    text-align: left;
    padding: 0 10px 5px 0;
    border-bottom: 1.5px solid ${color.ink};
    vertical-align: bottom;
  }
  td {
    padding: 5px 10px 5px 0;
    border-bottom: 1px solid ${color.rule};
    vertical-align: baseline;
  }
  th:last-child,
  td:last-child {
    padding-right: 0;
  }
  .n {
    text-align: right;
  }
  td.n {
    white-space: nowrap;
  }
  tbody th {
    font-size: inherit;
    color: inherit;
    border-bottom: 1px solid ${color.rule};
    padding: 5px 10px 5px 0;
    vertical-align: baseline;
  }
  tr[data-chosen='true'] > * {
    background: ${color.tint};
    font-weight: 700;
  }
  tr[data-quiet='true'] > * {
    color: ${color.soft};
  }
  .bad {
    color: ${color.act};
    font-weight: 700;
  }
  ${site} {
    thead th {
      font-size: 16px;
    }
  }
`;

/** A wide table scrolls in its own frame, never the page. */
export const Scroll = styled.div`
  overflow-x: auto;
  /* what is only said aloud stays within it */
  position: relative;
  ${narrow} {
    margin-right: -4px;
  }
`;

/** A table on a phone: no head, and each row a block of its own. */
export const folded = css`
  thead {
    display: none;
  }
  table,
  tbody {
    display: block;
  }
`;

/** A table whose rows become cards on a phone: each cell under its `data-label`, a `wide` one over the whole card. */
export const Cards = styled(Scroll)`
  td,
  tbody th {
    vertical-align: top;
  }
  ${site} {
    overflow: visible;
    ${folded}
    tr {
      display: grid;
      grid-template-columns: 1fr 1fr;
      gap: 8px 16px;
      padding: 12px 0;
      border-bottom: 1px solid ${color.rule};
    }
    td,
    tbody th {
      border: 0;
      padding: 0;
      text-align: left !important;
    }
    [data-label]::before {
      content: attr(data-label);
      display: block;
      font-size: 16px;
      color: ${color.soft};
    }
    .wide {
      grid-column: 1 / 3;
    }
  }
`;
