import type { Sheet, TallyEntry } from '@ivolt/core';
import { memo, useCallback } from 'react';
import { useLocation, useNavigate, useParams } from 'react-router';
import { Button } from 'react-aria-components';
import { styled } from 'styled-components';
import { useAppDispatch, useAppSelector } from './store';
import { Mark } from '../ui/Mark';
import { color, font, narrow, site } from '../ui/tokens';
import { changeOf } from './change';
import { jobActions } from './jobSlice';

const Strip = styled.div`
  display: flex;
  align-items: stretch;
  min-width: 0;
  flex: 1;
  overflow-x: auto;
  &[data-stale] .figure {
    text-decoration: line-through;
  }
  ${site} {
    display: grid;
    grid-template-columns: repeat(3, 1fr);
    border-top: 1px solid ${color.rule};
    overflow: visible;
  }
`;

const Item = styled(Button)`
  border: 0;
  border-right: 1px solid ${color.rule};
  background: none;
  padding: 9px 18px 8px;
  text-align: left;
  cursor: pointer;
  white-space: nowrap;
  flex: 1 0 auto;
  outline-offset: -3px;
  &:first-child {
    padding-left: 24px;
  }
  &:last-child {
    border-right: 0;
  }
  .figure {
    font: 600 19px/1.2 ${font.slab};
    font-variant-numeric: lining-nums tabular-nums;
    display: flex;
    gap: 5px;
    align-items: baseline;
  }
  .unit {
    font: 400 13px/1 ${font.text};
    color: ${color.soft};
  }
  .change {
    font: 400 13.5px/1 ${font.text};
    color: ${color.stored};
  }
  .label {
    font-size: 13px;
    color: ${color.soft};
    display: block;
  }
  &[data-mark='stop'] .figure {
    color: ${color.act};
  }
  &[data-hovered] .label {
    color: ${color.ink};
  }
  ${narrow} {
    padding: 8px 14px;
  }
  ${site} {
    padding: 7px 10px 6px;
    white-space: normal;
    &:first-child {
      padding-left: 10px;
    }
    &:nth-child(n + 4) {
      display: none;
    }
    .label {
      font-size: 16px;
      line-height: 1.2;
    }
    .figure {
      font-size: 20px;
    }
    .unit {
      font-size: 16px;
    }
  }
`;

interface ItemProps {
  figureId: string;
  number: string;
  unit: string;
  label: string;
  mark: 'stop' | 'look' | null;
  /** Against the pinned design. */
  change: string | null;
  sheet: Sheet;
  onPress: (figureId: string, sheet: Sheet) => void;
}

const TallyItem = memo(function TallyItem({
  figureId,
  sheet,
  number,
  unit,
  label,
  mark,
  change,
  onPress,
}: ItemProps) {
  return (
    <Item data-mark={mark ?? undefined} data-figure={figureId} onPress={() => onPress(figureId, sheet)}>
      <span className="figure">
        {number}
        <span className="unit">{unit}</span>
        {mark ? <Mark severity={mark} size={12} /> : null}
        {change ? <span className="change">{change}</span> : null}
      </span>
      <span className="label">{label}</span>
    </Item>
  );
});

/** There is room for so many. */
const MOST = 5;

/** Where there are too many, the worst drop gives way to the heaviest day but on the sheets of wires. */
function shownOn(pathname: string, tally: readonly TallyEntry[]): readonly TallyEntry[] {
  if (tally.length <= MOST) return tally;
  const aside = /\/(wire|one-line)$/.test(pathname) ? 'load.heaviest' : 'wire.drop';
  return tally.filter(({ figureId }) => figureId !== aside);
}

/** The few figures that decide the design, in view on every sheet. */
export function Tally() {
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const tally = useAppSelector(({ job }) => job.evaluation?.tally);
  const figures = useAppSelector(({ job }) => job.evaluation?.figures);
  const ahead = useAppSelector(({ job }) => job.ahead);
  const stale = useAppSelector(({ job }) => job.trouble !== null);
  const before = useAppSelector(({ job }) => job.before?.figures);
  const units = useAppSelector(({ job }) => job.design?.units ?? 'metric');
  const { id } = useParams();
  const { pathname } = useLocation();
  const show = useCallback(
    (figureId: string, sheet: Sheet) => {
      void navigate(`/jobs/${id}/${sheet}`);
      // the sheet clears the focus as it opens; the working is asked for after that
      requestAnimationFrame(() => dispatch(jobActions.figureFocused(figureId)));
    },
    [dispatch, navigate, id],
  );
  return (
    <Strip
      role="group"
      aria-label={stale ? 'Tally of the design before the last change' : 'Tally'}
      data-stale={stale ? true : undefined}
    >
      {shownOn(pathname, tally ?? []).map(({ figureId, sheet, mark }) => {
        const figure = ahead[figureId] ?? figures?.[figureId];
        return figure ? (
          <TallyItem
            key={figureId}
            figureId={figureId}
            sheet={sheet}
            {...figure.shown}
            label={figure.label}
            mark={mark}
            change={changeOf(figure, before?.[figureId], units)}
            onPress={show}
          />
        ) : null;
      })}
    </Strip>
  );
}
