import type { WireRun } from '@ivolt/core';
import { useState } from 'react';
import { useDesignPart } from '../../job/hooks';
import { Action } from '../../ui/controls';
import { Heads } from '../../ui/Heads';
import { Note, Row, Scroll, Table } from '../../ui/layout';
import { useReading } from '../../ui/reading';
import { fileName, saveFile } from '../../ui/saveFile';
import { Section } from '../../ui/Section';
import { wireText } from './RunsTable';

interface EndLabel {
  code: string;
  run: string;
  role: string;
  colour: string;
  ends: readonly [string, string];
  wire: string;
}

/** A label for both ends of every conductor: a number of the run, and what it carries. */
export const labelsOf = (runs: readonly WireRun[]): EndLabel[] =>
  runs.flatMap((run, at) =>
    Array.from({ length: run.many }, (_, i) =>
      run.colours.map(({ role, colour }): EndLabel => ({
        code: `${at + 1}${run.many > 1 ? String.fromCharCode(97 + (i % 26)) : ''}${SIGNS[role] ?? ''}`,
        run: run.name,
        role,
        colour,
        ends: [run.from, run.to],
        wire: wireText(run),
      })),
    ).flat(),
  );

/** Labels that stand on the sheet until all are asked for. */
const SHOWN_AT_FIRST = 6;

const SIGNS: Readonly<Record<string, string>> = {
  plus: '+',
  minus: '−',
  line: 'L',
  neutral: 'N',
  'line 2': 'L2',
  'line 3': 'L3',
};

/** Text as it may stand in a drawing. */
const escaped = (text: string) =>
  text.replace(/[&<>"']/g, (sign) => `&#${sign.charCodeAt(0)};`).replace(/[\u0000-\u0008\u000b-\u001f]/g, '');
const cut = (text: string, most: number) => (text.length > most ? `${text.slice(0, most - 1)}…` : text);

/** Labels as a sheet of A4, two ends each, 60 × 15 mm. */
export function labelSheet(labels: readonly EndLabel[]): string {
  const [wide, high, across, down] = [62, 17, 3, 16];
  const both = labels.flatMap((label) => [
    { label, here: label.ends[0], there: label.ends[1] },
    { label, here: label.ends[1], there: label.ends[0] },
  ]);
  const pages = Math.max(1, Math.ceil(both.length / (across * down)));
  const cells = both.map(({ label, here, there }, at) => {
    const [page, place] = [Math.floor(at / (across * down)), at % (across * down)];
    const x = 10 + (place % across) * wide;
    const y = 10 + Math.floor(place / across) * high + page * 297;
    return `<g transform="translate(${x} ${y})"><rect width="60" height="15" fill="none" stroke="#000" stroke-width="0.2"/><text x="2" y="6.5" font-size="5.5" font-weight="bold">${escaped(label.code)}</text><text x="20" y="5" font-size="3">${escaped(cut(label.run, 26))}</text><text x="20" y="9" font-size="2.6">at ${escaped(cut(here, 24))}</text><text x="20" y="13" font-size="2.6">to ${escaped(cut(there, 24))}</text><text x="2" y="13" font-size="2.6">${escaped(cut(`${label.wire} ${label.colour}`, 14))}</text></g>`;
  });
  return `<svg xmlns="http://www.w3.org/2000/svg" width="210mm" height="${297 * pages}mm" viewBox="0 0 210 ${297 * pages}" font-family="sans-serif">${cells.join('')}</svg>\n`;
}

/** Colours, and labels for both ends. */
export function LabelsPart({ runs }: { runs: readonly WireRun[] }) {
  const name = useDesignPart('name');
  const school = useDesignPart('school');
  const reading = useReading();
  const [all, setAll] = useState(false);
  if (runs.length === 0) return null;
  const labels = labelsOf(runs);
  const shown = all ? labels : labels.slice(0, SHOWN_AT_FIRST);
  return (
    <Section part="wire-labels" title="Colours and labels">
      {reading ? null : (
        <Scroll>
          <Table aria-label="Labels for both ends">
            <Heads of={['Label', 'Run', 'Conductor', 'Colour', 'At one end', 'At the other']} />
            <tbody>
              {shown.map((label) => (
                <tr key={label.code}>
                  <th scope="row">{label.code}</th>
                  <td>{label.run}</td>
                  <td>{label.role}</td>
                  <td>{label.colour}</td>
                  <td>{label.ends[0]}</td>
                  <td>{label.ends[1]}</td>
                </tr>
              ))}
            </tbody>
          </Table>
        </Scroll>
      )}
      <Row className="screen" style={{ marginTop: 10 }}>
        {all || labels.length <= SHOWN_AT_FIRST ? null : (
          <Action onPress={() => setAll(true)}>Show all {labels.length} labels</Action>
        )}
        <Action onPress={() => saveFile(`${fileName(name)}-labels.svg`, 'image/svg+xml', labelSheet(labels))}>
          Labels as SVG, to print
        </Action>
      </Row>
      <Note style={{ marginTop: 8 }}>
        {school === 'north-american'
          ? '6 AWG and thicker come in black only: mark the other colours on both ends with tape. '
          : 'Where cable comes in other colours, mark both ends: never reuse the colours of AC for DC unmarked. '}
        Two unmarked ends are told apart with a meter: join the far ends of a pair, and the pair that reads no
        resistance is that one; open them, and it must read none at all.
      </Note>
    </Section>
  );
}
