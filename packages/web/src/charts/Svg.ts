import { styled } from 'styled-components';
import { color, font, site } from '../ui/tokens';

/** The frame of every picture: lettering of the page, larger on site, and its inks kept in print. */
export const Svg = styled.svg`
  display: block;
  width: 100%;
  overflow: visible;
  font: 13px ${font.text};
  fill: ${color.ink};
  font-variant-numeric: lining-nums tabular-nums;
  ${site} {
    font-size: 16px;
  }
  @media print {
    print-color-adjust: exact;
  }
`;
