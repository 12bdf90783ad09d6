import type { ReactNode } from 'react';
import { styled } from 'styled-components';
import { color, font, site } from './tokens';

const Block = styled.div`
  min-width: 96px;
  button {
    font: 600 19px/1.2 ${font.slab};
    font-variant-numeric: lining-nums tabular-nums;
  }
  span {
    display: block;
    font-size: 13px;
    color: ${color.soft};
  }
  ${site} {
    span {
      font-size: 16px;
    }
  }
`;

/** A computed figure standing by itself, with what it is below. */
export function FigureBlock({ label, children }: { label: string; children: ReactNode }) {
  return (
    <Block>
      {children}
      <span>{label}</span>
    </Block>
  );
}
