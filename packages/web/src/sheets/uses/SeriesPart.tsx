import { NO_SERIES, type SeriesReading, type Use } from '@ivolt/core';
import { useRef, useState } from 'react';
import { useAppDispatch } from '../../job/store';
import { putValue } from '../../job/edits';
import { useDesignPart, useUnits } from '../../job/hooks';
import { FileDrop } from '../../ui/FileDrop';
import { Note } from '../../ui/layout';
import { Opener } from '../../ui/Opener';
import { Sentences, TextSheet } from '../../ui/TextSheet';
import { patientCore } from '../../workers/core';
import { SeriesForm, type AskedSeries } from './SeriesForm';

const LARGEST_BYTES = 16 * 1024 * 1024;
const BROKE_OFF = 'The readings could not be looked at; try once more';

/** A logger's readings of one use, pasted or dropped, shown as they are understood before they are taken. */
export function SeriesPart({ id, use }: { id: string; use: Use }) {
  const dispatch = useAppDispatch();
  const units = useUnits();
  const lon = useDesignPart('place').lon?.value ?? null;
  const [text, setText] = useState('');
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string[]>([]);
  const [asked, setAsked] = useState<AskedSeries | null>(null);
  /** What is read anew while another reading is under way is the one that counts. */
  const newest = useRef(0);

  const understand = async (next: Omit<AskedSeries, 'reading'>) => {
    const turn = ++newest.current;
    setAsked({ ...next, reading: null });
    const reading: SeriesReading = await patientCore()
      .readSeries(next.text, next.name, next.mapping)
      .catch(() => ({ ok: false, message: BROKE_OFF }));
    if (turn === newest.current) setAsked({ ...next, reading });
  };
  const drop = () => {
    newest.current++;
    setAsked(null);
  };
  /** @returns what is wrong with it; nothing where it is shown to be confirmed */
  const look = async (read: string, name: string): Promise<string[]> => {
    drop();
    try {
      const preview = await patientCore().previewSeries(read, lon);
      if (!preview) return [NO_SERIES];
      void understand({ text: read, name, preview, mapping: preview.mapping });
      return [];
    } catch {
      return [BROKE_OFF];
    }
  };
  const open = async (chosen: File) => {
    setProblem([]);
    drop();
    if (chosen.size > LARGEST_BYTES)
      return setProblem(['The file is over 16 MB; a year of minutes is about 12 MB.']);
    setBusy(true);
    try {
      const decoded = await patientCore().decodeText(new Uint8Array(await chosen.arrayBuffer()));
      setProblem(decoded.ok ? await look(decoded.text, chosen.name.slice(0, 120)) : [decoded.message]);
    } catch {
      setProblem([BROKE_OFF]);
    }
    setBusy(false);
  };
  return (
    <>
      {use.series ? (
        <>
          <p style={{ margin: '8px 0 0' }}>
            From <b>{use.series.name}</b>: {use.series.watts.filter((month) => month !== null).length} of 12
            months, {units(use.series.peakW, 'power')} at most.
          </p>
          <Sentences texts={use.series.notes} />
        </>
      ) : null}
      <FileDrop
        label="File of readings"
        press="Read a file"
        accept=".csv,.txt,.tsv,.gz"
        about="CSV of time and W, kW, Wh or kWh, or a counter’s total; or drop one here. It is averaged into a day for each month."
        top={10}
        onFile={(chosen) => void open(chosen)}
      >
        <Opener label="Paste readings" hideLabel says="" shown="Paste readings" opens="dialog" look="words">
          {(close) => (
            <TextSheet
              label="Time and W, or time and kWh, a line each; headings and other columns may be there"
              text={text}
              onType={setText}
              problems={asked ? [] : problem}
              take="Look at these readings"
              onTake={() =>
                void look(text, 'pasted readings').then((wrong) => {
                  setProblem(wrong);
                  if (wrong.length === 0) close();
                })
              }
            />
          )}
        </Opener>
      </FileDrop>
      {busy ? <Note role="status">Reading …</Note> : null}
      <Sentences texts={problem} wrong />
      {asked ? (
        <SeriesForm
          asked={asked}
          toldW={use.watts.value * use.count.value}
          onChange={(mapping) => void understand({ ...asked, mapping })}
          onTake={(series) => {
            dispatch(putValue(`Take the readings of ${asked.name}`, `/uses/${id}/series`, series));
            drop();
          }}
          onDrop={drop}
        />
      ) : null}
    </>
  );
}
