import { CELLS, painted, paintText } from '@ivolt/core';
import { useId, useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import { styled } from 'styled-components';
import { color, site } from '../../ui/tokens';

const Strip = styled.div`
  position: relative;
  width: 100%;
  max-width: 560px;
  touch-action: none;
  cursor: crosshair;
  user-select: none;
  svg {
    display: block;
    width: 100%;
    height: 30px;
    overflow: visible;
    border: 1px solid ${color.ink};
    background: ${color.tint};
  }
  .hours {
    display: flex;
    justify-content: space-between;
    font-size: 13px;
    color: ${color.soft};
  }
  ${site} {
    svg {
      height: 46px;
    }
    .hours {
      font-size: 16px;
    }
  }
`;

const clock = (cell: number) => `${String(cell >> 1).padStart(2, '0')}:${cell % 2 ? '30' : '00'}`;

/** Solar hours between which the sun is up. */
export type SunUp = readonly [from: number, to: number] | null;

/**
 * A day in half hours, painted by dragging; by keys, left and right go along it, space paints or wipes, and Shift goes
 * on with what the cell is.
 */
export function HourStrip({
  label,
  paint,
  sun,
  onPaint,
}: {
  label: string;
  paint: string;
  sun: SunUp;
  onPaint: (paint: string, session: string) => void;
}) {
  const box = useRef<HTMLDivElement>(null);
  const [cursor, setCursor] = useState(16);
  const [focused, setFocused] = useState(false);
  const stroke = useRef<{ session: string; from: number; on: boolean; before: string } | null>(null);
  const id = useId();

  const cellAt = (event: PointerEvent) => {
    const frame = box.current?.getBoundingClientRect();
    const share = frame ? (event.clientX - frame.left) / Math.max(1, frame.width) : 0;
    return Math.max(0, Math.min(CELLS - 1, Math.floor(share * CELLS)));
  };
  const drag = (event: PointerEvent) => {
    const now = stroke.current;
    if (!now) return;
    const at = cellAt(event);
    setCursor(at);
    onPaint(painted(now.before, Math.min(now.from, at), Math.max(now.from, at), now.on), now.session);
  };
  const keys = (event: KeyboardEvent) => {
    const by = { ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1, PageUp: 4, PageDown: -4 }[
      event.key
    ];
    const to =
      event.key === 'Home'
        ? 0
        : event.key === 'End'
          ? CELLS - 1
          : by === undefined
            ? null
            : Math.max(0, Math.min(CELLS - 1, cursor + by));
    if (to !== null) {
      event.preventDefault();
      event.stopPropagation();
      // with Shift what the cell is, painted or not, goes on over those that are passed
      if (event.shiftKey)
        onPaint(
          painted(paint, Math.min(cursor, to), Math.max(cursor, to), paint[cursor] === '1'),
          `${id} keys`,
        );
      setCursor(to);
    } else if (event.key === ' ' || event.key === 'Enter') {
      event.preventDefault();
      event.stopPropagation();
      onPaint(painted(paint, cursor, cursor, paint[cursor] !== '1'), `${id} keys`);
    }
  };

  return (
    <Strip ref={box}>
      <svg
        viewBox={`0 0 ${CELLS} 10`}
        preserveAspectRatio="none"
        role="slider"
        tabIndex={0}
        aria-label={`${label}. Left and right go along the day, space paints`}
        aria-valuemin={0}
        aria-valuemax={CELLS - 1}
        aria-valuenow={cursor}
        aria-valuetext={`${clock(cursor)}, ${paint[cursor] === '1' ? 'painted' : 'free'}; painted: ${paintText(paint)}`}
        onKeyDown={keys}
        onFocus={() => setFocused(true)}
        onBlur={() => setFocused(false)}
        onPointerDown={(event) => {
          if (event.button !== 0) return;
          event.currentTarget.setPointerCapture(event.pointerId);
          const from = cellAt(event);
          stroke.current = {
            session: `stroke ${Date.now()}`,
            from,
            on: paint[from] !== '1',
            before: paint,
          };
          drag(event);
        }}
        onPointerMove={drag}
        onPointerUp={() => (stroke.current = null)}
        onPointerCancel={() => (stroke.current = null)}
      >
        {sun ? (
          <rect
            x={sun[0] * 2}
            width={(sun[1] - sun[0]) * 2}
            y={0}
            height={10}
            fill={color.sunWash}
            stroke={color.sun}
            vectorEffect="non-scaling-stroke"
          />
        ) : null}
        {runsOf(paint).map(([from, to]) => (
          <rect key={from} x={from} width={to - from} y={1.5} height={8.5} fill={color.ink} />
        ))}
        {[12, 24, 36].map((cell) => (
          <path
            key={cell}
            d={`M${cell} 0v10`}
            stroke={color.hatch}
            strokeWidth="1"
            vectorEffect="non-scaling-stroke"
          />
        ))}
        {focused ? (
          <rect
            x={cursor}
            width={1}
            y={0}
            height={10}
            fill="none"
            stroke={color.act}
            strokeWidth="2.5"
            vectorEffect="non-scaling-stroke"
          />
        ) : null}
      </svg>
      <span className="hours" aria-hidden>
        {[0, 6, 12, 18, 24].map((hour) => (
          <span key={hour}>{hour}</span>
        ))}
      </span>
    </Strip>
  );
}

/** Painted runs as from and to, cells. */
function runsOf(paint: string): [number, number][] {
  const runs: [number, number][] = [];
  for (let cell = 0; cell < CELLS; cell++) {
    if (paint[cell] !== '1') continue;
    const from = cell;
    while (cell < CELLS && paint[cell] === '1') cell++;
    runs.push([from, cell]);
  }
  return runs;
}
