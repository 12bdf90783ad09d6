import { deviceText, sizeText, type SizeName, type WireRun } from '@ivolt/core';
import { styled } from 'styled-components';
import { Ink } from '../../job/fields/Ink';
import { useUnits } from '../../job/hooks';
import { addOwn } from './useWireEdits';
import { useAppDispatch } from '../../job/store';
import { Action, wordLook } from '../../ui/controls';
import { Heads } from '../../ui/Heads';
import { Cards, Table } from '../../ui/layout';
import { useReading } from '../../ui/reading';
import { color } from '../../ui/tokens';

const Name = styled.button<{ $act?: boolean }>`
  ${wordLook}
  text-align: left;
`;

const Small = styled.small`
  display: block;
  font-size: 13px;
  color: ${color.soft};
  font-weight: 400;
`;

/** How much of what it may a run drops: a rule with its limit at the end. */
function DropBar({ share }: { share: number }) {
  const width = 56;
  return (
    <svg
      width={width + 6}
      height="8"
      aria-hidden
      className="screen"
      style={{ verticalAlign: 'middle', marginLeft: 8 }}
    >
      <line x1="0" y1="4" x2={width} y2="4" stroke={color.rule} strokeWidth="1.5" />
      <line
        x1="0"
        y1="4"
        x2={Math.min(width + 5, width * share)}
        y2="4"
        stroke={share > 1 ? color.act : color.ink}
        strokeWidth="4"
      />
      <line x1={width} y1="0" x2={width} y2="8" stroke={color.ink} strokeWidth="1.5" />
    </svg>
  );
}

/** "2 × 35 mm²". */
export const wireText = ({ size, side }: { size: string; side: number }): string =>
  `${side > 1 ? `${side} × ` : ''}${sizeText(size as SizeName)}`;

const GOVERNS: Readonly<Record<WireRun['governs'], string>> = {
  drop: 'by its drop',
  ampacity: 'by its amps',
  protection: 'by its fuse',
  strength: 'least that is laid',
  short: 'by a short',
  typed: 'yours',
};

/** A run of the book, as one text. */
function runText(run: WireRun, show: ReturnType<typeof useUnits>): string {
  const { device } = run;
  const guarded = device
    ? `; ${deviceText(device, (amps) => show(amps, 'current'), false)} ${device.at}`
    : '';
  const short = run.fails.length > 0 ? '. It does not do' : '';
  return `${run.name}${run.many > 1 ? ` × ${run.many}` : ''}: ${show(run.lengthM, 'distance')} of ${wireText(run)}, ${show(run.amps, 'current')}, drops ${show(run.dropPct, 'percent')}${guarded}${short}.`;
}

/** Every run in one line: what it carries, on what, how far, and what protects it. */
export function RunsTable({
  runs,
  shown,
  onShow,
}: {
  runs: readonly WireRun[];
  shown: string | null;
  onShow: (key: string) => void;
}) {
  const dispatch = useAppDispatch();
  const reading = useReading();
  const show = useUnits();
  if (reading)
    return (
      <ol style={{ margin: 0, paddingLeft: '2.2em' }}>
        {runs.map((run) => (
          <li key={run.key}>{runText(run, show)}</li>
        ))}
      </ol>
    );
  return (
    <>
      <Cards>
        <Table aria-label="Every run">
          <Heads of={['Run', ['One way'], ['Current'], 'Wire', 'Drop', 'Protected by']} />
          <tbody>
            {runs.map((run) => (
              <tr key={run.key} data-chosen={run.key === shown} data-run={run.key}>
                <th scope="row" className="wide">
                  <Name
                    type="button"
                    aria-pressed={run.key === shown}
                    onClick={() => {
                      onShow(run.key);
                      requestAnimationFrame(() =>
                        document.getElementById('wire-run')?.scrollIntoView({ block: 'nearest' }),
                      );
                    }}
                  >
                    {run.name}
                  </Name>
                  {run.many > 1 ? ` × ${run.many}` : ''}
                  <Small>
                    {run.from} → {run.to}
                  </Small>
                </th>
                <td className="n" data-label="One way">
                  {show(run.lengthM, 'distance')}
                  {run.guessed ? <Small>guessed</Small> : null}
                </td>
                <td className="n" data-label="Current">
                  {show(run.amps, 'current')}
                </td>
                <td data-label="Wire">
                  {wireText(run)}
                  <Small>
                    {GOVERNS[run.governs]}
                    {run.metal === 'aluminium' ? ', aluminium' : ''}
                  </Small>
                </td>
                <td
                  data-label="Drop"
                  className={run.fails.length > 0 ? 'bad' : undefined}
                  style={{ whiteSpace: 'nowrap' }}
                >
                  <Ink id={`wire:${run.key}`} />
                  <DropBar share={run.dropPct / run.limitPct} />
                </td>
                <td data-label="Protected by">
                  {run.device ? deviceText(run.device, (amps) => show(amps, 'current'), false) : '–'}
                </td>
              </tr>
            ))}
          </tbody>
        </Table>
      </Cards>
      <div className="screen" style={{ marginTop: 12 }}>
        <Action onPress={() => onShow(`own-${dispatch(addOwn())}`)}>Add a circuit of your own</Action>
      </div>
    </>
  );
}
