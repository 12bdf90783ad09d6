import {
  HARD_AMPS,
  displayFigure,
  formatNumber,
  joined,
  shortMonth,
  type Chemistry,
  type LifePicture,
  type LifeRow,
  type Quantity,
} from '@ivolt/core';
import { useDesignPart } from '../../job/hooks';
import { useReckoned, type Ask } from '../../job/useReckoned';
import { Heads } from '../../ui/Heads';
import { Note, Row, Scroll, Table } from '../../ui/layout';
import { useReading } from '../../ui/reading';
import { Section } from '../../ui/Section';
import { Pencil } from '../../job/fields/Pencil';

const ask: Ask<LifePicture | null> = (core, design, grid) => core.life(design, grid);

/** What needs a year of days: how array and bank suit, the buses side by side, life and cost. */
export function LifePart() {
  const picture = useReckoned(ask, 'life');
  const units = useDesignPart('units');
  if (!picture) return <Note style={{ marginTop: 24 }}>Life and cost come with the uses and the place.</Note>;
  const shown = (value: number, quantity: Quantity) => joined(displayFigure(value, quantity, units));
  return (
    <>
      <Suits picture={picture} />
      <Buses picture={picture} shown={shown} />
      <Costs picture={picture} shown={shown} />
    </>
  );
}

type Show = (value: number, quantity: Quantity) => string;

const clock = (hour: number | null | undefined) =>
  hour === undefined
    ? '–'
    : hour === null
      ? 'not'
      : hour === 0
        ? 'stays'
        : `${Math.floor(hour)}:${hour % 1 >= 0.5 ? '30' : '00'}`;

function Suits({ picture }: { picture: LifePicture }) {
  const reading = useReading();
  return (
    <Section part="bank-suits" title="How array and bank suit">
      {picture.suits.map((words) => (
        <p key={words}>{words}</p>
      ))}
      <Scroll
        style={{ marginTop: 8 }}
        tabIndex={reading ? undefined : 0}
        role="group"
        aria-label="Full again at, by month"
      >
        <Table aria-label="When it is full again, by month" style={{ maxWidth: 720 }}>
          <Heads of={['Solar time', ...picture.fullAtH.map((_, m) => [shortMonth(m + 1)] as const)]} />
          <tbody>
            <tr>
              <th scope="row">full again at</th>
              {picture.fullAtH.map((hour, m) => (
                <td key={m} className="n">
                  {clock(hour)}
                </td>
              ))}
            </tr>
          </tbody>
        </Table>
      </Scroll>
    </Section>
  );
}

function Buses({ picture, shown }: { picture: LifePicture; shown: Show }) {
  const busVolts = useDesignPart('busVolts');
  return (
    <Section part="bank-buses" title="12, 24 and 48 V side by side">
      <Scroll>
        <Table aria-label="System voltages side by side" style={{ maxWidth: 560 }}>
          <Heads of={['System voltage', ['Everything at once'], ['Charging'], ['Cable to the inverter']]} />
          <tbody>
            {picture.buses.map(({ volts, loadA, chargeA, cable, mm2 }) => (
              <tr key={volts} data-chosen={volts === busVolts}>
                <th scope="row">{volts}&nbsp;V</th>
                <td className={loadA > HARD_AMPS ? 'n bad' : 'n'}>{shown(loadA, 'current')}</td>
                <td className={chargeA > HARD_AMPS ? 'n bad' : 'n'}>{shown(chargeA, 'current')}</td>
                <td className={cable ? 'n' : 'n bad'}>{cable ?? `${Math.round(mm2)} mm² in several`}</td>
              </tr>
            ))}
          </tbody>
        </Table>
      </Scroll>
      <Note style={{ marginTop: 6 }}>
        Copper over 1.5 m each way at a drop of 1 %, and not above 4 A for each mm²: a planning figure to see
        what a voltage means, not the cable to buy.
      </Note>
    </Section>
  );
}

function Costs({ picture, shown }: { picture: LifePicture; shown: Show }) {
  return (
    <Section part="bank-cost" title="Life and cost, every chemistry on your days">
      <Row>
        <Pencil path="/bank/horizon" />
        <Pencil path="/bank/endOfLife" />
      </Row>
      <Scroll style={{ marginTop: 12 }}>
        <Table aria-label="Life and cost by chemistry">
          <Heads
            of={[
              'Chemistry',
              ['Rated'],
              ['Mass'],
              ['A rated kWh'],
              ['Cycles last'],
              ['Shelf'],
              [`Bought in ${formatNumber(picture.horizon, 0)} years`],
              ['In all'],
              ['A kWh used'],
            ]}
          />
          <tbody>
            {picture.rows.map((row) => (
              <Line key={row.chemistry} row={row} shown={shown} />
            ))}
          </tbody>
        </Table>
      </Scroll>
      <Note style={{ marginTop: 6 }}>
        A year of days as bright and dull as the place has them; cycles counted by rainflow (ASTM E1049) and
        added up against the usual curve of each chemistry, capped by its life on the shelf at the bank’s own
        temperatures. Prices are in the money you pay with: type what you are offered.
      </Note>
    </Section>
  );
}

/** Beyond this the shelf decides anyway. */
const LONG_YEARS = 60;
const years = (value: number) =>
  value > LONG_YEARS ? `over ${LONG_YEARS}` : value.toFixed(value < 10 ? 1 : 0);
const money = (value: number) => formatNumber(value, value < 10 ? 2 : 0);

function Line({ row, shown }: { row: LifeRow; shown: Show }) {
  const id: Chemistry = row.chemistry;
  const byCycles = row.cycleYears < row.calendarYears;
  return (
    <tr data-chosen={row.chosen}>
      <th scope="row">
        {row.name}
        {row.but ? (
          <Note as="span" style={{ display: 'block' }}>
            {row.but}
          </Note>
        ) : null}
      </th>
      <td className="n">{shown(row.ratedWh, 'energy')}</td>
      <td className="n">{shown(row.massKg, 'mass')}</td>
      <td className="n">
        <Pencil
          path={`/bank/prices/${id}`}
          label={`Price of a rated kWh, ${row.name}`}
          hideLabel
          fallback={row.price}
          optional
          chars={6}
          align="end"
        />
      </td>
      <td className="n">
        {byCycles ? <b>{years(row.cycleYears)} years</b> : `${years(row.cycleYears)} years`}
      </td>
      <td className="n">
        {byCycles ? `${years(row.calendarYears)} years` : <b>{years(row.calendarYears)} years</b>}
      </td>
      <td className="n">{row.bought}</td>
      <td className="n">{money(row.total)}</td>
      <td className="n">{row.perKWh === null ? '–' : money(row.perKWh)}</td>
    </tr>
  );
}
