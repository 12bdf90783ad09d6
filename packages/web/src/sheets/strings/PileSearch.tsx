import { formatNumber, inOrder, type PileAnswer, type PileChange } from '@ivolt/core';
import { proxy } from 'comlink';
import { useEffect, useRef, useState } from 'react';
import { useAppDispatch, useAppSelector } from '../../job/store';
import { applyRemedy } from '../../job/edits';
import { useArray, usePartId } from '../../job/hooks';
import { Action, Tick } from '../../ui/controls';
import { Heads } from '../../ui/Heads';
import { Note, Row, Scroll, Table } from '../../ui/layout';
import { Section } from '../../ui/Section';
import { patientCore } from '../../workers/core';

interface Found {
  label: string;
  answer: PileAnswer;
}

/** What the pile could make at best, and what another panel more or less would change. */
export function PileSearch() {
  const dispatch = useAppDispatch();
  const { id, plan } = useArray();
  const partId = usePartId('strings-search');
  const design = useAppSelector(({ job }) => job.design);
  const grid = useAppSelector(({ job }) => job.climate.grid);
  const [running, setRunning] = useState<{ label: string; share: number } | null>(null);
  const [found, setFound] = useState<{ design: unknown; list: Found[] }>({ design: null, list: [] });
  const [stopped, setStopped] = useState<string | null>(null);
  const [together, setTogether] = useState(false);
  const wanted = useRef(0);
  useEffect(() => () => void wanted.current++, []);
  const { pile } = plan;
  if (!pile || !design) return null;

  const run = async (asks: readonly { label: string; change: PileChange }[]) => {
    const own = ++wanted.current;
    setStopped(null);
    const list: Found[] = [];
    for (const [i, { label, change }] of asks.entries()) {
      setRunning({ label, share: i / asks.length });
      const onShare = proxy((share: number) => {
        if (wanted.current !== own) return false;
        setRunning({ label, share: (i + share) / asks.length });
        return true;
      });
      let answer: PileAnswer | null;
      try {
        answer = await patientCore().pile(design, grid, id, change, together, onShare);
      } catch {
        if (wanted.current === own) end('The search broke off. Nothing was changed; try it once more.');
        return;
      }
      if (wanted.current !== own) return;
      if (!answer) {
        end('Nothing to search yet: the place and at least one sort with a possible sheet are needed.');
        return;
      }
      list.push({ label, answer });
    }
    setRunning(null);
    setFound({ design, list });
  };
  const end = (why: string) => {
    wanted.current++;
    setRunning(null);
    setStopped(why);
  };

  const others = inOrder(design.arrays).filter(([other, array]) => other !== id && array.pile !== null);
  const arrayNames = Object.fromEntries(
    Object.entries(design.arrays).map(([other, { name }]) => [other, others.length > 0 ? `${name}, ` : '']),
  );
  const sorts = inOrder(pile.sorts);
  const asIs = { label: 'all of them', change: {} };
  const changes = sorts.flatMap(([sortId, { name, count }]) => [
    ...(count.value > 0 ? [{ label: `one fewer: ${name}`, change: { [sortId]: -1 } }] : []),
    { label: `two more: ${name}`, change: { [sortId]: 2 } },
  ]);
  // what was found is of the design as it was
  const fresh = found.design === design ? found.list : [];
  const best = fresh.find(({ label }) => label === asIs.label)?.answer;
  return (
    <Section part={partId} className="screen" title="What would make most">
      <Row style={{ alignItems: 'center' }}>
        {running ? (
          <>
            <progress value={running.share} max={1} aria-label="Search" />
            <span role="status">Trying {running.label}</span>
            <Action onPress={() => end('Stopped. Nothing was changed.')}>Stop the search</Action>
          </>
        ) : (
          <>
            <Action $act onPress={() => void run([asIs])}>
              Find the strings that make most
            </Action>
            <Action onPress={() => void run([asIs, ...changes])}>And with panels more or fewer</Action>
          </>
        )}
      </Row>
      {others.length > 0 ? (
        <Row style={{ marginTop: 8 }}>
          <Tick checked={together} onChange={setTogether}>
            together with the pile of{' '}
            {others.map(([, { name }]) => name || 'the unnamed array').join(' and ')}
          </Tick>
        </Row>
      ) : null}
      {stopped ? <Note role="status">{stopped}</Note> : null}
      {best ? (
        <div role="status" style={{ marginTop: 12 }}>
          <p>
            At best {together ? 'the piles make' : 'the pile makes'}{' '}
            <b>{formatNumber(Math.round(best.kWh), 0)} kWh</b> a year ,{' '}
            {formatNumber(Math.round(best.kWh - best.nowKWh), 0)} more than as{' '}
            {together ? 'they are' : 'it is'} strung.{' '}
            {best.exact
              ? `No other way makes more: ${formatNumber(best.weighed, 0)} were weighed.`
              : `The pile is too large to try it all; nothing can make more than ${formatNumber(Math.round(best.boundKWh), 0)} kWh.`}
          </p>
          {best.strings.length === 0 ? (
            <p>
              None of these panels fits any free input: the volts at the coldest or on the hottest day forbid
              it.
            </p>
          ) : (
            <ul style={{ margin: '8px 0', paddingLeft: 20 }}>
              {best.strings.map((string, i) => (
                <li key={i}>{wordsOf(string, arrayNames)}</li>
              ))}
            </ul>
          )}
          <Action $act onPress={() => dispatch(applyRemedy('What would make most', best.remedy))}>
            {best.remedy.label}
          </Action>
        </div>
      ) : null}
      {fresh.length > 1 && best ? (
        <Scroll style={{ marginTop: 14 }}>
          <Table aria-label="With panels more or fewer" style={{ maxWidth: 640 }}>
            <Heads of={['With', ['kWh a year'], ['Change'], '']} />
            <tbody>
              {fresh.slice(1).map(({ label, answer }) => (
                <tr key={label}>
                  <th scope="row">{label}</th>
                  <td className="n">{formatNumber(Math.round(answer.kWh), 0)}</td>
                  <td className="n">{signed(Math.round(answer.kWh - best.kWh))}</td>
                  <td>
                    <Action
                      aria-label={`String them so, with ${label}`}
                      onPress={() => dispatch(applyRemedy(label, answer.remedy))}
                    >
                      {answer.remedy.label}
                    </Action>
                  </td>
                </tr>
              ))}
            </tbody>
          </Table>
        </Scroll>
      ) : null}
    </Section>
  );
}

const signed = (value: number) => (value > 0 ? `+${formatNumber(value, 0)}` : formatNumber(value, 0));

function wordsOf(
  { arrayId, input, panels }: PileAnswer['strings'][number],
  arrayNames: Readonly<Record<string, string>>,
): string {
  const parts = panels.map(({ name, count }) => `${count} × ${name}`);
  return `${arrayNames[arrayId] ?? ''}input ${input}: ${parts.join(' + ')}`;
}
