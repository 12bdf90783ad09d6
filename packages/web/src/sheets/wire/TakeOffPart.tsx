import { CABLE_KINDS, cableText, inOrder, sizeText, type CableLine } from '@ivolt/core';
import Papa from 'papaparse';
import { Pencil } from '../../job/fields/Pencil';
import { Pencils } from '../../job/fields/Pencils';
import { useDesignPart, useEvaluation, useUnits } from '../../job/hooks';
import { useAppDispatch } from '../../job/store';
import { Action } from '../../ui/controls';
import { Heads } from '../../ui/Heads';
import { Cards, Row, Table } from '../../ui/layout';
import { useReading } from '../../ui/reading';
import { fileName, saveFile } from '../../ui/saveFile';
import { Section } from '../../ui/Section';
import { addCoil, removeCoil } from './useWireEdits';

/** Coils come so long where nobody says better, m. */
const USUAL_COIL_M = 50;

/** Metres by size, colour and kind, the coils they are cut from, and what goes on their ends. */
export function TakeOffPart() {
  const dispatch = useAppDispatch();
  const name = useDesignPart('name');
  const wiring = useDesignPart('wiring');
  const wire = useEvaluation()?.wire;
  const show = useUnits();
  const reading = useReading();
  if (!wire || wire.cables.length === 0) return null;
  const { cables, parts } = wire;
  const csv = () =>
    Papa.unparse([
      ['kind', 'metal', 'size', 'colour', 'metres', 'pieces', 'longest_m'],
      ...cables.map(({ kind, metal, size, colour, metres, pieces }) => [
        CABLE_KINDS[kind],
        metal,
        size,
        colour,
        metres.toFixed(2),
        pieces.length,
        longest(pieces).toFixed(2),
      ]),
      ...parts.map(({ what, many }) => ['part', '', what, '', '', many, '']),
    ]) + '\n';
  return (
    <Section part="wire-takeoff" title="What to buy">
      <Row style={{ marginBottom: 12 }}>
        <Pencils of={['/wiring/slack', '/wiring/ends', '/wiring/price']} />
      </Row>
      {reading ? (
        <ul style={{ margin: 0, paddingLeft: 18 }}>
          {[...new Set(cables.map(cableText))].map((cable) => (
            <li key={cable}>
              {`${cable}: ${cables
                .filter((line) => cableText(line) === cable)
                .map(
                  ({ colour, metres, pieces }) => `${colour} ${show(metres, 'distance')} in ${pieces.length}`,
                )
                .join(', ')}`}
            </li>
          ))}
        </ul>
      ) : (
        <Cards>
          <Table aria-label="Cable to buy">
            <Heads
              of={['Cable', 'Colour', ['In all'], ['Pieces'], ['Longest'], 'From coils at hand', null]}
            />
            <tbody>
              {cables.map((line) => (
                <tr key={line.id}>
                  <th scope="row" className="wide">
                    {cableText(line)}
                  </th>
                  <td data-label="Colour">{line.colour}</td>
                  <td className="n" data-label="In all">
                    {show(line.metres, 'distance')}
                  </td>
                  <td className="n" data-label="Pieces">
                    {line.pieces.length}
                  </td>
                  <td className="n" data-label="Longest">
                    {show(longest(line.pieces), 'distance')}
                  </td>
                  <td data-label="From coils at hand">
                    <Cut line={line} />
                  </td>
                  <td className="screen">
                    {line.metal === 'copper' ? (
                      <Action onPress={() => dispatch(addCoil(line.size, line.colour, USUAL_COIL_M))}>
                        I have a coil
                      </Action>
                    ) : null}
                  </td>
                </tr>
              ))}
            </tbody>
          </Table>
        </Cards>
      )}
      {Object.keys(wiring.coils).length > 0 ? (
        <>
          <h3 style={{ fontSize: 15, margin: '16px 0 8px' }}>Coils at hand</h3>
          {inOrder(wiring.coils).map(([id, { size, colour }]) => (
            <Row key={id} style={{ marginBottom: 8, alignItems: 'end' }}>
              <span style={{ minWidth: 150 }}>
                {sizeText(size)} {colour}
              </span>
              <Pencil path={`/wiring/coils/${id}/metres`} />
              <Pencil path={`/wiring/coils/${id}/count`} />
              {reading ? null : <Action onPress={() => dispatch(removeCoil(id))}>Delete it</Action>}
            </Row>
          ))}
        </>
      ) : null}
      <h3 style={{ fontSize: 15, margin: '16px 0 6px' }}>Ends, fuses and switches</h3>
      <ul style={{ columns: '300px 2', margin: 0, paddingLeft: 18 }}>
        {parts.map(({ what, many }) => (
          <li key={what} style={{ breakInside: 'avoid' }}>
            {what.startsWith('metres') ? many : `${many} ×`} {what}
          </li>
        ))}
      </ul>
      <Row className="screen" style={{ marginTop: 10 }}>
        <Action onPress={() => saveFile(`${fileName(name)}-cable.csv`, 'text/csv', csv())}>
          Save as CSV
        </Action>
      </Row>
    </Section>
  );
}

const longest = (pieces: CableLine['pieces']) =>
  pieces.reduce((most, { lengthM }) => Math.max(most, lengthM), 0);

/** How the pieces come out of the coils there are. */
function Cut({ line: { cutting } }: { line: CableLine }) {
  const show = useUnits();
  if (!cutting) return <>–</>;
  const left = cutting.coils.map(({ leftM }) => show(leftM, 'distance')).join(', ');
  if (cutting.short.length > 0)
    return (
      <span className="bad">
        {cutting.short.length} piece{cutting.short.length === 1 ? '' : 's'} too long for what is left
      </span>
    );
  return (
    <>
      {cutting.coils.length} coil{cutting.coils.length === 1 ? '' : 's'}, {left} left
    </>
  );
}
