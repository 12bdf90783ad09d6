import { useState } from 'react';
import { useLocation } from 'react-router';
import { SectionsPicture } from '../../charts/SectionsPicture';
import { InkFigure } from '../../job/fields/InkFigure';
import { Pencil } from '../../job/fields/Pencil';
import { Pencils } from '../../job/fields/Pencils';
import { SheetHead } from '../../job/fields/SheetHead';
import { useDesignPart, useEvaluation } from '../../job/hooks';
import { Note, Row } from '../../ui/layout';
import { useReading } from '../../ui/reading';
import { Section } from '../../ui/Section';
import { EarthPart } from './EarthPart';
import { LabelsPart } from './LabelsPart';
import { ProtectPart } from './ProtectPart';
import { RoutesPart } from './RoutesPart';
import { RunInFull } from './RunInFull';
import { SignalsPart } from './SignalsPart';
import { RunsTable } from './RunsTable';
import { TakeOffPart } from './TakeOffPart';

const DROPS = ['array', 'charge', 'bank', 'loads'].map((kind) => `/wiring/drop/${kind}`);

/** Step 7: every conductor, what protects it, where it runs, how it is marked and how much to buy. */
export function WireSheet() {
  const picture = useEvaluation()?.wire;
  const wiring = useDesignPart('wiring');
  const reading = useReading();
  const { hash } = useLocation();
  const [shown, setShown] = useState<string | null>(/^#run=(.+)$/.exec(hash)?.[1] ?? null);
  const fault = useEvaluation()?.figures['wire.fault']?.value;
  const runs = picture?.runs ?? [];
  const open = runs.find(({ key }) => key === shown) ?? runs[0];
  // lengths that no run takes are not asked for
  const taken = new Set(
    runs.filter(({ routed, kind }) => !routed && kind !== 'string').map(({ run }) => run),
  );
  const lengths = Object.keys(wiring.lengths).filter((kind) => taken.has(kind));
  return (
    <>
      <SheetHead sheet="wire" />
      <Row>
        <InkFigure id="wire.drop" label="worst drop" />
        <InkFigure id="wire.main" label="main fuse" />
        <InkFigure id="wire.fault" label="bank into a short" />
        <InkFigure id="wire.metres" label="cable, every conductor" />
        <InkFigure id="wire.lost" label="lost in wires a year" />
      </Row>
      {runs.length > 0 ? <SectionsPicture runs={runs} /> : null}
      {lengths.length > 0 && !reading ? (
        <Section part="wire-lengths" title="Lengths to measure first">
          <Row>
            <Pencils of={lengths.map((kind) => `/wiring/lengths/${kind}`)} />
          </Row>
          <Note style={{ marginTop: 8 }}>
            One way, as it is really routed: down the wall, round the corner, up to the terminals. Usual
            lengths until you measure; a run with a route of its own takes the stretches of that.
          </Note>
        </Section>
      ) : null}
      <Section part="wire-runs" title="Every run">
        <RunsTable runs={runs} shown={open?.key ?? null} onShow={setShown} />
      </Section>
      {open && !reading ? <RunInFull key={open.key} run={open} /> : null}
      <RoutesPart />
      <ProtectPart runs={runs} guards={picture?.guards ?? []} bare={picture?.bare ?? []} />
      <SignalsPart leads={picture?.signals ?? []} />
      <Section part="wire-limits" title="Limits">
        <Row>
          <Pencils of={DROPS} />
          <Pencil path="/wiring/fault" optional quiet fallback={fault ?? null} />
        </Row>
      </Section>
      <EarthPart />
      <LabelsPart runs={runs} />
      <TakeOffPart />
    </>
  );
}
