import { QUESTIONS, type Sheet } from '@ivolt/core';
import { useAppSelector } from '../store';
import { AnswerLine, Title } from '../../ui/layout';

/** A sheet's question, and its answer in the next line. */
export function SheetHead({ sheet }: { sheet: Sheet }) {
  const answer = useAppSelector(({ job }) => job.evaluation?.answers[sheet]);
  return (
    <>
      <Title>{QUESTIONS[sheet]}</Title>
      <AnswerLine data-answer={sheet}>
        <b>{answer?.lead ?? ' '}</b> {answer?.rest ?? ''}
      </AnswerLine>
    </>
  );
}
