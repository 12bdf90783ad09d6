import {
  chosen,
  guess,
  inOrder,
  isOpen,
  readHorizon,
  withValueAt,
  writeHorizon,
  type Obstacle,
  type ObstacleKind,
  type Skyline,
} from '@ivolt/core';
import { useCallback, useRef, useState } from 'react';
import { styled } from 'styled-components';
import { useAppDispatch } from '../../app/store';
import { LostHours } from '../../charts/LostHours';
import { SkylinePicture } from '../../charts/SkylinePicture';
import { edit, notice, putValue } from '../../job/edits';
import { useArray, useDesign, usePartId } from '../../job/hooks';
import { useReckoned } from '../../job/useReckoned';
import { Action, Hidden } from '../../ui/controls';
import { Note, Row, Scroll, Section, Table } from '../../ui/layout';
import { Commands, Opener, type Choice } from '../../ui/Opener';
import { Pencil } from '../../ui/Pencil';
import { PencilText } from '../../ui/PencilWords';
import { color, site } from '../../ui/tokens';
import { MonthsField } from '../uses/MonthsField';

const KINDS: readonly Choice<ObstacleKind>[] = [
  { id: 'tree', label: 'Tree or row of trees' },
  { id: 'ridge', label: 'Ridge or building' },
  { id: 'chimney', label: 'Chimney' },
  { id: 'mast', label: 'Mast or aerial' },
  { id: 'boom', label: 'Boom or awning' },
  { id: 'box', label: 'Equipment box' },
];

/** Where each kind usually stands: distance, top and bottom above the panels, width, m. A first guess to type over. */
const USUAL: Readonly<Record<ObstacleKind, readonly [number, number, number, number]>> = {
  tree: [15, 8, 0, 5],
  ridge: [100, 20, 0, 150],
  chimney: [3, 1.5, 0, 0.7],
  mast: [3, 6, 0, 0.1],
  boom: [2, 1.3, 1, 3],
  box: [2, 0.6, 0, 0.9],
};

function newObstacle(kind: ObstacleKind, azimuth: number, position: number): Obstacle {
  const [distance, height, bottom, width] = USUAL[kind];
  return {
    name: KINDS.find(({ id }) => id === kind)?.label.split(' or ')[0] ?? '',
    kind,
    position,
    azimuth: guess(azimuth),
    distance: guess(distance),
    height: guess(height),
    bottom: chosen(bottom),
    width: guess(width),
    leafed: guess(15),
    bare: guess(55),
    bareMonths: azimuth === 180 ? [11, 12, 1, 2, 3, 4] : [5, 6, 7, 8, 9, 10],
  };
}

const Text = styled.textarea`
  display: block;
  width: 100%;
  min-width: 260px;
  min-height: 180px;
  font:
    14px/1.4 ui-monospace,
    monospace;
  background: ${color.tint};
  color: ${color.ink};
  border: 0;
  border-bottom: 1.5px dashed ${color.pencil};
  padding: 6px;
  ${site} {
    font-size: 17px;
  }
`;

const Sheetful = styled.div`
  padding: 12px;
  label {
    display: block;
    margin-bottom: 6px;
  }
`;

const Wrong = styled.ul`
  margin: 8px 0 0;
  padding-left: 20px;
  color: ${color.act};
  font-size: 14px;
`;

