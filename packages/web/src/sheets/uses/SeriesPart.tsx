import { readSeries, type Use } from '@ivolt/core';
import { useState } from 'react';
import { useAppDispatch } from '../../job/store';
import { putValue } from '../../job/edits';
import { FileDrop } from '../../ui/FileDrop';
import { Opener } from '../../ui/Opener';
import { Sentences, TextSheet } from '../../ui/TextSheet';

const LARGEST_BYTES = 16 * 1024 * 1024;

/** A logger's readings of one use, pasted or dropped. */
export function SeriesPart({ id, use }: { id: string; use: Use }) {
  const dispatch = useAppDispatch();
  const [text, setText] = useState('');
  const [problem, setProblem] = useState<string[]>([]);
  const take = (read: string, name: string): boolean => {
    const reading = readSeries(read, name);
    setProblem(reading.ok ? [] : [reading.message]);
    if (reading.ok) dispatch(putValue(`Take the readings of ${name}`, `/uses/${id}/series`, reading.series));
    return reading.ok;
  };
  const open = async (chosen: File) => {
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
      <FileDrop
        label="File of readings"
        press="Read a file"
        accept=".csv,.txt,.tsv"
        about="CSV of time and W, kW, Wh or kWh, or a counter’s total; or drop one here. It is averaged into a day for each month."
        top={10}
        onFile={(chosen) => void open(chosen)}
      >
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
      </FileDrop>
      <Sentences texts={problem} wrong />
    </>
  );
}
