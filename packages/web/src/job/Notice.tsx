import { useEffect } from 'react';
import { styled } from 'styled-components';
import { useAppDispatch, useAppSelector } from './store';
import { Action } from '../ui/controls';
import { color, site } from '../ui/tokens';
import { undo } from './edits';
import { jobActions } from './jobSlice';

const Slip = styled.div`
  position: fixed;
  left: 50%;
  bottom: 22px;
  transform: translateX(-50%);
  z-index: 10;
  background: ${color.ink};
  color: ${color.paper};
  padding: 9px 16px;
  display: flex;
  gap: 16px;
  align-items: baseline;
  max-width: min(640px, 92vw);
  button {
    color: ${color.paper};
    border-color: ${color.paper};
  }
  ${site} {
    bottom: 70px;
    width: 92vw;
  }
  @media print {
    display: none;
  }
`;

const SHOWN_MS = 9000;

/** A word about what just happened; gone after a while. */
export function Notice() {
  const dispatch = useAppDispatch();
  const notice = useAppSelector(({ job }) => job.notice);
  const { at } = notice ?? {};
  useEffect(() => {
    if (at === undefined) return;
    const timer = setTimeout(() => dispatch(jobActions.noticed(null)), SHOWN_MS);
    return () => clearTimeout(timer);
  }, [at, dispatch]);
  return (
    <div aria-live="polite">
      {notice ? (
        <Slip>
          <span>{notice.text}</span>
          {notice.undoable ? (
            <Action
              onPress={() => {
                dispatch(jobActions.noticed(null));
                dispatch(undo());
              }}
            >
              Undo
            </Action>
          ) : null}
        </Slip>
      ) : null}
    </div>
  );
}
