import { styled } from 'styled-components';
import { pencilLook } from './controls';
import { color, site } from './tokens';

/** What every pencilled field is made of. */
export const Field = styled.div`
  position: relative;
  min-width: 0;
`;

export const Line = styled.span`
  display: inline-flex;
  align-items: flex-start;
  max-width: 100%;
  sup {
    font-size: 13px;
    line-height: 1;
    color: ${color.pencil};
    font-weight: 700;
    width: 0;
    margin-left: 1px;
  }
  ${site} {
    align-items: center;
    sup {
      font-size: 17px;
    }
  }
`;

export const Box = styled.input<{ $chars: number; $end: boolean }>`
  ${pencilLook}
  width: ${({ $chars }) => `calc(${$chars}ch + 10px)`};
  max-width: 100%;
  /* letters that are set wider widen the field, not what is typed into it */
  @supports (field-sizing: content) {
    field-sizing: content;
    width: auto;
    min-width: ${({ $chars }) => `calc(${$chars}ch + 10px)`};
    max-width: ${({ $chars }) => `calc(${1.4 * $chars}ch + 10px)`};
    ${site} {
      min-width: ${({ $chars }) => `min(78vw, calc(${$chars}ch + 10px))`};
      max-width: 100%;
    }
  }
  min-height: 24px;
  text-align: ${({ $end }) => ($end ? 'right' : 'left')};
  padding-right: ${({ $end }) => ($end ? '5px' : '3px')};
  &[aria-invalid='true'] {
    border-bottom: 2.5px solid ${color.act};
  }
  &::placeholder {
    color: ${color.soft};
    opacity: 1;
    font-style: italic;
  }
  ${site} {
    min-height: 46px;
    font-size: 18px;
    padding-top: 14px;
    text-align: left;
  }
`;

export const Wrong = styled.span`
  display: block;
  color: ${color.act};
  font-size: 13px;
  line-height: 1.3;
  margin-top: 3px;
  max-width: 32ch;
  white-space: normal;
  text-align: left;
  ${site} {
    font-size: 16px;
  }
`;
