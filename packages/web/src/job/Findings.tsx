import { memo, useEffect, useRef, useState } from 'react';
import type { Finding, Severity } from '@ivolt/core';
import { styled } from 'styled-components';
import { useAppDispatch, useAppSelector } from './store';
import { Action } from '../ui/controls';
import { color, site } from '../ui/tokens';
import { Row } from '../ui/layout';
import { Opener } from '../ui/Opener';
import { PencilWords } from './fields/PencilWords';
import { applyRemedy, askAgain, letStand } from './edits';
import { useGoToField } from './Guesses';

const SIDES: Record<Severity, string> = {
  stop: `repeating-linear-gradient(135deg, ${color.act} 0 3px, transparent 3px 6px)`,
  look: `linear-gradient(90deg, ${color.sun} 0 1.5px, transparent 1.5px 3.5px, ${color.sun} 3.5px 5px)`,
  note: 'none',
};
const PRINTED: Record<Severity, string> = {
  stop: `5px solid ${color.act}`,
  look: `5px double ${color.sun}`,
  note: '0',
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
  > div {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 16px;
    margin-top: 5px;
    font-size: 14px;
  }
  ${site} {
    h3,
    p,
    > div {
      font-size: 16px;
    }
  }
  @media print {
    > div {
      display: none;
    }
    /* a gradient would be printed as a picture as large as its page */
    &::before {
      background: none;
      width: 0;
      border-left: ${({ $severity }) => PRINTED[$severity]};
    }
  }
`;

const List = styled.ul`
  list-style: none;
  margin: 10px 0 0;
  padding: 0;
`;

const Ask = styled.form`
  padding: 12px;
  width: 320px;
  max-width: 100%;
`;

/** A look may stand when someone says why; the reason stays in the job's record. A stop never may. */
function LetStand({ finding }: { finding: Finding }) {
  const dispatch = useAppDispatch();
  const { id, title, sentence, acknowledged, saidBefore } = finding;
  const [reason, setReason] = useState(saidBefore?.reason ?? '');
  const [missing, setMissing] = useState(false);
  if (acknowledged) return <Action onPress={() => dispatch(askAgain(id, title))}>Ask again</Action>;
  return (
    <Opener
      label={`Accept, with a reason: ${title}`}
      hideLabel
      says=""
      shown="Accept, with a reason"
      opens="dialog"
      look="words"
    >
      {(close) => (
        <Ask
          onSubmit={(event) => {
            event.preventDefault();
            if (reason.trim() === '') {
              setMissing(true);
              return;
            }
            dispatch(letStand(id, title, { reason: reason.trim(), on: today(), sentence }));
            close();
          }}
        >
          <PencilWords
            label="Why it may stand"
            text={reason}
            chars={30}
            problem={missing ? 'A reason, so that whoever reads this later knows' : null}
            onType={(next) => {
              setReason(next);
              setMissing(false);
            }}
          />
          <Row style={{ marginTop: 10 }}>
            <Action type="submit" $act>
              Let it stand
            </Action>
          </Row>
        </Ask>
      )}
    </Opener>
  );
}

const today = () => {
  const now = new Date();
  return [now.getFullYear(), now.getMonth() + 1, now.getDate()]
    .map((part) => String(part).padStart(2, '0'))
    .join('-');
};

/** Findings, the gravest first, each with its way out. */
export const FindingList = memo(function FindingList({ findings }: { findings: readonly Finding[] }) {
  const dispatch = useAppDispatch();
  const go = useGoToField();
  const proven = useAppSelector(({ job }) => job.proven);
  const list = useRef<HTMLUListElement>(null);
  const pressed = useRef(false);
  useEffect(() => {
    // what was pressed went with its finding: the work goes on in those that are left
    if (!pressed.current) return;
    pressed.current = false;
    if (document.activeElement === document.body)
      (list.current?.querySelector<HTMLElement>('button') ?? list.current)?.focus();
  }, [findings]);
  return (
    <List ref={list} tabIndex={-1}>
      {findings.map((finding) => {
        const { id, severity, title, sentence, remedies, why, focus, acknowledged, saidBefore } = finding;
        return (
          <Item key={id} $severity={acknowledged ? 'note' : severity} data-finding={id}>
            <h3>
              <i>{acknowledged ? 'Looked at.' : WORDS[severity]}</i> {title}
            </h3>
            <p>{sentence}</p>
            {why ? <p data-why>{why}</p> : null}
            {acknowledged ? (
              <p>
                May stand since {acknowledged.on}: {acknowledged.reason}
              </p>
            ) : null}
            {saidBefore ? (
              <p>
                On {saidBefore.on} it said otherwise, and you let it stand: {saidBefore.reason}
              </p>
            ) : null}
            <div>
              {remedies.map((remedy, index) => (
                <Action
                  key={remedy.label}
                  $act={severity === 'stop' && index === 0}
                  onPress={() => {
                    pressed.current = true;
                    dispatch(applyRemedy(title, remedy));
                  }}
                >
                  {remedy.label}
                </Action>
              ))}
              {proven && remedies.length === 0 && focus !== null ? (
                <Action
                  className="screen"
                  onPress={() => go(finding.sheet, focus)}
                  aria-label={`To the field: ${title}`}
                >
                  To the field
                </Action>
              ) : null}
              {severity === 'look' ? <LetStand finding={finding} /> : null}
            </div>
          </Item>
        );
      })}
    </List>
  );
});
