import { readSeries, type Use } from '@ivolt/core';
import { useRef, useState, type DragEvent } from 'react';
import { styled } from 'styled-components';
import { useAppDispatch } from '../../app/store';
import { putValue } from '../../job/edits';
import { Action } from '../../ui/controls';
import { Note, Row } from '../../ui/layout';
import { Opener } from '../../ui/Opener';
import { Sentences, TextSheet } from '../../ui/TextSheet';
import { color } from '../../ui/tokens';

const Drop = styled.div`
  border: 1.5px dashed ${color.pencil};
  padding: 8px 12px;
  margin-top: 10px;
  max-width: 560px;
  &[data-over='true'] {
    background: ${color.tint};
  }
`;

const LARGEST_BYTES = 16 * 1024 * 1024;

/** A logger's readings of one use, pasted or dropped. */
export function SeriesPart({ id, use }: { id: string; use: Use }) {
  const dispatch = useAppDispatch();
  const file = useRef<HTMLInputElement>(null);
  const [text, setText] = useState('');
  const [over, setOver] = useState(false);
  const [problem, setProblem] = useState<string[]>([]);
  const take = (read: string, name: string): boolean => {
    const reading = readSeries(read, name);
    setProblem(reading.ok ? [] : [reading.message]);
    if (reading.ok) dispatch(putValue(`Take the readings of ${name}`, `/uses/${id}/series`, reading.series));
    return reading.ok;
  };
  const open = async (chosen: File | undefined) => {
    if (!chosen) return;
    if (chosen.size > LARGEST_BYTES)
      setProblem(['The file is over 16 MB; a year of minutes is about 12 MB.']);
    else take(await chosen.text(), chosen.name.slice(0, 120));
  };
  return (
    <>
      {use.series ? (
        <>
          <p style={{ margin: '8px 0 0' }}>
            From <b>{use.series.name}</b>: {use.series.watts.filter((month) => month !== null).length} of 12
            months, {Math.round(use.series.peakW)} W at most.
          </p>
          <Sentences texts={use.series.notes} />
        </>
      ) : null}
      <Drop
        className="screen"
        data-over={over}
        onDragOver={(event: DragEvent) => {
          event.preventDefault();
          setOver(true);
        }}
        onDragLeave={() => setOver(false)}
        onDrop={(event: DragEvent) => {
          event.preventDefault();
          setOver(false);
          void open(event.dataTransfer.files[0]);
        }}
      >
        <Row style={{ alignItems: 'center' }}>
          <Action onPress={() => file.current?.click()}>Read a file</Action>
          <Opener label="Paste readings" hideLabel says="" shown="Paste readings" opens="dialog" look="words">
            {(close) => (
              <TextSheet
                label="Time and W, or time and kWh, a line each; headings may stand above"
                text={text}
                onType={setText}
                problems={problem}
                take="Take these readings"
                onTake={() => take(text, 'pasted readings') && close()}
              />
            )}
          </Opener>
        </Row>
        <Note style={{ marginTop: 4 }}>
          CSV of time and W, kW, Wh or kWh, or a counter’s total; or drop one here. It is averaged into a day
          for each month.
        </Note>
      </Drop>
      <input
        ref={file}
        type="file"
        hidden
        aria-label="File of readings"
        accept=".csv,.txt,.tsv"
        onChange={(event) => {
          const [chosen] = event.target.files ?? [];
          event.target.value = '';
          void open(chosen);
        }}
      />
      <Sentences texts={problem} wrong />
    </>
  );
}
