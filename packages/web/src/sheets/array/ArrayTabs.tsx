import { displayFigure, inOrder, joined } from '@ivolt/core';
import { styled } from 'styled-components';
import { useAppDispatch } from '../../app/store';
import { useArray, useDesign } from '../../job/hooks';
import { jobActions } from '../../job/jobSlice';
import { color, site } from '../../ui/tokens';

const Strip = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 0 22px;
  border-bottom: 1.5px solid ${color.ink};
  margin-bottom: 18px;
  button {
    border: 0;
    background: none;
    padding: 4px 0 6px;
    text-align: left;
    cursor: pointer;
    min-height: 24px;
    border-bottom: 4px solid transparent;
    margin-bottom: -1.5px;
  }
  button[aria-pressed='true'] {
    font-weight: 700;
    border-bottom-color: ${color.ink};
  }
  small {
    display: block;
    font-size: 13px;
    font-weight: 400;
    color: ${color.soft};
  }
  ${site} {
    button {
      min-height: 48px;
    }
    small {
      font-size: 16px;
    }
  }
`;

/** Which of several arrays the sheet is about; nothing where there is one. */
export function ArrayTabs() {
  const dispatch = useAppDispatch();
  const { arrays, units } = useDesign();
  const { id: shown } = useArray();
  const inTurn = inOrder(arrays);
  if (inTurn.length < 2) return null;
  return (
    <Strip role="group" aria-label="Arrays" className="screen">
      {inTurn.map(([id, { name, count, module }]) => (
        <button
          key={id}
          type="button"
          aria-pressed={id === shown}
          onClick={() => dispatch(jobActions.arrayShown(id))}
        >
          {name || 'Unnamed'}
          <small>{joined(displayFigure(count.value * module.pmax.value, 'power', units))}</small>
        </button>
      ))}
    </Strip>
  );
}
