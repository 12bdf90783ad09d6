import {
  BUS_VOLTS,
  JOB_KINDS,
  SCHOOLS,
  type BusVolts,
  type JobKind,
  type School,
  type UnitSystem,
} from '@ivolt/core';
import { useEffect } from 'react';
import { Link, useLocation, useNavigate, useParams } from 'react-router';
import { styled } from 'styled-components';
import { MonthsPicture } from '../../charts/MonthsPicture';
import { useAppDispatch } from '../../job/store';
import { edit, putValue } from '../../job/edits';
import { FindingList } from '../../job/Findings';
import { GuessTable } from '../../job/Guesses';
import { useDesign, useEvaluation } from '../../job/hooks';
import { jobActions } from '../../job/jobSlice';
import { useFindings } from '../../job/useFindings';
import { Hidden } from '../../ui/controls';
import { Select } from '../../ui/Opener';
import { AnswerLine, Note, Row, Title } from '../../ui/layout';
import { Section } from '../../ui/Section';
import { Mark } from '../../ui/Mark';
import { PencilText } from '../../job/fields/PencilWords';
import { worstMonth } from '../common/worst';
import { ProposalsPart } from './ProposalsPart';
import { rebus } from './rebus';

const Verdict = styled(AnswerLine)`
  display: flex;
  gap: 10px;
  align-items: baseline;
  font-size: 19px;
  svg {
    flex: none;
  }
`;

const Links = styled.p`
  display: flex;
  flex-wrap: wrap;
  gap: 6px 22px;
  a {
    font-weight: 700;
    text-underline-offset: 3px;
    min-height: 24px;
  }
`;

const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);

/** The whole job in ten seconds: whether it stands, what holds it back, and what to measure next. */
export function CoverSheet() {
  const { id = '' } = useParams();
  const dispatch = useAppDispatch();
  const evaluation = useEvaluation();
  const dropped = (useLocation().state as { dropped?: string[] } | null)?.dropped;
  const navigate = useNavigate();

  useEffect(() => {
    if (!dropped || dropped.length === 0) return;
    dispatch(
      jobActions.noticed({
        text: `Left out of the file, as this Ivolt does not know it: ${dropped.join(', ')}`,
        at: Date.now(),
      }),
    );
    void navigate('.', { replace: true, state: null });
  }, [dropped, dispatch, navigate]);

  const verdict = evaluation?.verdict;
  const findings = useFindings(({ severity }) => severity !== 'note');
  const worst = worstMonth(evaluation);
  return (
    <>
      <Title>Does it stand?</Title>
      <Verdict data-verdict={verdict?.standing}>
        {verdict?.standing === 'falls' ? (
          <Mark severity="stop" size={20} />
        ) : verdict?.standing === 'look' ? (
          <Mark severity="look" size={20} />
        ) : null}
        <span>
          <b>{verdict ? `${verdict.words}.` : 'Calculating …'}</b> {verdict?.sentence}
        </span>
      </Verdict>
      {verdict ? <Note>{verdict.rests}</Note> : null}
      {findings.length > 0 ? (
        <section aria-labelledby="cover-findings">
          <Hidden as="h2" id="cover-findings">
            What holds it back
          </Hidden>
          <FindingList findings={findings} />
        </section>
      ) : null}
      <ProposalsPart />
      {evaluation && evaluation.months.some(({ inUse }) => inUse) ? (
        <Section part="cover-year" title="The year">
          <MonthsPicture months={evaluation.months} worst={worst} usedOnly={worst === null} />
        </Section>
      ) : null}
      <JobSettings />
      <Section>
        <Links className="screen">
          <a href={`/api/jobs/${id}/file`} download>
            Export as a file
          </a>
          <Link to={`/jobs/${id}/book`}>Print the book</Link>
        </Links>
      </Section>
      <Section part="cover-guesses" title="What to measure next">
        <GuessTable most={12} />
      </Section>
    </>
  );
}

export function JobSettings() {
  const dispatch = useAppDispatch();
  const design = useDesign();
  return (
    <Section part="cover-job" title="The job">
      <Row>
        <PencilText
          label="Name"
          required
          value={design.name}
          onChange={(name, session) => dispatch(putValue('Rename the job', '/name', name, session))}
        />
        <Select
          label="Kind"
          value={design.kind}
          choices={JOB_KINDS.map((id) => ({ id, label: capital(id) }))}
          onChange={(kind: JobKind) => dispatch(putValue(`Make it a ${kind}`, '/kind', kind))}
        />
        <Select
          label="Units"
          value={design.units}
          choices={[
            { id: 'metric', label: 'Metric' },
            { id: 'imperial', label: 'Imperial' },
          ]}
          onChange={(units: UnitSystem) => dispatch(putValue(`Show ${units} units`, '/units', units))}
        />
        <Select
          label="Rules"
          value={design.school}
          choices={Object.entries(SCHOOLS).map(([id, label]) => ({ id: id as School, label }))}
          onChange={(school: School) =>
            dispatch(putValue(`Follow ${SCHOOLS[school]} rules`, '/school', school))
          }
        />
        <Select
          label="Bus"
          value={String(design.busVolts)}
          choices={BUS_VOLTS.map((volts) => ({ id: String(volts), label: `${volts} V` }))}
          onChange={(volts) =>
            dispatch(
              edit(`Change the bus to ${volts} V`, (before) => rebus(before, Number(volts) as BusVolts)),
            )
          }
        />
      </Row>
      <Note style={{ marginTop: 8 }} className="screen">
        A new bus voltage takes the bank’s units in series with it where they make it.
      </Note>
    </Section>
  );
}
