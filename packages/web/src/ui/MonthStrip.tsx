import { shortMonth } from '@ivolt/core';
import { styled } from 'styled-components';
import { color, site } from './tokens';

const Strip = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 0 2px;
  margin-bottom: 8px;
  button {
    border: 0;
    background: none;
    padding: 2px 5px;
    min-height: 24px;
    cursor: pointer;
    color: ${color.soft};
  }
  button[aria-pressed='true'] {
    color: ${color.ink};
    font-weight: 700;
    box-shadow: 0 2px 0 ${color.ink};
  }
  ${site} {
    button {
      min-height: 44px;
      min-width: 44px;
    }
  }
`;

/** Twelve months, one of which is shown. */
export function MonthStrip({
  label,
  month,
  onShow,
}: {
  label: string;
  /** 1–12. */
  month: number;
  onShow: (month: number) => void;
}) {
  return (
    <Strip role="group" aria-label={label} className="screen">
      {Array.from({ length: 12 }, (_, m) => m + 1).map((other) => (
        <button key={other} type="button" aria-pressed={other === month} onClick={() => onShow(other)}>
          {shortMonth(other)}
        </button>
      ))}
    </Strip>
  );
}
