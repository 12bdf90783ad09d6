import { oneLineOf, SCHOOLS, type OneLine } from '@ivolt/core';
import { useMemo, useState, type ReactNode } from 'react';
import { useNavigate } from 'react-router';
import { styled } from 'styled-components';
import { DrawingView } from '../../charts/oneLine/DrawingView';
import { svgText, type TitleBlock } from '../../charts/oneLine/svgFile';
import type { Drawing, Group } from '../../charts/oneLine/marks';
import { panelsIn, stringsDrawing } from '../../charts/oneLine/strings';
import { useWidth } from '../../charts/useWidth';
import { useAppSelector } from '../../job/store';
import { SheetHead } from '../../job/fields/SheetHead';
import { useDesign, useDesignPart, useEvaluation } from '../../job/hooks';
import { Action } from '../../ui/controls';
import { Heads } from '../../ui/Heads';
import { Note, Row, Scroll, Table } from '../../ui/layout';
import { Select } from '../../ui/Opener';
import { FieldLabel } from '../../ui/controls';
import { Box } from '../../ui/pencilParts';
import { useReading } from '../../ui/reading';
import { fileName, saveFile } from '../../ui/saveFile';
import { Section } from '../../ui/Section';
import { color } from '../../ui/tokens';
import { useBound } from '../../job/useBound';
import { useLaidOut } from './useLaidOut';

const PAPERS = [
  { id: 'a4', label: 'A4' },
  { id: 'a3', label: 'A3' },
  { id: 'letter', label: 'letter' },
  { id: 'tabloid', label: 'tabloid' },
] as const;
type Paper = (typeof PAPERS)[number]['id'];

/** Printed, it lies on a sheet of its own, on its side. */
const Printed = styled.div<{ $paper: Paper }>`
  @media print {
    page: ${({ $paper }) => `drawing-${$paper}`};
  }
`;

const Frame = styled(Scroll)`
  margin-top: 16px;
  padding-bottom: 6px;
  @media print {
    overflow: visible;
  }
`;

/** Below the drawing on paper: every part with its rating, and the title block in the corner. */
const Foot = styled.div`
  display: none;
  @media print {
    display: grid;
    grid-template-columns: minmax(0, 1fr) 62mm;
    gap: 0 8mm;
    align-items: end;
    margin-top: 4mm;
    font-size: 8pt;
    line-height: 1.3;
    dl {
      margin: 0;
      columns: 3;
      column-gap: 6mm;
    }
    dl > div {
      break-inside: avoid;
      border-bottom: 0.5pt solid ${color.rule};
      padding: 0.6mm 0;
    }
    dt {
      font-weight: 700;
    }
    dd {
      margin: 0;
    }
    address {
      font-style: normal;
      border: 1pt solid ${color.ink};
      padding: 2mm 3mm;
    }
    address b {
      display: block;
      font-size: 11pt;
    }
  }
`;
/** On paper it stands in the foot. */
const OnScreen = styled.div`
  @media print {
    display: none;
  }
`;

/** Least that letters may shrink to so that all is in sight. */
const LEAST_FIT = 0.72;
const CLOSER = 1.3;

/** Step 8: what is joined to what, as one line for each run. */
export function OneLineSheet() {
  const design = useDesign();
  const evaluation = useEvaluation();
  const reading = useReading();
  const graph = useMemo(() => evaluation && oneLineOf(design, evaluation), [design, evaluation]);
  const { drawing, failed } = useLaidOut(graph);
  const [paper, setPaper] = useState<Paper>(design.units === 'imperial' ? 'letter' : 'a4');
  return (
    <Printed $paper={paper}>
      <SheetHead sheet="one-line" />
      {failed ? (
        <Note role="alert">
          The drawing could not be laid out here. The Wire sheet has every run in a table; reload the page to
          try again.
        </Note>
      ) : null}
      {drawing && graph ? (
        reading ? (
          <BoundDrawing drawing={drawing} graph={graph} />
        ) : (
          <TheDrawing drawing={drawing} graph={graph} paper={paper} onPaper={setPaper} />
        )
      ) : failed ? null : (
        <Note role="status">Drawing …</Note>
      )}
      {graph && drawing && !reading ? <PrintedFoot graph={graph} /> : null}
      {reading ? null : <StringsPart />}
      {graph && !reading ? (
        <OnScreen>
          <SpecPart graph={graph} />
        </OnScreen>
      ) : null}
    </Printed>
  );
}

