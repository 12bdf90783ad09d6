import { Note, Row } from '../../ui/layout';
import { Section } from '../../ui/Section';
import { Pencil } from '../../job/fields/Pencil';

const PARTS = ['cable', 'connector', 'combiner', 'disconnect', 'poles', 'dwelling'] as const;

/** What stands between panels and controller, and what the local code allows. */
export function DcPart() {
  return (
    <Section part="strings-dc" title="Between panels and controller">
      <Row>
        {PARTS.map((part) => (
          <Pencil key={part} path={`/dc/${part}`} optional chars={8} />
        ))}
      </Row>
      <Note style={{ marginTop: 8 }}>
        Leave empty what you have not bought yet. Direct current above 60 V can kill, and its arcs do not go
        out by themselves: only switches, fuses and breakers rated for direct current, polarity-marked ones
        the right way round. Never open a connector or a fuse holder under load. The local code and a licensed
        electrician have the last word.
      </Note>
    </Section>
  );
}
