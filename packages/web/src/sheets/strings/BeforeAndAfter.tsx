import type { WindowPicture } from '@ivolt/core';
import { useAppSelector } from '../../job/store';
import { changeOf } from '../../job/change';
import { useArray, useArrayFigure, useDesignPart, useEvaluation, usePartId } from '../../job/hooks';
import { Heads } from '../../ui/Heads';
import { figureText } from '../../job/fields/Ink';
import { Scroll, Table } from '../../ui/layout';
import { Section } from '../../ui/Section';

const FIGURES = [
  ['strings.cold', 'cold, open'],
  ['strings.hot', 'hot, working'],
  ['strings.isc', 'short-circuit amps an input'],
  ['strings.imp', 'working amps an input'],
  ['strings.power', 'to the bank, full sun'],
  ['strings.together', 'together at full sun'],
  ['strings.given', 'given away a year'],
] as const;

/** The ruler with the strings of the pinned design below those of now. */
export function withBefore(now: WindowPicture, before: WindowPicture | undefined): WindowPicture {
  const were = before?.bars
    .filter(({ chosen }) => chosen)
    .map((bar) => ({
      ...bar,
      key: `before ${bar.key}`,
      name: `before, ${bar.name}`,
      series: null,
      chosen: false,
    }));
  return were ? { ...now, bars: [...now.bars, ...were] } : now;
}

/** The strings as they were pinned, side by side with those of now. */
export function BeforeAndAfter() {
  const { id } = useArray();
  const units = useDesignPart('units');
  const partId = usePartId('strings-before');
  const figure = useArrayFigure(id);
  const before = useAppSelector(({ job }) => job.before);
  const now = useEvaluation();
  if (!before || !now) return null;
  const rows = FIGURES.flatMap(([key, name]) => {
    const [was, is] = [before.figures[figure(key)], now.figures[figure(key)]];
    return was || is ? [{ name, was, is, change: changeOf(is, was, units) }] : [];
  });
  return (
    <Section part={partId} title="Before and after">
      <Scroll>
        <Table aria-label="Before and now" style={{ maxWidth: 560 }}>
          <Heads of={['', ['Before'], ['Now'], ['Change']]} />
          <tbody>
            {rows.map(({ name, was, is, change }) => (
              <tr key={name}>
                <th scope="row">{name}</th>
                <td className="n">{figureText(was)}</td>
                <td className="n">{figureText(is)}</td>
                <td className="n">{change ?? '–'}</td>
              </tr>
            ))}
          </tbody>
        </Table>
      </Scroll>
    </Section>
  );
}