/** What stands between one array and the sun, and what it costs. */
export function SkylinePart() {
  const dispatch = useAppDispatch();
  const { arrays } = useDesign();
  const { id, plan, path } = useArray();
  const partId = usePartId('array-skyline');
  const { skyline } = plan;
  const picture = useReckoned(
    useCallback((core, design, grid) => core.sky(design, grid, id), [id]),
    id,
  );
  const others = inOrder(arrays).filter(([other, array]) => other !== id && !isOpen(array.skyline));
  const paint = useCallback(
    (heights: Readonly<Record<string, number>>, stroke: string) =>
      dispatch(
        edit(
          'Paint the horizon',
          (design) => {
            const points = { ...design.arrays[id]?.skyline.points };
            for (const [azimuth, height] of Object.entries(heights)) {
              if (height > 0) points[azimuth] = height;
              else delete points[azimuth];
            }
            return withValueAt(design, `/arrays/${id}/skyline/points`, points);
          },
          `horizon ${id} ${stroke}`,
        ),
      ),
    [dispatch, id],
  );
  const put = (label: string, next: Skyline) => dispatch(putValue(label, `${path}/skyline`, next));
  const add = (kind: ObstacleKind) => {
    const position = Math.max(0, ...Object.values(skyline.obstacles).map((one) => one.position)) + 1;
    const azimuth = (picture?.latDeg ?? 1) >= 0 ? 180 : 0;
    const key = `o${crypto.randomUUID().slice(0, 8)}`;
    const fresh = newObstacle(kind, azimuth, position);
    dispatch(putValue(`Place ${fresh.name.toLowerCase()}`, `${path}/skyline/obstacles/${key}`, fresh));
  };
  const lost = picture && picture.yearLostKWh > 0.5;
  return (
    <Section aria-labelledby={partId}>
      <h2 id={partId}>What stands in the light</h2>
      <p style={{ marginBottom: 8 }} data-testid="skyline-cost">
        {picture === null
          ? 'The sun’s tracks wait for the place.'
          : lost
            ? `It takes ${Math.round(picture.yearLostKWh)} kWh a year, ${Math.round((100 * picture.yearLostKWh) / (picture.yearLostKWh + picture.yearLeftKWh))} % of what ${Object.keys(arrays).length > 1 ? plan.name : 'the array'} would make.`
            : 'Nothing yet: the sky is taken as open all round.'}
      </p>
      <SkylinePicture picture={picture} skyline={skyline} widthM={plan.width.value} onPaint={paint} />
      <Note className="screen">
        Drag over the picture to paint the horizon, or focus it and use the arrow keys.
        {picture && Object.keys(arrays).length > 0 ? ` Sun of ${picture.placeName}, in solar hours.` : ''}
      </Note>
      <Row style={{ marginTop: 10, alignItems: 'center' }} className="screen">
        <Commands
          label="Place something in the light"
          sign="Place something"
          look="words"
          commands={KINDS}
          onChoose={add}
        />
        <HorizonText
          points={skyline.points}
          onPoints={(points) => put('Type the horizon', { ...skyline, points })}
        />
        <Action
          onPress={() => {
            const url = URL.createObjectURL(new Blob([writeHorizon(skyline.points)], { type: 'text/csv' }));
            const link = Object.assign(document.createElement('a'), { href: url, download: 'horizon.csv' });
            link.click();
            URL.revokeObjectURL(url);
          }}
        >
          Save as CSV
        </Action>
        {isOpen(skyline) ? null : (
          <Action onPress={() => put('Clear the skyline', { points: {}, obstacles: {} })}>
            Clear it all
          </Action>
        )}
        {others.map(([other, { name, skyline: theirs }]) => (
          <Action key={other} onPress={() => put(`Take the skyline of ${name}`, theirs)}>
            Take that of {name}
          </Action>
        ))}
      </Row>
      <Obstacles />
      {picture && lost ? (
        <>
          <h3 style={{ marginTop: 18, fontSize: 16 }}>Hours that are lost, by month</h3>
          <LostHours picture={picture} />
        </>
      ) : null}
    </Section>
  );
}

function HorizonText({
  points,
  onPoints,
}: {
  points: Readonly<Record<string, number>>;
  onPoints: (points: Record<string, number>) => void;
}) {
  const dispatch = useAppDispatch();
  const file = useRef<HTMLInputElement>(null);
  const [problems, setProblems] = useState<string[]>([]);
  const [text, setText] = useState<string | null>(null);
  const shown =
    text ??
    Object.entries(points)
      .map(([azimuth, height]) => [Number(azimuth), height] as const)
      .sort(([a], [b]) => a - b)
      .map(([azimuth, height]) => `${azimuth}, ${height}`)
      .join('\n');
  const take = (words: string, close: () => void) => {
    const reading = readHorizon(words);
    if (!reading.ok) return setProblems(reading.problems);
    onPoints(reading.points);
    dispatch(notice(`${reading.read} points read`, true));
    setProblems([]);
    setText(null);
    close();
  };
  return (
    <Opener
      label="Type or read points"
      hideLabel
      says=""
      shown="Type or read points"
      opens="dialog"
      look="words"
    >
      {(close) => (
        <Sheetful>
          <label htmlFor="horizon-text">A line a point: azimuth, height in degrees</label>
          <Text
            id="horizon-text"
            value={shown}
            onChange={(event) => setText(event.target.value)}
            spellCheck={false}
          />
          {problems.length > 0 ? (
            <Wrong role="alert">
              {problems.map((problem) => (
                <li key={problem}>{problem}</li>
              ))}
            </Wrong>
          ) : null}
          <Row style={{ marginTop: 10 }}>
            <Action $act onPress={() => take(shown, close)}>
              Take these points
            </Action>
            <Action onPress={() => file.current?.click()}>Read a CSV file</Action>
          </Row>
          <input
            ref={file}
            type="file"
            accept=".csv,.txt,text/csv,text/plain"
            hidden
            aria-label="CSV file of a horizon"
            onChange={(event) => {
              const [chosenFile] = event.target.files ?? [];
              event.target.value = '';
              if (!chosenFile) return;
              if (chosenFile.size > 1_000_000)
                return setProblems(['The file is larger than 1 MB; a horizon is a few hundred lines']);
              void chosenFile.text().then((words) => {
                setText(words);
                take(words, close);
              });
            }}
          />
        </Sheetful>
      )}
    </Opener>
  );
}

