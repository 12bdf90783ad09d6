import { useContext } from 'react';
import { QUESTIONS, type Sheet } from '@ivolt/core';
import { useAppSelector } from '../store';
import { AnswerLine, Title } from '../../ui/layout';
import { PartsContext } from '../../ui/parts';
import { useOnSite } from '../../ui/useMedia';
import { FindingList } from '../Findings';
import { PartsLine } from '../PartsLine';
import { heldUpOn, useFindings } from '../useFindings';

/** A sheet's question, and its answer in the next line. */
export function SheetHead({ sheet }: { sheet: Sheet }) {
  const answer = useAppSelector(({ job }) => job.evaluation?.answers[sheet]);
  return (
    <>
      <Title>{QUESTIONS[sheet]}</Title>
      <AnswerLine data-answer={sheet}>
        <b>{answer?.lead ?? ' '}</b> {answer?.rest ?? ''}
      </AnswerLine>
      <PartsLine sheet={sheet} />
      <FirstOnPhone sheet={sheet} />
    </>
  );
}

/** On a phone what stops a sheet, or is to be looked at, comes before its figures. */
function FirstOnPhone({ sheet }: { sheet: Sheet }) {
  const onBench = useContext(PartsContext) !== null;
  const onPhone = useOnSite();
  const findings = useFindings(heldUpOn(sheet));
  if (!onBench || !onPhone || findings.length === 0) return null;
  return (
    <section aria-label="Findings" className="screen">
      <FindingList findings={findings} />
    </section>
  );
}
