import { Dialog, DialogTrigger, ListBox, ListBoxItem } from 'react-aria-components';
import { styled } from 'styled-components';
import { useAppDispatch, useAppSelector } from './store';
import { QuietButton } from '../ui/controls';
import { Sheetlet } from '../ui/Opener';
import { color } from '../ui/tokens';
import { redo, undo } from './edits';
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
        aria-label={pinned ? 'Unpin what it was before' : 'Pin it as it is, to see every change against it'}
      >
        {pinned ? 'Unpin' : 'Pin'}
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

function PastEdits({ onDone }: { onDone: () => void }) {
  const dispatch = useAppDispatch();
  const past = useAppSelector(({ job }) => job.past);
  const newestFirst = past.toReversed().slice(0, MOST_SHOWN);
  const backTo = (index: number) => {
    for (let step = 0; step <= index; step++) dispatch(undo());
    onDone();
  };
  return (
    <>
      <Heading>Back to before …</Heading>
      <ListBox aria-label="Edits, newest first" onAction={(key) => backTo(Number(key))}>
        {newestFirst.map(({ label }, index) => (
          <Past key={index} id={index} textValue={label}>
            {label}
          </Past>
        ))}
      </ListBox>
    </>
  );
}
