import { conductor, sizeText, type SizeName } from '@ivolt/core';
import { useEvaluation } from '../../job/hooks';
import { Note } from '../../ui/layout';
import { Section } from '../../ui/Section';

/** What is earthed and bonded besides the circuits’ own conductors. */
export function EarthPart() {
  const wire = useEvaluation()?.wire;
  if (!wire || wire.bonds.length === 0) return null;
  const earths = [...new Set(wire.runs.flatMap(({ earth }) => (earth as SizeName | null) ?? []))];
  const thinnestFirst = earths.toSorted((a, b) => conductor(a).areaMm2 - conductor(b).areaMm2);
  return (
    <Section part="wire-earth" title="Earth and bond">
      <ul style={{ margin: 0, paddingLeft: 18 }}>
        {wire.bonds.map(({ what, size, many, about }) => (
          <li key={what} style={{ marginBottom: 6, maxWidth: '72ch' }}>
            <b>{what}</b>
            {size ? `, ${sizeText(size as SizeName)}` : ''}
            {many && many > 1 ? `, ${many} of them` : ''}. {about}
          </li>
        ))}
      </ul>
      {thinnestFirst.length > 0 ? (
        <Note style={{ marginTop: 8 }}>
          With their circuits run protective conductors of {thinnestFirst.map(sizeText).join(', ')}. Small
          systems are often left without: a fault then finds its way through whoever touches a frame. Always
          bond; how it is earthed is for the local code.
        </Note>
      ) : null}
    </Section>
  );
}
