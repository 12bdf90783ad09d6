import { readHorizon, type AzimuthFrom } from '@ivolt/core';
import { useRef, useState } from 'react';
import { useAppDispatch } from '../../job/store';
import { notice } from '../../job/edits';
import { Action } from '../../ui/controls';
import { Note, Row } from '../../ui/layout';
import { Select, WordsOpener, type Choice } from '../../ui/Opener';
import { TextSheet } from '../../ui/TextSheet';

const FROM: readonly Choice<AzimuthFrom | 'unsaid'>[] = [
  { id: 'unsaid', label: 'not said' },
  { id: 'north', label: 'north, clockwise', about: 'east is 90, south 180' },
  { id: 'south', label: 'south, west positive', about: 'east is −90, west 90' },
];

/** The painted horizon as lines of text, and from a file. */
export function HorizonText({
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
  const [from, setFrom] = useState<AzimuthFrom>();
  const shown =
    text ??
    Object.entries(points)
      .map(([azimuth, height]) => [Number(azimuth), height] as const)
      .sort(([a], [b]) => a - b)
      .map(([azimuth, height]) => `${azimuth}, ${height}`)
      .join('\n');
  const reading = readHorizon(shown, from);
  const take = (close: () => void) => {
    if (!reading.ok) return setProblems(reading.problems);
    onPoints(reading.points);
    dispatch(notice(`${reading.read} points read`, true));
    setProblems([]);
    setText(null);
    close();
  };
  return (
    <WordsOpener words="Type or read points">
      {(close) => (
        <>
          <Row style={{ padding: '12px 12px 0', alignItems: 'baseline' }}>
            <Select
              label="Azimuths count from"
              value={from ?? (reading.ok ? reading.from : 'unsaid')}
              choices={FROM}
              onChange={(next) => {
                setFrom(next === 'unsaid' ? undefined : next);
                setProblems([]);
              }}
            />
            <Note>
              {reading.ok
                ? `${reading.read} points, the highest ${reading.highest.height}° at ${Math.round(reading.highest.azimuth)}° from north`
                : null}
            </Note>
          </Row>
          <TextSheet
            label="A line a point: azimuth, height in degrees"
            text={shown}
            onType={(words) => {
              setText(words);
              setProblems([]);
            }}
            problems={problems}
            take="Take these points"
            onTake={() => take(close)}
          >
            <Action onPress={() => file.current?.click()}>Read a CSV file</Action>
          </TextSheet>
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
              // what it was understood as is shown before it is taken
              void chosenFile.text().then(setText);
            }}
          />
        </>
      )}
    </WordsOpener>
  );
}