const Frame = styled(Scroll)`
  margin-top: 12px;
  font-size: 14px;
  td {
    vertical-align: top;
  }
  ${site} {
    font-size: 16px;
    table,
    tbody {
      display: block;
    }
    thead {
      display: none;
    }
    tr {
      display: grid;
      grid-template-columns: 1fr 1fr;
      gap: 8px 16px;
      padding: 12px 0;
      border-bottom: 1.5px solid ${color.ink};
    }
    td {
      display: block;
      border: 0;
      text-align: left !important;
    }
    td[data-label]::before {
      content: attr(data-label);
      display: block;
      color: ${color.soft};
    }
  }
`;

const COLUMNS = [
  ['azimuth', 'Stands at', 5],
  ['distance', 'Away', 6],
  ['height', 'Top above panels', 6],
  ['bottom', 'Begins at', 5],
  ['width', 'Wide', 6],
] as const;

function Obstacles() {
  const dispatch = useAppDispatch();
  const { plan, path } = useArray();
  const inTurn = inOrder(plan.skyline.obstacles);
  if (inTurn.length === 0) return null;
  const trees = inTurn.some(([, { kind }]) => kind === 'tree');
  return (
    <>
      <Row style={{ marginTop: 14 }}>
        <Pencil path={`${path}/width`} label="Array is wide" />
      </Row>
      <Frame>
        <Table aria-label="Things in the light">
          <thead>
            <tr>
              <th scope="col">What</th>
              {COLUMNS.map(([key, label]) => (
                <th key={key} scope="col" className="n">
                  {label}
                </th>
              ))}
              {trees ? (
                <>
                  <th scope="col" className="n">
                    Through leaves
                  </th>
                  <th scope="col" className="n">
                    Bare
                  </th>
                  <th scope="col">Bare in</th>
                </>
              ) : null}
              <th scope="col">
                <Hidden>More</Hidden>
              </th>
            </tr>
          </thead>
          <tbody>
            {inTurn.map(([id, obstacle]) => {
              const here = `${path}/skyline/obstacles/${id}`;
              const name = obstacle.name || 'the unnamed thing';
              const figure = (key: string, label: string, chars: number) => (
                <Pencil
                  path={`${here}/${key}`}
                  hideLabel
                  label={`${label}, ${name}`}
                  chars={chars}
                  align="end"
                />
              );
              return (
                <tr key={id} data-obstacle={obstacle.name}>
                  <td>
                    <PencilText
                      label="What it is"
                      hideLabel
                      value={obstacle.name}
                      chars={10}
                      onChange={(next, session) =>
                        dispatch(putValue(`Rename ${name}`, `${here}/name`, next, session))
                      }
                    />
                  </td>
                  {COLUMNS.map(([key, label, chars]) => (
                    <td key={key} className="n" data-label={label}>
                      {figure(key, label, chars)}
                    </td>
                  ))}
                  {trees ? (
                    obstacle.kind === 'tree' ? (
                      <>
                        <td className="n" data-label="Through leaves">
                          {figure('leafed', 'Through leaves', 4)}
                        </td>
                        <td className="n" data-label="Bare">
                          {figure('bare', 'Through it bare', 4)}
                        </td>
                        <td data-label="Bare in">
                          <MonthsField
                            months={obstacle.bareMonths}
                            label={`Bare months of ${name}`}
                            cell={`${id}.bareMonths`}
                            onChange={(months) =>
                              dispatch(
                                putValue(`Change the bare months of ${name}`, `${here}/bareMonths`, months),
                              )
                            }
                          />
                        </td>
                      </>
                    ) : (
                      <td colSpan={3} />
                    )
                  ) : null}
                  <td className="screen">
                    <Commands
                      label={`More for ${name}`}
                      sign="⋯"
                      commands={[{ id: 'delete', label: 'Take it away' }]}
                      onChoose={() => dispatch(putValue(`Take ${name} away`, here, undefined))}
                    />
                  </td>
                </tr>
              );
            })}
          </tbody>
        </Table>
      </Frame>
    </>
  );
}
