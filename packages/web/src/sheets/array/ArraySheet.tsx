import { MODULE_CLASSES, moduleClass, sheetOfClass, type Mounting, type Service } from '@ivolt/core';
import { styled } from 'styled-components';
import { MonthsPicture } from '../../charts/MonthsPicture';
import { useAppDispatch } from '../../app/store';
import { edit, putValue } from '../../job/edits';
import { useDesign, useEvaluation } from '../../job/hooks';
import { Action } from '../../ui/controls';
import { Select, type Choice } from '../../ui/Opener';
import { Ink } from '../../ui/Ink';
import { Note, Row, Scroll, Section, Table } from '../../ui/layout';
import { Pencil } from '../../ui/Pencil';
import { SheetHead } from '../../ui/SheetHead';
import { site } from '../../ui/tokens';
import { worstMonth } from '../worst';
import { monthName } from '@ivolt/core';

const MOUNTINGS: readonly Choice<Mounting>[] = [
  { id: 'roof', label: 'close to a roof', about: 'hottest' },
  { id: 'rack', label: 'on an open rack' },
  { id: 'pole', label: 'on a pole', about: 'coolest' },
];
const SERVICES: readonly Choice<Service>[] = [
  { id: 'ordinary', label: 'ordinary', about: 'makes 1.15 of what is used' },
  { id: 'critical', label: 'critical', about: 'makes 1.35 of what is used' },
];

const SHEET_FIELDS = ['pmax', 'voc', 'isc', 'vmp', 'imp'] as const;
const COEFFICIENTS = ['betaVoc', 'alphaIsc', 'gammaPmax', 'maxFuse'] as const;
const LOSSES = ['soiling', 'wiring', 'mismatch', 'throughBank', 'albedo'] as const;

const Months = styled(Scroll)`
  max-width: 640px;
  ${site} {
    th,
    td {
      padding-right: 6px;
    }
  }
`;

/** Step 4: which panels, how many, which way, and what they make. */
export function ArraySheet() {
  const dispatch = useAppDispatch();
  const { array } = useDesign();
  const evaluation = useEvaluation();
  const worst = worstMonth(evaluation);
  const best = evaluation?.bestTiltDeg ?? null;
  return (
    <>
      <SheetHead sheet="array" />
      <Row>
        <ModuleSelect />
        <Pencil path="/array/count" />
        <Pencil path="/array/tilt" />
        <Pencil path="/array/azimuth" />
        <Select
          label="Mounted"
          value={array.mounting}
          choices={MOUNTINGS}
          onChange={(mounting) => dispatch(putValue('Change the mounting', '/array/mounting', mounting))}
        />
        <Select
          label="Service"
          value={array.service}
          choices={SERVICES}
          onChange={(service) => dispatch(putValue(`Ask for ${service} service`, '/array/service', service))}
        />
      </Row>
      {best !== null && Math.abs(best - array.tilt.value) >= 5 ? (
        <Note style={{ marginTop: 10 }} className="screen">
          For the months in use the best fixed tilt is {best}°.{' '}
          <Action
            onPress={() =>
              dispatch(putValue(`Tilt ${best}°`, '/array/tilt', { value: best, from: 'chosen' }))
            }
          >
            Tilt {best}°
          </Action>
        </Note>
      ) : null}
      {evaluation?.climate ? (
        <Section aria-labelledby="array-year">
          <h2 id="array-year">Made and used</h2>
          <MonthsPicture months={evaluation.months} worst={worst} />
          <Months style={{ marginTop: 14 }}>
            <Table>
              <thead>
                <tr>
                  <th scope="col">Month</th>
                  <th scope="col" className="n">
                    Peak sun hours
                  </th>
                  <th scope="col" className="n">
                    Made a day
                  </th>
                  <th scope="col" className="n">
                    Used a day
                  </th>
                  <th scope="col" className="n">
                    Made to used
                  </th>
                </tr>
              </thead>
              <tbody>
                {evaluation.months.map(({ month, poaKWhm2, ratio, inUse }) => (
                  <tr key={month} data-chosen={month === worst} data-quiet={!inUse}>
                    <td>{monthName(month)}</td>
                    <td className="n">{poaKWhm2.toFixed(1)}</td>
                    <td className="n">
                      <Ink id={`made:${month}`} />
                    </td>
                    <td className="n">
                      <Ink id={`load:${month}`} />
                    </td>
                    <td className={ratio !== null && ratio < 1 ? 'n bad' : 'n'}>
                      {ratio === null ? 'not in use' : ratio.toFixed(2)}
                    </td>
                  </tr>
                ))}
              </tbody>
            </Table>
          </Months>
        </Section>
      ) : null}
      <Section aria-labelledby="array-sheet">
        <h2 id="array-sheet">The panel’s data sheet</h2>
        <Row>
          {SHEET_FIELDS.map((key) => (
            <Pencil key={key} path={`/array/module/${key}`} />
          ))}
        </Row>
        <Row style={{ marginTop: 14 }}>
          {COEFFICIENTS.map((key) => (
            <Pencil key={key} path={`/array/module/${key}`} optional chars={12} />
          ))}
        </Row>
        <Note style={{ marginTop: 8 }}>
          A typical class is a starting point. Type over it what your own panel’s sheet or back says; leave a
          coefficient empty where it says nothing.
        </Note>
      </Section>
      <Section aria-labelledby="array-losses">
        <h2 id="array-losses">What is lost on the way</h2>
        <Row>
          {LOSSES.map((key) => (
            <Pencil key={key} path={`/array/${key}`} />
          ))}
        </Row>
      </Section>
    </>
  );
}

/** A typical class, or what has been typed over it. */
function ModuleSelect() {
  const dispatch = useAppDispatch();
  const { module } = useDesign().array;
  const of = MODULE_CLASSES.find(({ label }) => label === module.label);
  const untouched =
    of &&
    Object.entries(of.numbers).every(
      ([key, value]) => module[key as keyof typeof of.numbers]?.value === value,
    );
  return (
    <Select
      label="Panel"
      value={of?.id ?? null}
      shown={untouched ? module.label : `${module.label}, typed over`}
      choices={MODULE_CLASSES.map(({ id, label, about }) => ({ id, label, about }))}
      onChange={(id) =>
        dispatch(
          edit(`Take ${moduleClass(id).label}`, (design) => ({
            ...design,
            array: { ...design.array, module: sheetOfClass(moduleClass(id)) },
          })),
        )
      }
    />
  );
}
