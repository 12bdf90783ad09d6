import { memo } from 'react';
import type { Finding, Severity } from '@ivolt/core';
import { styled } from 'styled-components';
import { useAppDispatch } from '../app/store';
import { Action } from '../ui/controls';
import { color, site } from '../ui/tokens';
import { applyRemedy } from './edits';

const SIDES: Record<Severity, string> = {
  stop: `repeating-linear-gradient(135deg, ${color.act} 0 3px, transparent 3px 6px)`,
  look: `linear-gradient(90deg, ${color.sun} 0 1.5px, transparent 1.5px 3.5px, ${color.sun} 3.5px 5px)`,
  note: 'none',
};
const WORDS: Record<Severity, string> = { stop: 'Stop.', look: 'Look.', note: 'Note.' };

const Item = styled.li<{ $severity: Severity }>`
  position: relative;
  padding-left: 15px;
  margin-bottom: 18px;
  break-inside: avoid;
  &::before {
    content: '';
    position: absolute;
    inset: 2px auto 2px 0;
    width: 5px;
    background: ${({ $severity }) => SIDES[$severity]};
  }
  h3 {
    font: inherit;
    font-weight: 700;
    font-size: 14.5px;
    line-height: 1.35;
  }
  h3 i {
    font-style: normal;
    color: ${({ $severity }) => ($severity === 'stop' ? color.act : color.soft)};
  }
  p {
    font-size: 14px;
    line-height: 1.4;
  }
  div {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 16px;
    margin-top: 5px;
    font-size: 14px;
  }
  ${site} {
    h3,
    p,
    div {
      font-size: 16px;
    }
  }
  @media print {
    div {
      display: none;
    }
    &::before {
      print-color-adjust: exact;
    }
  }
`;

const List = styled.ul`
  list-style: none;
  margin: 10px 0 0;
  padding: 0;
`;

/** Findings, the gravest first, each with its way out. */
export const FindingList = memo(function FindingList({ findings }: { findings: readonly Finding[] }) {
  const dispatch = useAppDispatch();
  return (
    <List>
      {findings.map(({ id, severity, title, sentence, remedies, focus }) => (
        <Item key={id} $severity={severity} data-finding={id}>
          <h3>
            <i>{WORDS[severity]}</i> {title}
          </h3>
          <p>{sentence}</p>
          {remedies.length > 0 || focus ? (
            <div>
              {remedies.map((remedy, index) => (
                <Action
                  key={remedy.label}
                  $act={severity === 'stop' && index === 0}
                  onPress={() => dispatch(applyRemedy(title, remedy))}
                >
                  {remedy.label}
                </Action>
              ))}
            </div>
          ) : null}
        </Item>
      ))}
    </List>
  );
});
