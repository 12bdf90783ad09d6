import { StackPicture } from '../../charts/StackPicture';
import { InkFigure } from '../../job/fields/InkFigure';
import { Pencil } from '../../job/fields/Pencil';
import { SheetHead } from '../../job/fields/SheetHead';
import { useDesignPart, useEvaluation } from '../../job/hooks';
import { Row } from '../../ui/layout';
import { Section } from '../../ui/Section';
import { PhasesSelect } from '../common/PhasesSelect';
import { CircuitsPart } from './CircuitsPart';
import { InverterSelect, InverterSheet } from './InverterParts';
import { SourcesPart } from './SourcesPart';
import { SourcesYear } from './SourcesYear';
import { SurplusPart } from './SurplusPart';
import { WaysPart } from './WaysPart';

/** Step 6: what runs, what starts, what stays on, and what charges when the sun does not. */
export function PowerSheet() {
  const power = useDesignPart('power');
  const supply = useDesignPart('supply');
  const picture = useEvaluation()?.power;
  const { inverter } = power;
  return (
    <>
      <SheetHead sheet="power" />
      <Row>
        <InverterSelect />
        {inverter ? <Pencil path="/power/inverter/stacked" /> : null}
        <PhasesSelect />
        <Pencil path="/power/room" optional fallback={picture?.roomC ?? null} />
        <Pencil path="/supply/sharing" />
      </Row>
      {picture && picture.runningW > 0 ? <StackPicture picture={picture} /> : null}
      {inverter ? (
        <Section aria-label="What it carries">
          <Row>
            <InkFigure id="power.continuous" label="Continuous rating here" />
            <InkFigure id="power.surge" label="Surge rating" />
            <InkFigure id="load.start" label="Worst start" />
            <InkFigure id="power.circuit" label="Largest circuit" />
            {supply.phases === 'single' ? null : <InkFigure id="power.neutral" label="On the neutral" />}
            <InkFigure id="power.heat" label="Heat given off" />
            {Object.keys(inverter.curve).length > 0 ? (
              <InkFigure id="power.curve" label="Efficiency by its curve" />
            ) : null}
          </Row>
        </Section>
      ) : null}
      <WaysPart />
      <CircuitsPart />
      <SurplusPart />
      <SourcesPart />
      <SourcesYear />
      {inverter ? <InverterSheet inverter={inverter} /> : null}
    </>
  );
}
