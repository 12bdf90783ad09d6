import { CAUTIONS, SHEET_NAMES, type Sheet } from '@ivolt/core';
import { Link } from 'react-router';
import { styled } from 'styled-components';
import { useAppSelector } from './store';
import { color, narrow, site } from '../ui/tokens';
import { useOnSite } from '../ui/useMedia';
import { FindingList } from './Findings';
import { TopGuesses } from './Guesses';
import { heldUpOn, onSheet, useFindings } from './useFindings';
import { figureFor } from './hooks';
import { AboutField, FocusedWorking } from './Working';

const Side = styled.aside`
  border-left: 3px double ${color.marginRule};
  padding: 24px 20px 32px 20px;
  min-width: 0;
  position: sticky;
  top: 78px;
  align-self: start;
  height: calc(100vh - 78px);
  overflow-y: auto;
  ${narrow} {
    position: static;
    height: auto;
    border-left: 0;
    border-top: 3px double ${color.marginRule};
    grid-column: 2;
    padding: 20px 28px;
    columns: 2;
    column-gap: 36px;
  }
  ${site} {
    grid-column: 1;
    columns: 1;
    padding: 20px 18px 90px;
  }
  @media print {
    position: static;
    height: auto;
    border: 0;
    padding: 12px 0;
    columns: 2;
  }
`;

const Part = styled.section`
  border-bottom: 1px solid ${color.ink};
  padding-bottom: 14px;
  margin-bottom: 14px;
  break-inside: avoid;
  &:last-child {
    border: 0;
  }
  header {
    display: flex;
    justify-content: space-between;
    gap: 10px;
    align-items: baseline;
    margin-bottom: 6px;
  }
  h2 {
    font-size: 16px;
  }
  header span {
    font-size: 13px;
    color: ${color.soft};
    text-align: right;
  }
  ${site} {
    header span {
      font-size: 16px;
    }
    h2 {
      font-size: 19px;
    }
  }
`;

const Caution = styled.p`
  font-size: 13.5px;
  line-height: 1.4;
  margin-top: 7px;
  b {
    font-weight: 700;
  }
  ${site} {
    font-size: 16px;
  }
`;

const plural = (n: number, word: string) => `${n} ${word}${n === 1 ? '' : 's'}`;

/** What the figures came from and what they mean: findings, working, guesses, cautions. */
export function Margin({ sheet }: { sheet: Sheet }) {
  const focus = useAppSelector(({ job }) => job.focus);
  const id = useAppSelector(({ job }) => job.id);
  const onPhone = useOnSite();
  // on a phone what is to be looked at stands above the sheet
  const here = useFindings((finding) => onSheet(sheet)(finding) && !(onPhone && heldUpOn(sheet)(finding)));
  const elsewhere = useFindings((finding) => finding.sheet !== sheet && finding.severity !== 'note');
  const ofField = useAppSelector(({ job }) =>
    focus.path && job.design ? figureFor(focus.path, job.design) : null,
  );
  const figureId = focus.figureId ?? ofField ?? GOVERNING[sheet];
  const figure = useAppSelector(({ job }) => job.evaluation?.figures[figureId]);
  const [stops, looks] = (['stop', 'look'] as const).map(
    (severity) => here.filter((finding) => finding.severity === severity).length,
  );
  const known = useAppSelector(({ job }) => job.evaluation !== null);
  return (
    <Side aria-label="Margin" id="margin" tabIndex={-1}>
      <Part aria-labelledby="margin-findings">
        <header>
          <h2 id="margin-findings">{onPhone ? 'Notes' : 'Findings'}</h2>
          <span>
            {onPhone
              ? ''
              : [stops ? plural(stops, 'stop') : '', looks ? plural(looks, 'look') : '']
                  .filter(Boolean)
                  .join(' · ') || (known ? 'none to look at' : 'not known yet')}
          </span>
        </header>
        <FindingList findings={here} />
        {elsewhere.length > 0 ? (
          <Caution>
            Elsewhere:{' '}
            {[...new Set(elsewhere.map((finding) => finding.sheet))].map((other, index) => (
              <span key={other}>
                {index > 0 ? ', ' : ''}
                <Link to={`/jobs/${id}/${other}`}>{SHEET_NAMES[other]}</Link>
              </span>
            ))}
            .
          </Caution>
        ) : null}
      </Part>
      <Part aria-labelledby="margin-working">
        <header>
          <h2 id="margin-working">Working</h2>
          <span>{figure?.label ?? ''}</span>
        </header>
        {focus.path ? <AboutField path={focus.path} /> : null}
        {figure ? (
          <FocusedWorking figure={figure} />
        ) : (
          <Caution>Focus a figure to see how it came about.</Caution>
        )}
      </Part>
      {CAUTIONS[sheet].length > 0 ? (
        <Part aria-labelledby="margin-cautions">
          <header>
            <h2 id="margin-cautions">Cautions</h2>
          </header>
          {CAUTIONS[sheet].map(({ hazard, text }) => (
            <Caution key={hazard}>
              <b>{hazard}.</b> {text}
            </Caution>
          ))}
        </Part>
      ) : null}
      <Part aria-labelledby="margin-guesses">
        <header>
          <h2 id="margin-guesses">Measure next</h2>
          <span>guesses that weigh most</span>
        </header>
        <TopGuesses />
      </Part>
    </Side>
  );
}

/** The working shown until a figure is focused. */
const GOVERNING: Readonly<Record<Sheet, string>> = {
  uses: 'load.heaviest',
  place: 'climate.low',
  bank: 'bank.days',
  array: 'array.ratio',
  strings: 'strings.cold',
  power: 'load.start',
  wire: 'wire.drop',
  'one-line': 'wire.drop',
};
