import { useId, type ReactNode } from 'react';
import { styled } from 'styled-components';
import { Action } from './controls';
import { Row } from './layout';
import { color, site } from './tokens';

const Text = styled.textarea`
  display: block;
  width: 100%;
  min-width: 260px;
  min-height: 200px;
  font:
    14px/1.4 ui-monospace,
    monospace;
  background: ${color.tint};
  color: ${color.ink};
  border: 0;
  border-bottom: 1.5px dashed ${color.pencil};
  padding: 6px;
  ${site} {
    font-size: 17px;
  }
`;

const Pad = styled.div`
  padding: 12px;
  label {
    display: block;
    margin-bottom: 6px;
  }
`;

const List = styled.ul`
  margin: 8px 0 0;
  padding-left: 20px;
  font-size: 14px;
  max-width: 70ch;
  &[data-wrong='true'] {
    color: ${color.act};
  }
  ${site} {
    font-size: 16px;
  }
`;

/** A few sentences under one another; what is wrong is said aloud. */
export function Sentences({ texts, wrong = false }: { texts: readonly string[]; wrong?: boolean }) {
  if (texts.length === 0) return null;
  return (
    <List role={wrong ? 'alert' : undefined} data-wrong={wrong}>
      {texts.map((text) => (
        <li key={text}>{text}</li>
      ))}
    </List>
  );
}

/** Lines to type or paste, with what is wrong with them and the press that takes them. */
export function TextSheet({
  label,
  text,
  onType,
  problems,
  take,
  onTake,
  children,
}: {
  label: string;
  text: string;
  onType: (text: string) => void;
  problems: readonly string[];
  take: string;
  onTake: () => void;
  children?: ReactNode;
}) {
  const id = useId();
  return (
    <Pad>
      <label htmlFor={id}>{label}</label>
      <Text id={id} value={text} onChange={(event) => onType(event.target.value)} spellCheck={false} />
      <Sentences texts={problems} wrong />
      <Row style={{ marginTop: 10 }}>
        <Action $act onPress={onTake}>
          {take}
        </Action>
        {children}
      </Row>
    </Pad>
  );
}
