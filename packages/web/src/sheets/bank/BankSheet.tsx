import { CHEMISTRIES, chemistryOf, usualBank, type BankSizing, type Chemistry } from '@ivolt/core';
import { BankRuler } from '../../charts/BankRuler';
import { useAppDispatch } from '../../job/store';
import { edit, putValue } from '../../job/edits';
import { useDesignPart, useEvaluation, useUnits } from '../../job/hooks';
import { Select, type Choice } from '../../ui/Opener';
import { Heads } from '../../ui/Heads';
import { Row, Scroll, Table } from '../../ui/layout';
import { Section } from '../../ui/Section';
import { Pencil } from '../../job/fields/Pencil';
import { HomePart } from './HomePart';
import { LifePart } from './LifePart';
import { SheetPart } from './SheetPart';
import { SheetHead } from '../../job/fields/SheetHead';
import { InkFigure } from '../../job/fields/InkFigure';
import { Pencils } from '../../job/fields/Pencils';
import { TickField } from '../../job/fields/TickField';

const KINDS = (Object.keys(CHEMISTRIES) as Chemistry[]).map((id): Choice<Chemistry> => ({
  id,
  label: CHEMISTRIES[id].name,
  about: `${CHEMISTRIES[id].depthPct} % usable to begin with`,
}));

const SIZINGS: { id: BankSizing; label: string; about: string }[] = [
  {
    id: 'worksheet',
    label: 'the worksheet',
    about: 'the largest of its criteria, then cold and a margin (IEEE 1013 practice)',
  },
  { id: 'careful', label: 'the careful way', about: 'every margin one upon the other' },
];

/** Step 3: how long the bank carries, and how many units that takes. */
export function BankSheet() {
  const dispatch = useAppDispatch();
  const bank = useDesignPart('bank');
  const busVolts = useDesignPart('busVolts');
  const evaluation = useEvaluation();
  const show = useUnits();
  const frostC = chemistryOf(bank).coldestChargeC;
  return (
    <>
      <SheetHead sheet="bank" />
      <Row>
        <Pencil path="/bank/days" chars={9} />
        <Select
          label="Chemistry"
          value={bank.chemistry}
          choices={KINDS}
          onChange={(chemistry) =>
            dispatch(
              edit(`Make the bank ${CHEMISTRIES[chemistry].name}`, (design) => ({
                ...design,
                bank: { ...design.bank, ...usualBank(chemistry, busVolts) },
              })),
            )
          }
        />
        <Pencil path="/bank/depth" />
        <Pencil path="/bank/coldest" fallback={evaluation?.bank.coldestC ?? null} optional />
      </Row>
      {frostC !== null ? (
        <div style={{ marginTop: 12 }}>
          <TickField
            path="/bank/coldProtected"
            says={['The bank protects itself from frost', 'The bank has no frost protection']}
          >
            It stops charging, or warms itself, below {show(frostC, 'temperature')} by its own means
          </TickField>
        </div>
      ) : null}
      {evaluation?.bank ? <BankRuler picture={evaluation.bank} /> : null}
      <Section part="bank-units" title="The units">
        <Row>
          <Pencils
            of={[
              '/bank/unitVolts',
              '/bank/unitAh',
              '/bank/series',
              '/bank/parallel',
              '/bank/unit/length',
              '/bank/unit/width',
              '/bank/unit/height',
              '/bank/unit/mass',
            ]}
          />
          <InkFigure id="bank.usable" label="usable" />
          <InkFigure id="bank.days" label="carried" />
          <InkFigure id="bank.hours" label="at everything at once" />
        </Row>
        <Row style={{ marginTop: 12 }}>
          <Pencil path="/bank/mostUnits" label="Room for units" optional />
        </Row>
        <div style={{ marginTop: 12 }}>
          <TickField path="/bank/unit/onSide" says={['Units may lie on a side', 'Units stand upright']}>
            A unit may lie on its side
          </TickField>
        </div>
      </Section>
      <Section part="bank-governs" title="What governs its size">
        <Row style={{ marginBottom: 12 }}>
          <Select
            label="Sized by"
            value={bank.sizing}
            choices={SIZINGS}
            onChange={(sizing) => dispatch(putValue('Size the bank another way', '/bank/sizing', sizing))}
          />
          {bank.sizing === 'worksheet' ? <Pencil path="/bank/margin" /> : null}
        </Row>
        <Scroll>
          <Table aria-label="What each school asks for" style={{ maxWidth: 560 }}>
            <Heads of={['By', ['Rated'], ['In parallel'], 'So']} />
            <tbody>
              {(evaluation?.bank.needs ?? []).map(({ school, name, rated, parallel, governs }) => (
                <tr key={school} data-chosen={governs}>
                  <th scope="row">{name}</th>
                  <td className="n">{rated}</td>
                  <td className="n">{parallel}</td>
                  <td>{governs ? 'governs' : bank.parallel.value >= parallel ? 'is met' : 'is not met'}</td>
                </tr>
              ))}
            </tbody>
          </Table>
        </Scroll>
      </Section>
      <HomePart />
      <LifePart />
      <SheetPart />
    </>
  );
}