/** Groups of marks that are drawn at once into a book. */
const AT_ONCE = 12;

/** In a book, a few marks after another: a large drawing is never one long task. */
function BoundDrawing({ drawing, graph }: { drawing: Drawing; graph: OneLine }) {
  const bound = useBound(Math.ceil(drawing.groups.length / AT_ONCE));
  const grown = useMemo(
    () => ({ ...drawing, groups: drawing.groups.slice(0, bound * AT_ONCE) }),
    [bound, drawing],
  );
  return <TheDrawing drawing={grown} graph={graph} paper="a4" onPaper={() => undefined} />;
}

function useBlock(drawing: string): TitleBlock {
  const name = useDesignPart('name');
  const school = useDesignPart('school');
  return {
    job: name,
    drawing,
    school: SCHOOLS[school],
    day: new Date().toLocaleDateString(undefined, { dateStyle: 'medium' }),
  };
}

function TheDrawing({
  drawing,
  graph,
  paper,
  onPaper,
}: {
  drawing: Drawing;
  graph: OneLine;
  paper: Paper;
  onPaper: (paper: Paper) => void;
}) {
  const navigate = useNavigate();
  const id = useAppSelector(({ job }) => job.id);
  const reading = useReading();
  const block = useBlock('One-line drawing');
  const [measure, width] = useWidth(1000);
  const [zoom, setZoom] = useState<number | null>(null);
  const [sought, setSought] = useState('');
  const whole = Math.min(1, width / drawing.width);
  const scale = reading ? whole : (zoom ?? Math.max(LEAST_FIT, whole));
  const words = sought.trim().toLowerCase();
  const isFound = ({ says }: Group) => says.toLowerCase().includes(words);
  const found = words === '' ? [] : drawing.groups.filter((group) => group.of && isFound(group));
  const sheetOf = new Map(graph.parts.map((part) => [part.id, part.sheet]));
  const lead = ({ of, joins }: Group, children: ReactNode) => {
    const to = `/jobs/${id}/${of && 'part' in of ? (sheetOf.get(of.part) ?? 'wire') : `wire#run=${of?.run ?? ''}`}`;
    return (
      <a
        href={to}
        aria-description={joins}
        onClick={(event) => {
          if (event.metaKey || event.ctrlKey || event.shiftKey) return;
          event.preventDefault();
          void navigate(to);
        }}
      >
        {children}
      </a>
    );
  };
  const says = `One-line drawing: ${graph.parts.length} parts and ${graph.runs.length} runs. ${graph.runs
    .map(({ from, to, lines }) => `${title(graph, from)} to ${title(graph, to)}, ${lines[0]}`)
    .join('; ')}.`;
  return (
    <>
      {reading ? null : (
        <Row className="screen" style={{ alignItems: 'end' }}>
          <div>
            <FieldLabel htmlFor="one-line-find">Find a part</FieldLabel>
            <Box
              id="one-line-find"
              type="search"
              $chars={16}
              $end={false}
              value={sought}
              onChange={(event) => setSought(event.target.value)}
            />
          </div>
          <Note role="status">
            {words === '' ? '' : found.length === 0 ? 'Nothing of that name.' : `${found.length} found.`}
          </Note>
          <Action onPress={() => setZoom(Math.min(4, scale * CLOSER))}>Closer</Action>
          <Action onPress={() => setZoom(Math.max(0.2, scale / CLOSER))}>Farther</Action>
          <Action onPress={() => setZoom(whole)}>All of it</Action>
          <Select label="Paper" value={paper} choices={PAPERS} onChange={onPaper} />
          <Action onPress={() => window.print()}>Print</Action>
          <Action
            onPress={() =>
              saveFile(`${fileName(block.job)}-one-line.svg`, 'image/svg+xml', svgText(drawing, block))
            }
          >
            Save as SVG
          </Action>
          <DxfAction drawing={drawing} block={block} name={`${fileName(block.job)}-one-line.dxf`} />
        </Row>
      )}
      {reading ? null : (
        <Note className="screen">Press a part to go to its sheet, a run to go to its row.</Note>
      )}
      <Frame ref={measure} tabIndex={reading ? undefined : 0} aria-label="One-line drawing" role="region">
        <DrawingView
          drawing={drawing}
          says={says}
          scale={scale}
          lead={reading ? undefined : lead}
          isDim={(group) => words !== '' && group.of !== null && !isFound(group)}
        />
      </Frame>
    </>
  );
}

