import { inOrder } from '@ivolt/core';
import { styled } from 'styled-components';
import { useAppDispatch } from '../../job/store';
import { putValue } from '../../job/edits';
import { useArray } from '../../job/hooks';
import {} from '../../ui/controls';
import { Cards, Row, Table } from '../../ui/layout';
import { Commands } from '../../ui/Opener';
import { Pencil } from '../../job/fields/Pencil';
import { PencilText } from '../../job/fields/PencilWords';
import { site } from '../../ui/tokens';
import { MonthsField } from '../../ui/MonthsField';
import { Heads } from '../../ui/Heads';

const Frame = styled(Cards)`
  margin-top: 12px;
  font-size: 14px;
  ${site} {
    font-size: 16px;
  }
`;

const COLUMNS = [
  ['azimuth', 'Direction', 5],
  ['distance', 'Distance', 6],
  ['height', 'Top above panels', 6],
  ['bottom', 'Bottom edge', 5],
  ['width', 'Width', 6],
] as const;

/** What stands in the light, row by row. */
export function Obstacles() {
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
          <Heads
            of={[
              'What',
              ...COLUMNS.map(([, label]) => [label] as const),
              ...(trees ? ([['Through leaves'], ['Bare'], 'Bare in'] as const) : []),
              '',
            ]}
          />
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
                  <th scope="row">
                    <PencilText
                      label="What it is"
                      hideLabel
                      value={obstacle.name}
                      chars={10}
                      onChange={(next, session) =>
                        dispatch(putValue(`Rename ${name}`, `${here}/name`, next, session))
                      }
                    />
                  </th>
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
