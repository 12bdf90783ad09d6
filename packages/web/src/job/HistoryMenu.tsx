import { useState } from 'react';
import { Dialog, DialogTrigger, ListBox, ListBoxItem } from 'react-aria-components';
import { styled } from 'styled-components';
import { useAppDispatch, useAppSelector } from './store';
import { Action, QuietButton } from '../ui/controls';
import { Sheetlet } from '../ui/Opener';
import { color } from '../ui/tokens';
import { redo, undo } from './edits';
import { told } from './history';
import { jobActions } from './jobSlice';

const Bar = styled.div`
  display: flex;
  gap: 2px;
  justify-content: flex-end;
  font-size: 13px;
`;

const Past = styled(ListBoxItem)`
  padding: 5px 14px;
  cursor: pointer;
  outline-offset: -2px;
  small {
    display: block;
    font-size: 12px;
    color: ${color.soft};
  }
  &[data-focused] {
    background: ${color.tint};
  }
`;

const Heading = styled.p`
  padding: 8px 14px 4px;
  font-size: 13px;
  color: ${color.soft};
`;

/** Undo and redo, and what they would undo, by name. */
export function HistoryMenu() {
  const dispatch = useAppDispatch();
  const last = useAppSelector(({ job }) => job.past.at(-1)?.label);
  const next = useAppSelector(({ job }) => job.future.at(-1)?.label);
  const pinned = useAppSelector(({ job }) => job.before !== null);
  return (
    <Bar>
      <QuietButton
        isDisabled={last === undefined}
        onPress={() => dispatch(undo())}
        aria-label={last ? `Undo: ${last}` : 'Undo'}
      >
        Undo
      </QuietButton>
      <QuietButton
        isDisabled={next === undefined}
        onPress={() => dispatch(redo())}
        aria-label={next ? `Redo: ${next}` : 'Redo'}
      >
        Redo
      </QuietButton>
      <QuietButton
        onPress={() => dispatch(pinned ? jobActions.unpinned() : jobActions.pinned())}
        aria-label={pinned ? 'Stop comparing with what it was' : 'Compare every change with what it is now'}
      >
        {pinned ? 'Stop comparing' : 'Compare'}
      </QuietButton>
      <DialogTrigger>
        <QuietButton isDisabled={last === undefined}>History</QuietButton>
        <Sheetlet placement="bottom end">
          <Dialog aria-label="History">{({ close }) => <PastEdits onDone={close} />}</Dialog>
        </Sheetlet>
      </DialogTrigger>
    </Bar>
  );
}

const MOST_SHOWN = 30;

/** Day and hour of an edit of an earlier visit. */
const when = (at: string) =>
  new Date(at).toLocaleString(undefined, {
    month: 'short',
    day: 'numeric',
    hour: '2-digit',
    minute: '2-digit',
  });

function PastEdits({ onDone }: { onDone: () => void }) {
  const dispatch = useAppDispatch();
  const past = useAppSelector(({ job }) => job.past);
  const design = useAppSelector(({ job }) => job.design);
  const [shown, setShown] = useState(MOST_SHOWN);
  const newestFirst = past.toReversed().slice(0, shown);
  const backTo = (index: number) => {
    for (let step = 0; step <= index; step++) dispatch(undo());
    onDone();
  };
  return (
    <>
      <Heading>Back to before …</Heading>
      <ListBox aria-label="Edits, newest first" onAction={(key) => backTo(Number(key))}>
        {newestFirst.map((edit, index) => {
          const words = design ? told(edit, design) : edit.label;
          return (
            <Past key={index} id={index} textValue={words}>
              {words}
              {edit.at ? <small>{when(edit.at)}</small> : null}
            </Past>
          );
        })}
      </ListBox>
      {past.length > shown ? (
        <Action onPress={() => setShown(shown + MOST_SHOWN)}>Show earlier ones</Action>
      ) : null}
    </>
  );
}
