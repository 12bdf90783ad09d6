import {
  ROUND_IT,
  WALLS,
  defaultUnit,
  displayFigure,
  formatNumber,
  fromStored,
  joined,
  shortMonth,
  type BankHomeKind,
  type BankWhere,
  type Insulation,
  type Quantity,
} from '@ivolt/core';
import { PackingPicture } from '../../charts/PackingPicture';
import { useAppDispatch } from '../../job/store';
import { putValue } from '../../job/edits';
import { useDesignPart, useEvaluation } from '../../job/hooks';
import { FieldLabel } from '../../ui/controls';
import { MonthsField } from '../../ui/MonthsField';
import { Note, Row, Scroll, Table } from '../../ui/layout';
import { useReading } from '../../ui/reading';
import { Section } from '../../ui/Section';
import { Select, type Choice } from '../../ui/Opener';
import { Pencil } from '../../job/fields/Pencil';
import { Heads } from '../../ui/Heads';
import { TickField } from '../../job/fields/TickField';

const KINDS: readonly Choice<BankHomeKind>[] = [
  { id: 'box', label: 'a box' },
  { id: 'shelf', label: 'a shelf' },
  { id: 'rack', label: 'a rack' },
  { id: 'bilge', label: 'a locker or bilge' },
];
const WHERE = (Object.keys(ROUND_IT) as BankWhere[]).map((id): Choice<BankWhere> => ({
  id,
  label: ROUND_IT[id].name,
}));
const INSULATION = (Object.keys(WALLS) as Insulation[]).map((id): Choice<Insulation> => ({
  id,
  label: WALLS[id].name,
}));
const MEASURES = ['length', 'width', 'height', 'shelves', 'gap', 'headroom', 'carries', 'door'] as const;

/** Where the bank stands: whether it fits, what it weighs, and how cold it gets there. */
export function HomePart() {
  const dispatch = useAppDispatch();
  const bank = useDesignPart('bank');
  const units = useDesignPart('units');
  const evaluation = useEvaluation();
  const { home } = bank;
  const put = (label: string, key: string, value: unknown) =>
    dispatch(putValue(label, `/bank/home/${key}`, value));
  const fit = evaluation?.bank.fit;
  const shown = (value: number, quantity: Quantity) => joined(displayFigure(value, quantity, units));
  return (
    <Section part="bank-home" title="Where it lives">
      <Row>
        <Select
          label="Container"
          value={home.kind}
          choices={KINDS}
          onChange={(kind) => put('Change where the bank stands', 'kind', kind)}
        />
        <Select
          label="Location"
          value={home.where}
          choices={WHERE}
          onChange={(where) => put(`The bank is ${ROUND_IT[where].name}`, 'where', where)}
        />
        <Select
          label="Insulation"
          value={home.insulation}
          choices={INSULATION}
          onChange={(insulation) => put('Change the bank’s insulation', 'insulation', insulation)}
        />
      </Row>
      <Row style={{ marginTop: 14 }}>
        {MEASURES.map((key) => (
          <Pencil key={key} path={`/bank/home/${key}`} />
        ))}
      </Row>
      <div style={{ marginTop: 12 }}>
        <TickField
          path="/bank/home/heated"
          says={['A pad keeps the bank warm', 'No pad keeps the bank warm']}
        >
          A heating pad keeps it above freezing
        </TickField>
      </div>
      <Row style={{ marginTop: 14, alignItems: 'baseline' }}>
        <FieldLabel as="span">Switched off, with the array, in</FieldLabel>
        <MonthsField
          months={bank.disconnected}
          label="Switched off in"
          noneIsRight
          cell="bank.disconnected"
          onChange={(months) =>
            dispatch(putValue('Change when the bank is switched off', '/bank/disconnected', months))
          }
        />
      </Row>
      {fit ? (
        <div style={{ marginTop: 18 }}>
          <PackingPicture fit={fit} home={home} units={units} />
          <p style={{ marginTop: 8 }} data-testid="bank-fit">
            <b>{fit.fits ? `All ${fit.count} go in` : `${fit.room} of ${fit.count} go in`}</b>
            {fit.lying ? ', lying on a side' : ', upright'}: {shown(fit.massKg, 'mass')} in all,{' '}
            {shown(fit.levelKg, 'mass')} on the most loaded level; their middle, the cross, is{' '}
            {shown(fit.centre.x, 'size')} from the left and {shown(fit.centre.y, 'size')} from the front.
          </p>
        </div>
      ) : null}
      <Warmth />
      <Note style={{ marginTop: 6 }}>
        Temperatures and hydrogen are planning figures: measure where it will stand, and mind local rules on
        where batteries may be.
      </Note>
    </Section>
  );
}

/** How cold and hot the bank gets, month by month. */
function Warmth() {
  const units = useDesignPart('units');
  const warmth = useEvaluation()?.bank.warmth;
  const reading = useReading();
  if (!warmth) return null;
  const rows = [
    ['in a cold spell', 'spellC'],
    ['mean', 'meanC'],
    ['in a hot spell', 'heatC'],
  ] as const;
  const unit = defaultUnit('temperature', units);
  const whole = (c: number) => formatNumber(fromStored(c, 'temperature', unit), 0);
  const pad = warmth.padWh.some((wh) => wh > 0);
  return (
    <Scroll
      style={{ marginTop: 10 }}
      tabIndex={reading ? undefined : 0}
      role="group"
      aria-label="The bank’s temperature by month"
    >
      <Table aria-label="The bank’s warmth by month">
        <Heads of={[`The bank, ${unit}`, ...warmth.months.map((_, m) => [shortMonth(m + 1)] as const)]} />
        <tbody>
          {rows.map(([words, key]) => (
            <tr key={key}>
              <th scope="row" style={{ whiteSpace: 'nowrap' }}>
                {words}
              </th>
              {warmth.months.map((month, m) => (
                <td key={m} className="n">
                  {whole(month[key])}
                </td>
              ))}
            </tr>
          ))}
          {pad ? (
            <tr>
              <th scope="row">pad, Wh a day</th>
              {warmth.padWh.map((wh, m) => (
                <td key={m} className="n">
                  {Math.round(wh)}
                </td>
              ))}
            </tr>
          ) : null}
        </tbody>
      </Table>
    </Scroll>
  );
}
