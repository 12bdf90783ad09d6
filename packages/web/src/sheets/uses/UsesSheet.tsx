import { useAppDispatch, useAppSelector } from '../../job/store';
import { MonthsPicture } from '../../charts/MonthsPicture';
import { Ink } from '../../job/fields/Ink';
import { Note, Row, Section } from '../../ui/layout';
import { Pencil } from '../../job/fields/Pencil';
import { SheetHead } from '../../job/fields/SheetHead';
import { FigureBlock } from '../../ui/FigureBlock';
import { putValue } from '../../job/edits';
import { Tick } from '../../ui/controls';
import { DayPart } from './DayPart';
import { PeoplePart } from './PeoplePart';
import { UsesTable } from './UsesTable';

/** Step 1: every use, and what they come to. */
export function UsesSheet() {
  const months = useAppSelector(({ job }) => job.evaluation?.months);
  const dispatch = useAppDispatch();
  const split = useAppSelector(({ job }) => job.design?.supply.split ?? false);
  const any = months?.some(({ inUse }) => inUse) ?? false;
  return (
    <>
      <SheetHead sheet="uses" />
      {any && months ? <MonthsPicture months={months} worst={null} usedOnly /> : null}
      <UsesTable />
      {any ? (
        <Section aria-label="Totals">
          <Row>
            <FigureBlock label="Heaviest day">
              <Ink id="load.heaviest" />
            </FigureBlock>
            <FigureBlock label="All at once">
              <Ink id="load.running" />
            </FigureBlock>
            <FigureBlock label="Worst start">
              <Ink id="load.start" />
            </FigureBlock>
            <FigureBlock label="Heaviest hour">
              <Ink id="load.peak" />
            </FigureBlock>
            <FigureBlock label="Goes through the bank">
              <Ink id="load.throughBank" />
            </FigureBlock>
          </Row>
        </Section>
      ) : null}
      <DayPart />
      <PeoplePart />
      <Section aria-labelledby="uses-supply">
        <h2 id="uses-supply">Between bank and uses</h2>
        <Row>
          <Pencil path="/supply/inverterEfficiency" />
          <Pencil path="/supply/inverterIdle" />
          <Pencil path="/supply/inverterHours" />
          <Pencil path="/supply/dcEfficiency" />
          <FigureBlock label="Saved by switching it off at night">
            <Ink id="load.nightOff" />
          </FigureBlock>
        </Row>
        <div style={{ marginTop: 10 }}>
          <Tick
            checked={split}
            onChange={(on) =>
              dispatch(putValue(on ? 'AC is split-phase' : 'AC has one phase', '/supply/split', on))
            }
          >
            AC is split-phase, with two legs
          </Tick>
        </div>
        <Note style={{ marginTop: 8 }}>
          kW is how hard something draws; kWh is what that comes to over hours; Ah is kWh over the bus
          voltage.
        </Note>
      </Section>
    </>
  );
}
