import { useId, useRef, useState, type KeyboardEvent, type ReactNode } from 'react';
import { Dialog, ListBox, ListBoxItem, Menu, MenuItem, Popover } from 'react-aria-components';
import { styled } from 'styled-components';
import { FieldLabel, pencilLook, quietLook, wordLook } from './controls';
import { ReadOnly, useReading } from './reading';
import { color, site } from './tokens';

export const Sheetlet = styled(Popover)`
  background: ${color.paper};
  border: 1px solid ${color.ink};
  max-width: min(420px, 92vw);
  overflow: auto;
  font-size: 15px;
  ${site} {
    font-size: 17px;
  }
`;

const item = `
  padding: 6px 12px;
  cursor: pointer;
  outline-offset: -2px;
  &[data-focused] {
    background: ${color.tint};
  }
  ${site} {
    padding: 13px 14px;
  }
`;

const Command = styled(MenuItem)`
  ${item}
`;

const Option = styled(ListBoxItem)`
  ${item}
  &[data-selected] {
    font-weight: 700;
  }
  &[data-selected]::before {
    content: '– ';
  }
  small {
    display: block;
    color: ${color.soft};
    font-size: 13px;
    font-weight: 400;
  }
  ${site} small {
    font-size: 16px;
  }
`;

const Chosen = styled.button`
  ${pencilLook}
  text-align: left;
  cursor: pointer;
  max-width: 100%;
  min-height: 24px;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  &[data-wrong='true'] {
    border-bottom: 2.5px solid ${color.act};
  }
  &[data-arrow='true']::after {
    content: '▾';
    font-size: 0.7em;
    color: ${color.pencil};
    margin-left: 6px;
    vertical-align: 1px;
  }
  ${site} {
    min-height: 46px;
    padding-top: 14px;
    font-size: 18px;
  }
`;

const Quiet = styled.button`
  ${quietLook}
  &:hover {
    color: ${color.ink};
  }
  ${site} {
    min-width: 44px;
    min-height: 44px;
  }
`;

const Words = styled.button<{ $act?: boolean }>`
  ${wordLook}
`;

const LOOKS = { pencil: Chosen, quiet: Quiet, words: Words } as const;

interface OpenerProps {
  /** Said before what is shown; written above it unless hidden. */
  label: string;
  hideLabel?: boolean;
  shown: ReactNode;
  /** What a screen reader hears for what is shown, where that is not its words. */
  says?: string;
  opens: 'listbox' | 'menu' | 'dialog';
  /** As a pencilled figure, a quiet sign, or words to press like any other. */
  look?: keyof typeof LOOKS;
  arrow?: boolean;
  wrong?: boolean;
  onFocus?: () => void;
  cell?: string;
  children: (close: () => void) => ReactNode;
}

/**
 * A button and the sheetlet it opens. Only the button is there until it is pressed, so that a table of hundreds of rows
 * holds hundreds of plain buttons and no machinery behind them.
 */
export function Opener({
  label,
  hideLabel,
  shown,
  says,
  opens,
  look = 'pencil',
  arrow,
  wrong,
  onFocus,
  cell,
  children,
}: OpenerProps) {
  const button = useRef<HTMLButtonElement>(null);
  const [open, setOpen] = useState(false);
  const id = useId();
  const close = () => setOpen(false);
  const keys = (event: KeyboardEvent) => {
    if (event.altKey || opens === 'dialog' || (event.key !== 'ArrowDown' && event.key !== 'ArrowUp')) return;
    event.preventDefault();
    event.stopPropagation();
    setOpen(true);
  };
  const Look = LOOKS[look];
  if (useReading())
    return look === 'pencil' ? <ReadOnly label={hideLabel ? undefined : label}>{shown}</ReadOnly> : null;
  return (
    <div>
      {hideLabel ? null : <FieldLabel id={`${id}label`}>{label}</FieldLabel>}
      <Look
        ref={button}
        id={id}
        type="button"
        aria-haspopup={opens}
        aria-expanded={open}
        aria-label={hideLabel ? (says === '' ? label : `${label}: ${says ?? String(shown)}`) : undefined}
        aria-labelledby={hideLabel ? undefined : `${id}label ${id}`}
        data-cell={cell}
        data-wrong={wrong}
        data-arrow={arrow}
        onClick={() => setOpen(true)}
        onKeyDown={keys}
        onFocus={onFocus}
      >
        {shown}
      </Look>
      {open ? (
        <Sheetlet
          triggerRef={button}
          isOpen
          onOpenChange={setOpen}
          placement="bottom start"
          aria-label={label}
        >
          {opens === 'dialog' ? <Dialog aria-label={label}>{children(close)}</Dialog> : children(close)}
        </Sheetlet>
      ) : null}
    </div>
  );
}

export interface Choice<T extends string> {
  id: T;
  label: string;
  about?: string;
}

interface SelectProps<T extends string> {
  label: string;
  hideLabel?: boolean;
  value: T | null;
  /** Instead of the words of the choice. */
  shown?: string;
  /** Without the arrow, for cells of a table. */
  compact?: boolean;
  choices: readonly Choice<T>[];
  onChange: (value: T) => void;
  onFocus?: () => void;
  cell?: string;
}

/** One of a few, pencilled. */
export function Select<T extends string>({
  value,
  shown,
  compact,
  choices,
  onChange,
  ...rest
}: SelectProps<T>) {
  return (
    <Opener
      {...rest}
      opens="listbox"
      arrow={!compact}
      shown={shown ?? choices.find(({ id }) => id === value)?.label ?? '–'}
    >
      {(close) => (
        <ListBox
          aria-label={rest.label}
          autoFocus
          selectionMode="single"
          escapeKeyBehavior="none"
          selectedKeys={value === null ? [] : [value]}
          onSelectionChange={(keys) => {
            const [key] = [...keys];
            if (key !== undefined) onChange(String(key) as T);
            close();
          }}
        >
          {choices.map(({ id, label, about }) => (
            <Option key={id} id={id} textValue={label}>
              {label}
              {about ? <small>{about}</small> : null}
            </Option>
          ))}
        </ListBox>
      )}
    </Opener>
  );
}

/** A few commands behind a quiet sign. */
export function Commands<T extends string>({
  label,
  sign,
  look = 'quiet',
  commands,
  onChoose,
}: {
  label: string;
  sign: string;
  look?: keyof typeof LOOKS;
  commands: readonly Choice<T>[];
  onChoose: (command: T) => void;
}) {
  return (
    <Opener label={label} hideLabel says="" shown={sign} opens="menu" look={look}>
      {(close) => (
        <Menu aria-label={label} autoFocus onClose={close} onAction={(key) => onChoose(String(key) as T)}>
          {commands.map(({ id, label: words }) => (
            <Command key={id} id={id}>
              {words}
            </Command>
          ))}
        </Menu>
      )}
    </Opener>
  );
}

/** Words that open a sheetlet of their own. */
export const WordsOpener = ({
  words,
  children,
}: {
  words: string;
  children: (close: () => void) => ReactNode;
}) => (
  <Opener label={words} hideLabel says="" shown={words} opens="dialog" look="words">
    {children}
  </Opener>
);
