import { useState } from 'react';
import { Opener } from '../../ui/Opener';
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
    <Opener
      label="Paste twelve months"
      hideLabel
      says=""
      shown="Paste twelve months"
      opens="dialog"
      look="words"
    >
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
    </Opener>
  );
}