function PrintedFoot({ graph }: { graph: OneLine }) {
  const { job, drawing, school, day } = useBlock('One-line drawing');
  return (
    <Foot data-foot>
      <dl>
        {graph.spec.map(({ part, rated, loaded, margin }) => (
          <div key={part}>
            <dt>{part}</dt>
            <dd>
              {rated}, loaded to {loaded}
              {margin === null ? '' : `, ${Math.abs(margin).toFixed(0)} % ${margin < -0.5 ? 'over' : 'left'}`}
            </dd>
          </div>
        ))}
      </dl>
      <address>
        <b>{job}</b>
        {drawing}
        <br />
        {school} rules · {day}
        <br />A calculation, not an approval
      </address>
    </Foot>
  );
}

const title = ({ parts }: OneLine, id: string) => parts.find((part) => part.id === id)?.title ?? '';

/** DXF is written by a program that comes when it is asked for. */
function DxfAction({ drawing, block, name }: { drawing: Drawing; block: TitleBlock; name: string }) {
  return (
    <Action
      onPress={() =>
        void import('../../charts/oneLine/dxfFile').then(({ dxfText }) =>
          saveFile(name, 'image/vnd.dxf', dxfText(drawing, block)),
        )
      }
    >
      Save as DXF
    </Action>
  );
}

/** Each string, panel by panel. */
function StringsPart() {
  const design = useDesign();
  const evaluation = useEvaluation();
  const block = useBlock('Strings, panel by panel');
  const [measure, width] = useWidth(1000);
  const drawing = useMemo(() => evaluation && stringsDrawing(design, evaluation), [design, evaluation]);
  if (!drawing) return null;
  const fit = Math.min(1, Math.max(LEAST_FIT, width / drawing.width));
  return (
    <Section part="one-line-strings" title="Strings, panel by panel">
      <Note>
        Plus leaves the first panel; minus comes back along the row from the last. Number the panels on their
        frames as they are here, and measure each string before it is joined to anything.
      </Note>
      <Frame ref={measure} tabIndex={0} aria-label="Drawing of the strings" role="region">
        <DrawingView
          drawing={drawing}
          scale={fit}
          says={`${panelsIn(design)} panels. ${drawing.groups.map(({ says }) => says).join('; ')}.`}
        />
      </Frame>
      <Row className="screen" style={{ marginTop: 8 }}>
        <Action
          onPress={() =>
            saveFile(`${fileName(block.job)}-strings.svg`, 'image/svg+xml', svgText(drawing, block))
          }
        >
          Save the strings as SVG
        </Action>
      </Row>
    </Section>
  );
}

/** Every part with its rating, what it is loaded to, and the margin. */
function SpecPart({ graph }: { graph: OneLine }) {
  return (
    <Section part="one-line-spec" title="Ratings and loads">
      <Scroll>
        <Table aria-label="Ratings and loads">
          <Heads of={['Part', ['Rated'], ['Loaded to'], ['Margin']]} />
          <tbody>
            {graph.spec.map(({ part, rated, loaded, margin }) => (
              <tr key={part}>
                <th scope="row">{part}</th>
                <td className="n">{rated}</td>
                <td className="n">{loaded}</td>
                <td className={margin !== null && margin < -0.5 ? 'n bad' : 'n'}>
                  {margin === null ? '–' : `${margin.toFixed(0)} %`}
                </td>
              </tr>
            ))}
          </tbody>
        </Table>
      </Scroll>
    </Section>
  );
}
