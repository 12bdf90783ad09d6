import {
  displayFigure,
  formatNumber,
  inOrder,
  joined,
  type PileInputPicture,
  type PilePicture,
  type Quantity,
} from '@ivolt/core';
import { useAppDispatch } from '../../job/store';
import { putValue } from '../../job/edits';
import { useArray, useDesignPart, useEvaluation, usePartId } from '../../job/hooks';
import { Action } from '../../ui/controls';
import { Cards, Note, Row, Table } from '../../ui/layout';
import { Section } from '../../ui/Section';
import { Select } from '../../ui/Opener';
import { PencilCount } from '../../job/fields/PencilCount';
import { addString, removeString } from './pileEdits';
import { Heads } from '../../ui/Heads';
import { TickField } from '../../job/fields/TickField';

const MOST_IN_STRING = 60;

/** How the pile is strung, one string at a time, and what each input makes of it. */
export function OwnStrings({ picture }: { picture: PilePicture | null }) {
  const dispatch = useAppDispatch();
  const { id, plan, path } = useArray();
  const controllers = useDesignPart('controllers');
  const units = useDesignPart('units');
  const partId = usePartId('strings-own');
  const controller = controllers[plan.strings.controller];
  const { pile } = plan;
  if (!pile || !controller) return null;
  const shown = (value: number | undefined, quantity: Quantity) =>
    value === undefined ? '–' : joined(displayFigure(value, quantity, units));
  const sorts = inOrder(pile.sorts);
  const facts = new Map(
    picture?.inputs.flatMap(({ strings, maxV }) =>
      strings.map((string) => [string.id, { ...string, maxV }] as const),
    ),
  );
  return (
    <Section part={partId} title="How they are strung">
      <Cards>
        <Table aria-label="Strings of the pile">
          <Heads
            of={[
              'String',
              'On input',
              ...sorts.map(([, { name }]) => [name] as const),
              ['Cold, open'],
              ['Hot, working'],
              ['Alone'],
              ['It carries'],
              null,
            ]}
          />
          <tbody>
            {inOrder(pile.strings).map(([stringId, string], i) => {
              const at = facts.get(stringId);
              const stringPath = `${path}/pile/strings/${stringId}`;
              return (
                <tr key={stringId}>
                  <th scope="row" className="wide">
                    String {i + 1}
                  </th>
                  <td data-label="On input">
                    <Select
                      label={`Input of string ${i + 1}`}
                      hideLabel
                      compact
                      value={String(string.input)}
                      choices={Array.from(
                        { length: Math.max(controller.inputs.value, string.input) },
                        (_, n) => ({
                          id: String(n + 1),
                          label: String(n + 1),
                        }),
                      )}
                      onChange={(input) =>
                        dispatch(
                          putValue(`String ${i + 1} to input ${input}`, `${stringPath}/input`, Number(input)),
                        )
                      }
                    />
                  </td>
                  {sorts.map(([sortId, { name }]) => (
                    <td key={sortId} className="n" data-label={name}>
                      <PencilCount
                        place={`${stringPath}/panels/${sortId}`}
                        label={`${name} in string ${i + 1}`}
                        value={string.panels[sortId] ?? 0}
                        most={MOST_IN_STRING}
                        cell={`${stringId}.${sortId}`}
                        onChange={(count, session) =>
                          dispatch(
                            putValue(
                              `${count} of ${name} in string ${i + 1}`,
                              `${stringPath}/panels/${sortId}`,
                              count === 0 ? undefined : count,
                              session,
                            ),
                          )
                        }
                      />
                    </td>
                  ))}
                  <td className={at && at.coldVocV > at.maxV ? 'n bad' : 'n'} data-label="Cold, open">
                    {shown(at?.coldVocV, 'voltage')}
                  </td>
                  <td className={at?.short ? 'n bad' : 'n'} data-label="Hot, working">
                    {shown(at?.hotVmpV, 'voltage')}
                  </td>
                  <td className="n" data-label="Alone">
                    {shown(at?.aloneW, 'power')}
                  </td>
                  <td className={at && at.sharesA < -0.05 ? 'n bad' : 'n'} data-label="It carries">
                    {shown(at?.sharesA, 'current')}
                  </td>
                  <td className="screen">
                    <Action
                      aria-label={`Delete string ${i + 1}`}
                      onPress={() => dispatch(removeString(id, stringId))}
                    >
                      Delete
                    </Action>
                  </td>
                </tr>
              );
            })}
          </tbody>
        </Table>
      </Cards>
      <Row style={{ marginTop: 10, alignItems: 'center' }} className="screen">
        <Action onPress={() => dispatch(addString(id))}>Add a string</Action>
        <TickField
          path={`${path}/pile/blocked`}
          says={['Put in blocking diodes', 'Take out blocking diodes']}
        >
          a blocking diode in each string
        </TickField>
      </Row>
      {picture?.inputs.map((input) => (
        <InputLine key={input.input} input={input} shown={shown} />
      ))}
      <ForTheYear picture={picture} />
      <Note style={{ marginTop: 8 }}>
        Unlike panels in one string carry one current, those in strings side by side stand at one voltage:
        each input is solved from the curves of all its panels with their bypass diodes. Two connectors of
        different makers may not be fit to mate: change one of them. Strings side by side join in Y adapters
        or a combiner rated for the sum of their amps.
      </Note>
    </Section>
  );
}

function InputLine({
  input,
  shown,
}: {
  input: PileInputPicture;
  shown: (value: number, quantity: Quantity) => string;
}) {
  const lost = input.ownW > 0 ? 1 - input.wattsTogether / input.ownW : 0;
  return (
    <p style={{ marginTop: 8 }}>
      <b>Input {input.input}</b> makes {shown(input.wattsTogether, 'power')} at full sun, at{' '}
      {shown(input.volts, 'voltage')} and {shown(input.amps, 'current')}:{' '}
      {shown(input.ownW - input.wattsTogether, 'power')} or {formatNumber(Math.max(0, lost * 100), 1)} % less
      than its panels each at their best.
    </p>
  );
}

function ForTheYear({ picture }: { picture: PilePicture | null }) {
  const evaluation = useEvaluation();
  if (!picture || picture.ownKWh <= 0 || !evaluation) return null;
  const lost = picture.ownKWh - picture.kWh;
  return (
    <p style={{ marginTop: 8 }}>
      Over the year {formatNumber(Math.round(lost), 0)} kWh of {formatNumber(Math.round(picture.ownKWh), 0)}{' '}
      kWh, {formatNumber((100 * lost) / picture.ownKWh, 1)} %, are given away, before the controller’s own
      limits.
    </p>
  );
}
