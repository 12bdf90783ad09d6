import { CURVE_LOADS, inverterPrice, MACHINE_CLASSES, type Inverter, type MachineKind } from '@ivolt/core';
import { putValue } from '../../job/edits';
import { Pencil } from '../../job/fields/Pencil';
import { Pencils } from '../../job/fields/Pencils';
import { PencilText } from '../../job/fields/PencilWords';
import { TickField } from '../../job/fields/TickField';
import { useDesignPart } from '../../job/hooks';
import { useAppDispatch } from '../../job/store';
import { Note, Row } from '../../ui/layout';
import { Select, type Choice } from '../../ui/Opener';
import { Section } from '../../ui/Section';
import { takeInverter } from './usePowerEdits';

const NONE = 'none';
const KINDS: readonly Choice<MachineKind>[] = [
  { id: 'inverter', label: 'an inverter alone' },
  { id: 'charger', label: 'inverter and charger', about: 'with a transfer switch for a generator or shore' },
  {
    id: 'all-in-one',
    label: 'all-in-one',
    about: 'with panel inputs too: the controller on Strings is this machine',
  },
  { id: 'station', label: 'a power station', about: 'a case with its bank inside' },
];

/** A typical machine, or what has been typed over it. */
export function InverterSelect() {
  const dispatch = useAppDispatch();
  const power = useDesignPart('power');
  const busVolts = useDesignPart('busVolts');
  const { inverter } = power;
  const of = MACHINE_CLASSES.find(({ label }) => label === inverter?.label);
  const untouched =
    of &&
    inverter &&
    [inverter.continuous, inverter.overload, inverter.surge].every(({ value }, i) => value === of.watts[i]);
  return (
    <Select
      label="Inverter"
      value={inverter ? (of?.id ?? null) : NONE}
      shown={inverter ? (untouched ? inverter.label : `${inverter.label}, typed over`) : undefined}
      choices={[
        { id: NONE, label: 'none', about: 'nothing on AC, or not chosen yet' },
        ...MACHINE_CLASSES.filter(({ buses, id }) => buses.includes(busVolts) || id === of?.id).map(
          ({ id, label, about }) => ({ id, label, about }),
        ),
      ]}
      onChange={(id) => dispatch(takeInverter(id === NONE ? null : id))}
    />
  );
}

const at = (key: string) => `/power/inverter/${key}`;
const RATINGS = [
  'continuous',
  'overload',
  'overloadMinutes',
  'surge',
  'surgeSeconds',
  'volts',
  'chargeAmps',
].map(at);
const DERATING = ['derateFrom', 'deratePerK', 'altitudeFrom', 'deratePer100m'].map(at);

/** The machine as its sheet tells it. */
export function InverterSheet({ inverter }: { inverter: Inverter }) {
  const dispatch = useAppDispatch();
  return (
    <Section part="power-inverter" title="The inverter’s data sheet">
      <Row>
        <PencilText
          label="Called"
          value={inverter.label}
          chars={26}
          required
          onChange={(label, session) =>
            dispatch(putValue('Rename the inverter', at('label'), label, session))
          }
        />
        <Select
          label="It is"
          value={inverter.kind}
          choices={KINDS}
          onChange={(kind) => dispatch(putValue('Change what the inverter is', at('kind'), kind))}
        />
        <Pencils of={RATINGS} />
        <Pencil
          path={at('price')}
          optional
          fallback={inverterPrice({ ...inverter, price: null }) / inverter.stacked.value}
        />
      </Row>
      <h3 style={{ fontSize: 15, margin: '16px 0 8px' }}>In heat and height</h3>
      <Row>
        <Pencils of={DERATING} />
      </Row>
      <h3 style={{ fontSize: 15, margin: '16px 0 8px' }}>What it takes itself</h3>
      <Row>
        <Pencils of={['/supply/inverterIdle', '/supply/inverterHours', '/supply/inverterEfficiency']} />
        <Pencil path={at('search')} optional />
      </Row>
      {inverter.search ? (
        <div style={{ marginTop: 12 }}>
          <TickField
            path="/power/searching"
            says={['The inverter searches', 'The inverter idles all the time']}
          >
            It searches while nothing on AC runs
          </TickField>
        </div>
      ) : null}
      <h3 style={{ fontSize: 15, margin: '16px 0 8px' }}>Efficiency by load</h3>
      <Row>
        {CURVE_LOADS.map((load) => (
          <Pencil key={load} path={at(`curve/${load}`)} label={`At ${load} %`} optional />
        ))}
      </Row>
      <Note style={{ marginTop: 6 }}>
        Read off the curve of its sheet, its own draw in it; without a curve the one efficiency above counts.
      </Note>
    </Section>
  );
}
