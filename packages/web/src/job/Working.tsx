import { memo, useCallback } from 'react';
import { defaultUnit, entryAt, fieldAt, labelOf, unitsOf, type Figure, type Source } from '@ivolt/core';
import { Radio, RadioGroup } from 'react-aria-components';
import { styled } from 'styled-components';
import { useAppDispatch, useAppSelector } from './store';
import { color, site } from '../ui/tokens';
import { setSource, setUnit } from './edits';
import { useReckoned, type Ask } from './useReckoned';

const Sum = styled.table`
  width: 100%;
  border-collapse: collapse;
  font-size: 14px;
  td,
  th {
    padding: 3.5px 0;
    border-bottom: 1px dotted ${color.rule};
    vertical-align: baseline;
  }
  th {
    text-align: left;
    font-weight: 400;
  }
  td {
    text-align: right;
    white-space: nowrap;
    padding-left: 8px;
  }
  tr:last-child > * {
    border-top: 1px solid ${color.ink};
    border-bottom: 3px double ${color.ink};
    font-weight: 700;
  }
  ${site} {
    font-size: 16px;
  }
`;

const Says = styled.p`
  font-size: 13px;
  color: ${color.soft};
  line-height: 1.4;
  margin-top: 9px;
  ${site} {
    font-size: 16px;
  }
`;

/** A working as a column sum, the result under a double line, then source and the other schools. */
export function WorkingOf({ figure }: { figure: Figure }) {
  return (
    <>
      <Sum aria-label={`Working of ${figure.label}`}>
        <tbody>
          {figure.steps.map(({ label, text }, index) => (
            <tr key={`${index}${label}`}>
              <th scope="row">{label}</th>
              <td>{text}</td>
            </tr>
          ))}
          <tr>
            <th scope="row">{figure.label}</th>
            <td>
              {figure.shown.number}&nbsp;{figure.shown.unit}
            </td>
          </tr>
        </tbody>
      </Sum>
      {figure.others ? <Says>{figure.others}</Says> : null}
      <Says>{figure.source}</Says>
    </>
  );
}

/** The working of a row of a long table, which is reckoned when it is asked for. */
function AskedWorking({ figure }: { figure: Figure }) {
  const useId = figure.id.slice(USE.length);
  const ask = useCallback<Ask<Figure | null>>(
    (core, design, grid) => core.useWorking(design, grid, useId),
    [useId],
  );
  return <WorkingOf figure={useReckoned(ask, figure.id) ?? figure} />;
}

const USE = 'use:';

/** The working of a figure, asked for where the evaluation leaves it out. */
export const FocusedWorking = ({ figure }: { figure: Figure }) =>
  figure.id.startsWith(USE) && figure.steps.length === 0 ? (
    <AskedWorking figure={figure} />
  ) : (
    <WorkingOf figure={figure} />
  );

const Sources = styled(RadioGroup)`
  display: flex;
  flex-wrap: wrap;
  gap: 2px 14px;
  font-size: 14px;
  margin-top: 6px;
  ${site} {
    font-size: 16px;
  }
`;

const SourceRadio = styled(Radio)`
  cursor: pointer;
  padding: 2px 0;
  min-height: 24px;
  border-bottom: 2px solid ${color.paper};
  &[data-selected] {
    font-weight: 700;
    border-color: ${color.pencil};
  }
  &[data-focus-visible] {
    outline: 2px solid ${color.act};
    outline-offset: 2px;
  }
  &::before {
    content: '○ ';
    color: ${color.pencil};
  }
  &[data-selected]::before {
    content: '● ';
  }
  ${site} {
    min-height: 44px;
    padding: 10px 0;
  }
`;

const CHOICES: readonly (readonly [Source, string])[] = [
  ['guess', 'guessed'],
  ['catalogue', 'catalogue'],
  ['measured', 'measured'],
];

/** What the focused field means, where its figure came from, and in which unit it is shown. */
export const AboutField = memo(function AboutField({ path }: { path: string }) {
  const dispatch = useAppDispatch();
  const system = useAppSelector(({ job }) => job.design?.units ?? 'metric');
  const label = useAppSelector(({ job }) => (job.design ? labelOf(job.design, path) : ''));
  const from = useAppSelector(({ job }) => entryAt(job.design, path)?.from);
  const ownUnit = useAppSelector(({ job }) => entryAt(job.design, path)?.unit);
  const spec = fieldAt(path);
  const units = unitsOf(spec.quantity, system);
  const unit = ownUnit ?? defaultUnit(spec.quantity, system);
  return (
    <>
      <Says>
        <b>{label}.</b> {spec.gloss}
        {spec.error && from === 'guess' ? ` As a guess: ${spec.error.why}.` : ''}
      </Says>
      {from && from !== 'chosen' ? (
        <Sources
          aria-label={`Where ${label.toLowerCase()} comes from`}
          value={from}
          onChange={(source) => dispatch(setSource(path, source as Source))}
          orientation="horizontal"
        >
          {CHOICES.map(([source, words]) => (
            <SourceRadio key={source} value={source}>
              {words}
            </SourceRadio>
          ))}
        </Sources>
      ) : null}
      {from && units.length > 1 ? (
        <Sources
          aria-label="Shown in"
          value={unit}
          onChange={(next) =>
            dispatch(setUnit(path, next === defaultUnit(spec.quantity, system) ? undefined : next))
          }
          orientation="horizontal"
        >
          {units.map((id) => (
            <SourceRadio key={id} value={id}>
              {id}
            </SourceRadio>
          ))}
        </Sources>
      ) : null}
    </>
  );
});
