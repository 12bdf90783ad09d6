import { useAppSelector } from '../../job/store';
import { MonthsPicture } from '../../charts/MonthsPicture';
import { Note, Row } from '../../ui/layout';
import { Section } from '../../ui/Section';
import { SheetHead } from '../../job/fields/SheetHead';
import { DayPart } from './DayPart';
import { PeoplePart } from './PeoplePart';
import { UsesTable } from './UsesTable';
import { InkFigure } from '../../job/fields/InkFigure';
import { Pencil } from '../../job/fields/Pencil';
import { Pencils } from '../../job/fields/Pencils';
import { PhasesSelect } from '../common/PhasesSelect';

/** Step 1: every use, and what they come to. */
export function UsesSheet() {
  const months = useAppSelector(({ job }) => job.evaluation?.months);
  const any = months?.some(({ inUse }) => inUse) ?? false;
  return (
    <>
      <SheetHead sheet="uses" />
      {any && months ? <MonthsPicture months={months} worst={null} usedOnly /> : null}
      <UsesTable />
      {any ? (
        <Section aria-label="Totals">
          <Row>
            <InkFigure id="load.heaviest" label="Heaviest day" />
            <InkFigure id="load.running" label="All at once" />
            <InkFigure id="load.start" label="Worst start" />
            <InkFigure id="load.peak" label="Heaviest hour" />
            <InkFigure id="load.throughBank" label="Share through the bank" />
          </Row>
        </Section>
      ) : null}
      <DayPart />
      <PeoplePart />
      <Section part="uses-supply" title="Between bank and uses">
        <Row>
          <Pencils
            of={[
              '/supply/inverterEfficiency',
              '/supply/inverterIdle',
              '/supply/inverterHours',
              '/supply/sharing',
              '/supply/mostVolts',
            ]}
          />
          {(['ac', 'dc'] as const).map((side) => (
            <ReachPencil key={side} side={side} />
          ))}
          <InkFigure id="load.nightOff" label="Saved by switching it off at night" />
        </Row>
        <div style={{ marginTop: 10 }}>
          <PhasesSelect />
        </div>
        <Note style={{ marginTop: 8 }}>
          kW is how hard something draws; kWh is what that comes to over hours; Ah is kWh over the bus
          voltage.
        </Note>
      </Section>
    </>
  );
}

/** What the wires bring to the uses; empty takes what they come out at. */
function ReachPencil({ side }: { side: 'ac' | 'dc' }) {
  const pct = useAppSelector(({ job }) => job.evaluation?.wire.reachPct[side]);
  return <Pencil path={`/supply/${side}Efficiency`} optional quiet fallback={pct ?? null} />;
}
