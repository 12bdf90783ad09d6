import { labelOf, patternOf, FIELDS, withValueAt, type Conflict, type Design } from '@ivolt/core';
import { styled } from 'styled-components';
import { useAppDispatch, useAppSelector } from './store';
import { Action } from '../ui/controls';
import { color } from '../ui/tokens';
import { edit } from './edits';
import { jobActions } from './jobSlice';

const Box = styled.div`
  border: 2px solid ${color.act};
  margin: 0 0 20px;
  padding: 10px 14px 12px;
  ul {
    margin: 6px 0 8px;
    padding: 0;
    list-style: none;
  }
  li {
    display: flex;
    flex-wrap: wrap;
    gap: 2px 14px;
  }
`;

function nameOf(design: Design, path: string): string {
  const field = path.replace(/\/(value|from|unit)$/, '');
  return Object.hasOwn(FIELDS, patternOf(field)) ? labelOf(design, field) : (path.split('/').at(-1) ?? path);
}

function shown(conflict: Conflict, side: 'mine' | 'theirs'): string {
  const value = conflict[side];
  if (value === undefined) return 'removed';
  return typeof value === 'object' ? 'changed' : String(value);
}

/** Fields that two tabs changed at once: what this tab has stays until the other is taken. */
export function Conflicts() {
  const dispatch = useAppDispatch();
  const conflicts = useAppSelector(({ job }) => job.conflicts);
  const design = useAppSelector(({ job }) => job.design);
  if (conflicts.length === 0 || !design) return null;
  const takeTheirs = (taken: readonly Conflict[]) => {
    dispatch(
      edit('Take what the other tab has', (before) =>
        taken.reduce((result, { path, theirs }) => withValueAt(result, path, theirs), before),
      ),
    );
    dispatch(jobActions.conflictsSettled());
  };
  return (
    <Box role="alert">
      <b>The same figures were changed in another tab.</b> What you typed here stands.
      <ul>
        {conflicts.map((conflict) => (
          <li key={conflict.path}>
            <span>{nameOf(design, conflict.path)}</span>
            <span>here {shown(conflict, 'mine')}</span>
            <span>there {shown(conflict, 'theirs')}</span>
          </li>
        ))}
      </ul>
      <Action $act onPress={() => dispatch(jobActions.conflictsSettled())}>
        Keep mine
      </Action>{' '}
      <Action onPress={() => takeTheirs(conflicts)}>Take theirs</Action>
    </Box>
  );
}
