import { useState } from 'react';
import { WordsOpener } from '../../ui/Opener';
import { TextSheet } from '../../ui/TextSheet';

/** Twelve months as lines of text. */
export function MonthsPaste({
  onText,
  problems,
}: {
  onText: (text: string, close: () => void) => void;
  problems: readonly string[];
}) {
  const [text, setText] = useState('');
  return (
    <WordsOpener words="Paste twelve months">
      {(close) => (
        <TextSheet
          label="A line a month, January first: sun, then mean air, or lowest and highest"
          text={text}
          onType={setText}
          problems={problems}
          take="Take these months"
          onTake={() => onText(text, close)}
        />
      )}
    </WordsOpener>
  );
}
