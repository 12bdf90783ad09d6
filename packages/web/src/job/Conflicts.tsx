import {
  displayFigure,
  fieldAt,
  FIELDS,
  isEntry,
  joined,
  labelOf,
  patternOf,
  valueAt,
  withValueAt,
  type Conflict,
  type Design,
} from '@ivolt/core';
import { useState } from 'react';
import { styled } from 'styled-components';
import { useAppDispatch, useAppSelector } from './store';
import { Action } from '../ui/controls';
import { Row } from '../ui/layout';
import { color } from '../ui/tokens';
import { core } from '../workers/core';
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
    align-items: baseline;
  }
`;

/** Of a path within a row, the row by its name and the figure by its label. */
function nameOf(design: Design, { path, mine, theirs }: Conflict): string {
  const field = path.replace(/\/(value|from|unit)$/, '');
  if (Object.hasOwn(FIELDS, patternOf(field))) return labelOf(design, field);
  const [, part = '', id] = path.split('/');
  const row = id === undefined ? null : (valueAt(design, `/${part}/${id}`) ?? mine ?? theirs);
  const name = typeof row === 'object' && row !== null && 'name' in row ? row.name : null;
  const last = path.split('/').at(-1) ?? path;
  const words = id === undefined || path.split('/').length === 3 ? '' : `: ${last}`;
  return typeof name === 'string' && name !== '' ? `${name}${words}` : [part, last].join(', ');
}

function shown(design: Design, path: string, value: unknown): string {
  if (value === undefined) return 'removed';
  if (value === null) return 'nothing typed';
  const entry = isEntry(value) ? value.value : value;
  const field = path.replace(/\/value$/, '');
  if (typeof entry === 'number' && Object.hasOwn(FIELDS, patternOf(field))) {
    const { quantity } = fieldAt(field);
    return joined(displayFigure(entry, quantity, design.units));
  }
  if (typeof entry === 'boolean') return entry ? 'yes' : 'no';
  if (typeof entry === 'string') return entry === '' ? 'empty' : entry;
  return typeof entry === 'object' ? 'a change of its own' : String(entry);
}

/** What two tabs changed at once, field by field with both values: one press takes either. */
export function Conflicts() {
  const dispatch = useAppDispatch();
  const conflicts = useAppSelector(({ job }) => job.conflicts);
  const design = useAppSelector(({ job }) => job.design);
  const [refusal, setRefusal] = useState<string | null>(null);
  if (conflicts.length === 0 || !design) return null;
  const settle = async (chosen: readonly Conflict[], side: 'mine' | 'theirs') => {
    const change = (before: Design) =>
      chosen
        .filter(({ stands }) => stands !== side)
        .reduce((result, conflict) => withValueAt(result, conflict.path, conflict[side]), before);
    const problems = await core()
      .problems(change(design))
      .catch(() => []);
    if (problems[0]) return setRefusal(`That cannot stand beside the rest: ${problems[0].message}`);
    setRefusal(null);
    dispatch(edit(side === 'mine' ? 'Take what was typed here' : 'Take what the other tab has', change));
    dispatch(jobActions.conflictsSettled(chosen.map(({ path }) => path)));
  };
  return (
    <Box role="alert">
      <b>This was changed here and in another tab.</b>
      <ul>
        {conflicts.map((conflict) => {
          const name = nameOf(design, conflict);
          return (
            <li key={conflict.path}>
              <span>{name}</span>
              {(['mine', 'theirs'] as const).map((side) => (
                <span key={side} data-side={side}>
                  {side === 'mine' ? 'here' : 'there'} {shown(design, conflict.path, conflict[side])}
                  {conflict.stands === side ? ' (in force)' : ''}{' '}
                  <Action
                    aria-label={`${side === 'mine' ? 'Take mine' : 'Take theirs'}: ${name}`}
                    onPress={() => void settle([conflict], side)}
                  >
                    {conflict.stands === side ? 'Keep' : 'Take'}
                  </Action>
                </span>
              ))}
            </li>
          );
        })}
      </ul>
      {refusal ? <p>{refusal}</p> : null}
      <Row>
        <Action $act onPress={() => void settle(conflicts, 'mine')}>
          Keep mine
        </Action>
        <Action onPress={() => void settle(conflicts, 'theirs')}>Take theirs</Action>
      </Row>
    </Box>
  );
}
