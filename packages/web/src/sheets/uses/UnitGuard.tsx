import type { UseForm } from '@ivolt/core';
import { Note } from '../../ui/layout';

const WORDS: Readonly<Partial<Record<UseForm, string>>> = {
  watts:
    'Watts are how hard it draws now. Over hours they come to watt-hours: 60 W for 5 h is 300 Wh, 0.3 kWh.',
  amps: 'Amps are already a rate; there are no amps per hour. Amps × hours are amp-hours, the charge a battery holds.',
  meter: 'Read the meter’s kWh, not its W: the W are of that moment, the kWh of the whole time.',
  label: 'A label says kWh a year. A thousandth of a day’s kWh taken for kW makes it 24 times too large.',
};

/** The mix-up that is usual at this place, in a sentence. */
export const UnitGuard = ({ form }: { form: UseForm }) =>
  WORDS[form] ? <Note style={{ marginTop: 2 }}>{WORDS[form]}</Note> : null;
