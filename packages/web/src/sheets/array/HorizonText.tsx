import { readHorizon } from '@ivolt/core';
import { useRef, useState } from 'react';
import { useAppDispatch } from '../../job/store';
import { notice } from '../../job/edits';
import { Action } from '../../ui/controls';
import { WordsOpener } from '../../ui/Opener';
import { TextSheet } from '../../ui/TextSheet';

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
    <WordsOpener words="Type or read points">
      {(close) => (
        <>
          <TextSheet
            label="A line a point: azimuth, height in degrees"
            text={shown}
            onType={setText}
            problems={problems}
            take="Take these points"
            onTake={() => take(shown, close)}
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
              void chosenFile.text().then((words) => {
                setText(words);
                take(words, close);
              });
            }}
          />
        </>
      )}
    </WordsOpener>
  );
}
