import type { SignalLead } from '@ivolt/core';
import { useUnits } from '../../job/hooks';
import { Note } from '../../ui/layout';
import { Section } from '../../ui/Section';

/** Leads that carry no power: they sense, start and speak, and are forgotten until the lid is on. */
export function SignalsPart({ leads }: { leads: readonly SignalLead[] }) {
  const show = useUnits();
  if (leads.length === 0) return null;
  return (
    <Section part="wire-signals" title="Leads that sense and speak">
      <ul style={{ margin: 0, paddingLeft: 18 }}>
        {leads.map(({ what, from, to, lengthM, kind }, i) => (
          <li key={i} style={{ marginBottom: 6, maxWidth: '72ch' }}>
            {`${what.charAt(0).toUpperCase()}${what.slice(1)}, ${show(lengthM, 'distance')}: from ${from} to ${to}; ${kind}.`}
          </li>
        ))}
      </ul>
      <Note style={{ marginTop: 8 }}>
        As long as the runs they go along. Away from power leads, or crossing them square, so that these do
        not speak in them.
      </Note>
    </Section>
  );
}
