import { withValueAt, type ArrangementRow, type WindowPicture } from '@ivolt/core';
import { useState } from 'react';
import { styled } from 'styled-components';
import { WindowRuler } from '../../charts/WindowRuler';
import { useAppDispatch, useAppSelector } from '../../job/store';
import { edit } from '../../job/edits';
import { useArray, useArrayFigure, useEvaluation, usePartId } from '../../job/hooks';
import { Action } from '../../ui/controls';
import { Heads } from '../../ui/Heads';
import { folded, Note, Row, Scroll, Table } from '../../ui/layout';
import { useReading } from '../../ui/reading';
import { Section } from '../../ui/Section';
import { Pencil } from '../../job/fields/Pencil';
import { SheetHead } from '../../job/fields/SheetHead';
import { color, site } from '../../ui/tokens';
import { ArrayTabs } from '../common/ArrayTabs';
import { ControllerOfArray, ControllerSelect, ControllerSheet, FirstInput } from './ControllerParts';
import { BeforeAndAfter, withBefore } from './BeforeAndAfter';
import { ClipPart } from './ClipPart';
import { CurvesPart } from './CurvesPart';
import { DcPart } from './DcPart';
import { InputLimits } from './InputLimits';
import { OwnStrings } from './OwnStrings';
import { dropPile, makePile } from './pileEdits';
import { PilePart } from './PilePart';
import { PileSearch } from './PileSearch';
import { InkFigure } from '../../job/fields/InkFigure';
import { Pencils } from '../../job/fields/Pencils';

const SHOWN_AT_FIRST = 8;
const SHOWN_IN_BOOK = 4;

const Frame = styled(Scroll)`
  tbody tr {
    cursor: pointer;
  }
  tbody tr:hover > * {
    background: ${color.leaf};
  }
  tbody tr[data-chosen='true']:hover > * {
    background: ${color.tint};
  }
  tbody th {
    white-space: nowrap;
  }
  td:last-child {
    min-width: 200px;
  }
  tbody th button {
    font-weight: 400;
  }
  ${site} {
    ${folded}
    tr {
      display: grid;
      grid-template-columns: repeat(4, auto);
      padding: 10px 0;
      border-bottom: 1px solid ${color.rule};
    }
    td,
    tbody th {
      border: 0;
      padding: 1px 8px 1px 0;
    }
    tbody th,
    td:last-child {
      grid-column: 1 / 5;
      text-align: left;
    }
    td[data-label]::before {
      content: attr(data-label);
      display: block;
      font-size: 16px;
      color: ${color.soft};
      font-weight: 400;
    }
  }
`;

const nameOf = ({ series, parallel, inputs }: Pick<ArrangementRow, 'series' | 'parallel' | 'inputs'>) =>
  `${series} in series × ${parallel}${inputs > 1 ? `, ${inputs} inputs` : ''}`;

/** Step 5: the controller, and how the panels are strung to it. */
export function StringsSheet() {
  return (
    <>
      <SheetHead sheet="strings" />
      <ArrayTabs />
      <StringsParts />
      <DcPart />
    </>
  );
}

/** The strings of one array. */
export function StringsParts() {
  const dispatch = useAppDispatch();
  const evaluation = useEvaluation();
  const before = useAppSelector(({ job }) => job.before);
  const { id, plan, path } = useArray();
  const figure = useArrayFigure(id);
  const { strings } = plan;
  const picture = evaluation?.strings[id] ?? null;
  const use = (arrangement: Pick<ArrangementRow, 'series' | 'parallel' | 'inputs'>) =>
    dispatch(
      edit(`Use ${nameOf(arrangement)}`, (design) =>
        withValueAt(design, `${path}/strings`, {
          ...strings,
          series: { value: arrangement.series, from: 'chosen' },
          parallel: { value: arrangement.parallel, from: 'chosen' },
          inputs: { value: arrangement.inputs, from: 'chosen' },
        }),
      ),
    );
  return (
    <>
      <Row>
        <ControllerSelect />
        <ControllerOfArray />
        {plan.pile ? null : (
          <>
            <Pencils of={[`${path}/strings/series`, `${path}/strings/parallel`, `${path}/strings/inputs`]} />
            <FirstInput />
          </>
        )}
        <Pencil
          path="/place/low"
          label="Coldest on record"
          optional
          chars={8}
          fallback={evaluation?.climate?.lowC ?? null}
        />
      </Row>
      <p style={{ marginTop: 10 }} className="screen">
        {plan.pile ? (
          <Action onPress={() => dispatch(dropPile(id))}>Take all panels alike</Action>
        ) : (
          <Action onPress={() => dispatch(makePile(id, picture?.firstInput ?? 1))}>
            The panels are not alike
          </Action>
        )}
      </p>
      {picture ? (
        <div style={{ marginTop: 20 }}>
          <WindowRuler
            picture={withBefore(picture.window, before?.strings[id]?.window)}
            onTry={(series) =>
              use({ series, parallel: strings.parallel.value, inputs: strings.inputs.value })
            }
          />
        </div>
      ) : (
        <Note style={{ marginTop: 18 }}>
          The ruler waits for the place: its record low and high set the ends of every bar.
        </Note>
      )}
      <BeforeAndAfter />
      {picture && picture.window.schools.length > 1 ? <Schools picture={picture.window} /> : null}
      {picture ? (
        <Row style={{ marginTop: 14 }}>
          <InkFigure id={figure('strings.cold')} label="cold, open" />
          <InkFigure id={figure('strings.hot')} label="hot, working" />
          <InkFigure id={figure('strings.isc')} label="short-circuit" />
          <InkFigure id={figure('strings.imp')} label="working amps" />
          {plan.pile ? (
            <>
              <InkFigure id={figure('strings.together')} label="together at full sun" />
              <InkFigure id={figure('strings.given')} label="given away a year" />
            </>
          ) : (
            <InkFigure id={figure('strings.power')} label="to the bank, full sun" />
          )}
        </Row>
      ) : null}
      {plan.pile ? (
        <>
          <PilePart picture={picture?.pile ?? null} />
          <OwnStrings picture={picture?.pile ?? null} />
          <PileSearch />
        </>
      ) : picture && picture.arrangements.length > 0 ? (
        <Arrangements rows={picture.arrangements} onUse={use} />
      ) : null}
      <ClipPart />
      <CurvesPart />
      <ControllerSheet />
      <InputLimits />
    </>
  );
}

