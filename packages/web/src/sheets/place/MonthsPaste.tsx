import { useState } from 'react';
import { WordsOpener } from '../../ui/Opener';
import { TextSheet } from '../../ui/TextSheet';

/** Twelve months as text, in whatever layout they are copied. */
export function MonthsPaste({
  onText,
}: {
  /** @returns what cannot be read; nothing where it is shown to be confirmed */
  onText: (text: string) => readonly string[];
}) {
  const [text, setText] = useState('');
  const [problems, setProblems] = useState<readonly string[]>([]);
  return (
    <WordsOpener words="Paste twelve months">
      {(close) => (
        <TextSheet
          label="Sun by month, with air temperatures or without, as copied from anywhere: names, units and headings may be there"
          text={text}
          onType={setText}
          problems={problems}
          take="Look at these months"
          onTake={() => {
            const wrong = onText(text);
            setProblems(wrong);
            if (wrong.length === 0) close();
          }}
        />
      )}
    </WordsOpener>
  );
}
