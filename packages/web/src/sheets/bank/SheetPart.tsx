import { CHEMISTRIES, cyclesAt, type BankSheet, type ChemistryData } from '@ivolt/core';
import { useAppDispatch } from '../../job/store';
import { notice, putValue } from '../../job/edits';
import { useDesignPart, useUnits } from '../../job/hooks';
import { Action } from '../../ui/controls';
import { Note, Row } from '../../ui/layout';
import { Section } from '../../ui/Section';
import { Pencil } from '../../job/fields/Pencil';
import { PencilText } from '../../job/fields/PencilWords';

const FIELDS = [
  'roundTrip',
  'chargeMax',
  'dischargeMax',
  'coldestCharge',
  'coldestDischarge',
  'capacityPerK',
  'cycles',
  'cyclesDepth',
  'floatYears',
] as const;

/** The usual figures of a chemistry, to be typed over. */
function copyOf(usual: ChemistryData): BankSheet {
  const taken = (value: number) => ({ value, from: 'guess' as const });
  return {
    label: `${usual.name}, own sheet`,
    roundTrip: taken(usual.roundTrip * 100),
    chargeMax: taken(usual.chargeMaxC * 100),
    dischargeMax: taken(usual.dischargeC * 100),
    coldestCharge: taken(usual.coldestChargeC ?? -20),
    coldestDischarge: taken(usual.coldestDischargeC),
    capacityPerK: taken(usual.capacityPerK * 100),
    cycles: taken(Math.round(cyclesAt(usual.cycles, usual.depthPct))),
    cyclesDepth: taken(usual.depthPct),
    floatYears: taken(usual.floatYears),
  };
}

/** What is known of the chemistry, and the way to type one's own data sheet over it. */
export function SheetPart() {
  const dispatch = useAppDispatch();
  const bank = useDesignPart('bank');
  const show = useUnits();
  const usual = CHEMISTRIES[bank.chemistry];
  return (
    <Section
      part="bank-sheet"
      title={<>{bank.sheet ? 'Its data sheet' : `What is usual for ${usual.name}`}</>}
    >
      {bank.sheet ? (
        <>
          <Row>
            <PencilText
              label="Called"
              value={bank.sheet.label}
              required
              chars={26}
              onChange={(next, session) =>
                dispatch(putValue('Rename the battery', '/bank/sheet/label', next, session))
              }
            />
            {FIELDS.map((key) => (
              <Pencil key={key} path={`/bank/sheet/${key}`} />
            ))}
          </Row>
          <Row className="screen" style={{ marginTop: 10 }}>
            <Action
              onPress={() => {
                dispatch(putValue('Leave the battery’s own sheet out', '/bank/sheet', null));
                dispatch(notice('The usual figures are taken again', true));
              }}
            >
              Take the usual figures again
            </Action>
          </Row>
        </>
      ) : (
        <>
          <p>
            Charged at {usual.chargeMinC > 0 ? `${usual.chargeMinC * 100} to ` : 'up to '}
            {usual.chargeMaxC * 100} % of its capacity an hour, drawn at up to {usual.dischargeC * 100} %;
            gives back {Math.round(usual.roundTrip * 100)} %; lasts{' '}
            {Math.round(cyclesAt(usual.cycles, usual.depthPct))} cycles of {usual.depthPct} % and{' '}
            {usual.floatYears} years at {show(25, 'temperature')}; loses {usual.selfDischargePct} % a month
            standing. Peukert’s exponent {usual.peukert} at the {usual.rateHours}-hour rate.
          </p>
          <p style={{ marginTop: 6 }}>
            {usual.balance} {usual.upkeep}
          </p>
          <Note style={{ marginTop: 4 }}>Source: {usual.source}.</Note>
          <Row className="screen" style={{ marginTop: 10 }}>
            <Action
              onPress={() => dispatch(putValue('Type the battery’s own sheet', '/bank/sheet', copyOf(usual)))}
            >
              Type its own data sheet
            </Action>
          </Row>
        </>
      )}
    </Section>
  );
}