/** The schools of the coldest morning side by side, and which decides. */
function Schools({ picture }: { picture: WindowPicture }) {
  if (useReading())
    return (
      <p>
        {`The coldest morning by ${picture.schools
          .map(
            ({ name, factor, volts, decides }) =>
              `${name}${decides ? ' (decides)' : ''} × ${factor.toFixed(3)}, ${volts.toFixed(1)} V`,
          )
          .join('; by ')}.`}
      </p>
    );
  return (
    <Scroll style={{ marginTop: 12 }}>
      <Table aria-label="The coldest morning by each school" style={{ maxWidth: 620 }}>
        <Heads
          of={['The coldest morning by', ['Factor'], ['Open, V'], `Against ${Math.round(picture.maxV)} V`]}
        />
        <tbody>
          {picture.schools.map(({ name, factor, volts, stays, decides }) => (
            <tr key={name} data-chosen={decides}>
              <th scope="row">
                {name}
                {decides ? ', decides' : ''}
              </th>
              <td className="n">× {factor.toFixed(3)}</td>
              <td className={stays ? 'n' : 'n bad'}>{volts.toFixed(1)}</td>
              <td>
                {stays
                  ? `${(picture.maxV - volts).toFixed(1)} V to spare`
                  : `${(volts - picture.maxV).toFixed(1)} V over`}
              </td>
            </tr>
          ))}
        </tbody>
      </Table>
    </Scroll>
  );
}

function Arrangements({
  rows,
  onUse,
}: {
  rows: readonly ArrangementRow[];
  onUse: (row: ArrangementRow) => void;
}) {
  const [all, setAll] = useState(false);
  const waysId = usePartId('strings-ways');
  const chosenAt = rows.findIndex(({ chosen }) => chosen);
  const reading = useReading();
  const shown = all
    ? rows
    : rows.filter(
        ({ faults }, index) =>
          (index < (reading ? SHOWN_IN_BOOK : SHOWN_AT_FIRST) && !(reading && faults !== 0)) ||
          index === chosenAt,
      );
  const fitting = rows.filter(({ faults }) => faults === 0).length;
  return (
    <Section
      part={waysId}
      title={
        <>
          {rows.length} {rows.length === 1 ? 'way' : 'ways'} to wire them, {fitting}{' '}
          {fitting === 1 ? 'fits' : 'fit'}
        </>
      }
    >
      <Frame>
        <Table aria-label="Ways to wire them">
          <Heads of={['Arrangement', ['Cold, V'], ['Hot, V'], ['Amps in'], ['Watts'], 'Stands?']} />
          <tbody>
            {shown.map((row) => (
              <tr
                key={`${row.series}.${row.parallel}.${row.inputs}`}
                data-chosen={row.chosen}
                data-quiet={row.faults !== 0 && !row.chosen}
                onClick={reading ? undefined : () => onUse(row)}
              >
                <th scope="row">
                  {row.chosen ? (
                    nameOf(row)
                  ) : (
                    <Action reads onPress={() => onUse(row)} aria-label={`Use ${nameOf(row)}`}>
                      {nameOf(row)}
                    </Action>
                  )}
                </th>
                <td className={row.faults & 1 ? 'n bad' : 'n'} data-label="cold, V">
                  {Math.round(row.coldVocV)}
                </td>
                <td className={row.faults & 2 ? 'n bad' : 'n'} data-label="hot, V">
                  {Math.round(row.hotVmpV)}
                </td>
                <td className={row.faults & 4 ? 'n bad' : 'n'} data-label="amps">
                  {row.impA.toFixed(1)}
                </td>
                <td className="n" data-label="watts">
                  {row.watts}
                </td>
                <td>{row.sentence}</td>
              </tr>
            ))}
          </tbody>
        </Table>
      </Frame>
      {rows.length > shown.length || all ? (
        <p style={{ marginTop: 8 }} className="screen">
          <Action onPress={() => setAll(!all)}>
            {all ? 'Show the first only' : `Show all ${rows.length}`}
          </Action>
        </p>
      ) : null}
    </Section>
  );
}
