import {
  HORIZON_STEP_DEG,
  horizonAt,
  outlineOf,
  shortMonth,
  throughBody,
  beamThrough,
  type Breadth,
  type Obstacle,
  type SkyPicture,
  type Skyline,
} from '@ivolt/core';
import { scaleLinear } from 'd3-scale';
import { line } from 'd3-shape';
import { useMemo, useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import { styled } from 'styled-components';
import { color } from '../ui/tokens';
import { Hatch } from './Hatch';
import { Svg } from './Svg';
import { COMPASS, tellSkyline, windAt } from './told';
import { usePictureIds } from './usePictureIds';
import { useWidth } from './useWidth';

const HEIGHT = 300;
const [TOP, FOOT] = [14, 34];
const TOP_DEG = 82;
/** One track of each pair of months that the sun goes alike. */
const TRACKS = [12, 1, 2, 3, 4, 5, 6] as const;
const HOURS = [6, 8, 10, 12, 14, 16, 18] as const;

const Board = styled.div`
  touch-action: pan-y;
  .paint {
    cursor: crosshair;
  }
`;

interface Props {
  picture: SkyPicture | null;
  skyline: Skyline;
  /** Of the array, for shadows that cover a part of it. */
  breadth: Breadth;
  /** Sets the horizon at azimuths, every 5°; calls of one stroke share its name. */
  onPaint: (heights: Readonly<Record<string, number>>, stroke: string) => void;
}

const round5 = (deg: number) => (((Math.round(deg / HORIZON_STEP_DEG) * HORIZON_STEP_DEG) % 360) + 360) % 360;

/**
 * The horizon all round with the sun's tracks over it. Dragging paints the horizon; so do the arrow keys, left and right
 * to go along it, up and down to raise and lower it.
 */
export function SkylinePicture({ picture, skyline, breadth, onPaint }: Props) {
  const ids = usePictureIds();
  const [ref, width] = useWidth(700);
  const [cursor, setCursor] = useState(180);
  const [focused, setFocused] = useState(false);
  const stroke = useRef<{ name: string; last: number | null }>({ name: '', last: null });
  const svg = useRef<SVGSVGElement>(null);
  const north = (picture?.latDeg ?? 1) >= 0;
  const from = north ? 0 : -180;
  const x = scaleLinear([from, from + 360], [26, width - 4]);
  const y = scaleLinear([0, TOP_DEG], [HEIGHT - FOOT, TOP]);
  /** Into the span the picture shows. */
  const shownAz = (azimuth: number) => ((((azimuth - from) % 360) + 360) % 360) + from;

  const at = (event: PointerEvent): [azimuth: number, height: number] => {
    const box = svg.current?.getBoundingClientRect();
    const [px, py] = [event.clientX - (box?.left ?? 0), event.clientY - (box?.top ?? 0)];
    const height = Math.max(0, Math.min(85, y.invert(py)));
    return [round5(x.invert(px)), height < 1 ? 0 : Math.round(height * 2) / 2];
  };
  const paint = (event: PointerEvent) => {
    const [azimuth, height] = at(event);
    const heights: Record<string, number> = { [azimuth]: height };
    const { last } = stroke.current;
    // a quick hand leaves columns out; they are filled in straight
    if (last !== null) {
      let span = azimuth - last;
      if (Math.abs(span) > 180) span -= Math.sign(span) * 360;
      for (let passed = HORIZON_STEP_DEG; passed < Math.abs(span); passed += HORIZON_STEP_DEG)
        heights[round5(last + Math.sign(span) * passed)] = height;
    }
    stroke.current.last = azimuth;
    setCursor(azimuth);
    onPaint(heights, stroke.current.name);
  };
  const keys = (event: KeyboardEvent) => {
    const now = horizonAt(skyline.points, cursor);
    const set = (height: number) => {
      event.preventDefault();
      onPaint({ [cursor]: Math.max(0, Math.min(85, height)) }, `keys ${cursor}`);
    };
    const step = event.shiftKey ? 5 : 1;
    if (event.key === 'ArrowLeft' || event.key === 'ArrowRight') {
      event.preventDefault();
      const by = (event.key === 'ArrowLeft' ? -1 : 1) * (event.shiftKey ? 30 : HORIZON_STEP_DEG);
      setCursor(round5(cursor + by));
    } else if (event.key === 'ArrowUp') set(Math.round(now) + step);
    else if (event.key === 'ArrowDown') set(Math.round(now) - step);
    else if (event.key === 'PageUp') set(Math.round(now) + 10);
    else if (event.key === 'PageDown') set(Math.round(now) - 10);
    else if (event.key === 'Delete' || event.key === 'Backspace') set(0);
    else if (event.key === 'Home' || event.key === 'End') {
      event.preventDefault();
      setCursor(event.key === 'Home' ? round5(from) : round5(from + 360 - HORIZON_STEP_DEG));
    }
  };

  const ground = Array.from({ length: 73 }, (_, i) => from + i * 5);
  const path = line<number>()
    .digits(1)
    .x((azimuth) => x(azimuth))
    .y((azimuth) => y(horizonAt(skyline.points, azimuth)));
  const now = horizonAt(skyline.points, cursor);
  const { widthM, facingDeg } = breadth;
  const says = useMemo(
    () => tellSkyline(picture, skyline, { widthM, facingDeg }),
    [picture, skyline, widthM, facingDeg],
  );
  return (
    <Board ref={ref}>
      <Svg ref={svg} height={HEIGHT} viewBox={`0 0 ${width} ${HEIGHT}`}>
        <defs>
          <Hatch id={ids('sky-ground')} gap={6} weight={1.1} />
        </defs>
        <g role="img" aria-label={says}>
          {[20, 40, 60, 80].map((deg) => (
            <text key={deg} x={20} y={y(deg) + 4} textAnchor="end" fill={color.soft}>
              {deg}°
            </text>
          ))}
          {COMPASS.map((name, index) => (
            <text
              key={name}
              x={x(shownAz(index * 45))}
              y={HEIGHT - FOOT + 18}
              textAnchor="middle"
              fontWeight={name.length === 1 ? 700 : 400}
              fill={name.length === 1 ? color.ink : color.soft}
            >
              {width < 480 && name.length > 1 ? '' : name}
            </text>
          ))}
          {picture ? (
            <Tracks
              picture={picture}
              skyline={skyline}
              breadth={breadth}
              x={(deg) => x(shownAz(deg))}
              y={y}
            />
          ) : null}
          <clipPath id={ids('sky-frame')}>
            <rect x={x(from)} y={-20} width={x(from + 360) - x(from)} height={HEIGHT + 20} />
          </clipPath>
          <g clipPath={`url(#${ids('sky-frame')})`}>
            {Object.entries(skyline.obstacles).flatMap(([id, obstacle]) =>
              // what stands across the edge of the picture shows on both its sides
              [-360, 0, 360].map((turn) => (
                <Body
                  key={`${id} ${turn}`}
                  obstacle={obstacle}
                  x={(deg) => x(deg + turn)}
                  y={y}
                  shownAz={shownAz}
                />
              )),
            )}
          </g>
          <path
            d={`${path(ground) ?? ''}L${x(from + 360)} ${y(0)}L${x(from)} ${y(0)}Z`}
            fill={`url(#${ids('sky-ground')})`}
            stroke={color.ink}
            strokeWidth="1.6"
          />
          <path d={`M${x(from)} ${y(0)}H${x(from + 360)}`} stroke={color.ink} strokeWidth="1.5" />
        </g>
        <rect
          className="paint screen"
          x={x(from)}
          y={TOP}
          width={x(from + 360) - x(from)}
          height={HEIGHT - FOOT - TOP}
          fill="transparent"
          role="slider"
          tabIndex={0}
          aria-label="Horizon. Left and right go along it, up and down raise and lower it"
          aria-valuemin={0}
          aria-valuemax={85}
          aria-valuenow={Math.round(now)}
          aria-valuetext={`${Math.round(now)}° high at ${cursor}°${windAt(cursor) ? `, ${windAt(cursor)}` : ''}`}
          data-testid="horizon"
          onKeyDown={keys}
          onFocus={() => setFocused(true)}
          onBlur={() => setFocused(false)}
          onPointerDown={(event) => {
            if (event.button !== 0) return;
            event.currentTarget.setPointerCapture(event.pointerId);
            stroke.current = { name: `stroke ${Date.now()}`, last: null };
            paint(event);
          }}
          onPointerMove={(event) => {
            if (stroke.current.name && event.currentTarget.hasPointerCapture(event.pointerId)) paint(event);
          }}
          onPointerUp={() => (stroke.current = { name: '', last: null })}
        />
        {focused ? (
          <g aria-hidden pointerEvents="none">
            <path
              d={`M${x(shownAz(cursor))} ${TOP}V${HEIGHT - FOOT}`}
              stroke={color.act}
              strokeWidth="1.5"
              strokeDasharray="3 3"
            />
            <text x={x(shownAz(cursor))} y={TOP - 3} textAnchor="middle" fontWeight={700}>
              {cursor}°, {Math.round(now)}° high
            </text>
          </g>
        ) : null}
      </Svg>
    </Board>
  );
}

/** The sun's tracks, thin and broken where it is behind something; the hours across them. */
function Tracks({
  picture,
  skyline,
  breadth,
  x,
  y,
}: {
  picture: SkyPicture;
  skyline: Skyline;
  breadth: Breadth;
  x: (deg: number) => number;
  y: (deg: number) => number;
}) {
  const shown = TRACKS.map((month) => picture.tracks[month - 1]).filter((track) => track !== undefined);
  const hourLines = HOURS.map((hour) => ({
    hour,
    dots: shown.flatMap(({ points }) => {
      const point = points.find(({ solarHour }) => Math.abs(solarHour - hour) <= 0.34);
      return point ? [[x(point.azimuthDeg), y(point.elevationDeg)] as const] : [];
    }),
  }));
  return (
    <>
      {hourLines.map(({ hour, dots }) => (
        <g key={hour}>
          <path d={segments(dots)} fill="none" stroke={color.hatch} strokeWidth="0.8" />
          {dots.length > 0 ? (
            <text
              x={dots.at(-1)?.[0]}
              y={(dots.at(-1)?.[1] ?? 0) - 5}
              textAnchor="middle"
              fill={color.soft}
              stroke={color.paper}
              strokeWidth="3"
              paintOrder="stroke"
            >
              {hour}
            </text>
          ) : null}
        </g>
      ))}
      {shown.map(({ month, points }) => {
        const free: (readonly [number, number])[][] = [[]];
        const hidden: (readonly [number, number])[][] = [[]];
        for (const { azimuthDeg, elevationDeg } of points) {
          const through = beamThrough(skyline, breadth, month, azimuthDeg, elevationDeg);
          const [to, other] = through > 0.5 ? [free, hidden] : [hidden, free];
          to.at(-1)?.push([x(azimuthDeg), y(elevationDeg)]);
          if (other.at(-1)?.length) other.push([]);
        }
        const high = points[Math.floor(points.length / 2)];
        return (
          <g key={month}>
            <path
              d={free.map(segments).join('')}
              fill="none"
              stroke={color.sun}
              strokeWidth={month === 6 || month === 12 ? 2.4 : 1.5}
            />
            <path
              d={hidden.map(segments).join('')}
              fill="none"
              stroke={color.act}
              strokeWidth="1.5"
              strokeDasharray="2 4"
            />
            {high && (month === 6 || month === 12 || month === 3) ? (
              <text
                x={x(high.azimuthDeg) + 4}
                y={y(high.elevationDeg) + 16}
                fontWeight={700}
                fill={color.sun}
                stroke={color.paper}
                strokeWidth="3"
                paintOrder="stroke"
              >
                {shortMonth(month)}
              </text>
            ) : null}
          </g>
        );
      })}
    </>
  );
}

/** A line through dots, broken where it would run across the whole picture past its edge. */
function segments(dots: readonly (readonly [number, number])[]): string {
  return dots
    .map(([px, py], i) => {
      const before = dots[i - 1];
      return `${before && Math.abs(before[0] - px) < 120 ? 'L' : 'M'}${px.toFixed(1)} ${py.toFixed(1)}`;
    })
    .join('');
}

/** Something that stands in the way: a tree as a crown, all else as what it covers. */
function Body({
  obstacle,
  x,
  y,
  shownAz,
}: {
  obstacle: Obstacle;
  x: (deg: number) => number;
  y: (deg: number) => number;
  shownAz: (deg: number) => number;
}) {
  const { fromDeg, toDeg, bottomDeg, topDeg } = outlineOf(obstacle);
  const middle = shownAz(obstacle.azimuth.value);
  const half = (toDeg - fromDeg) / 2;
  const [left, right] = [x(middle - half), x(middle + half)];
  const [top, foot] = [y(Math.min(90, topDeg)), y(Math.max(0, bottomDeg))];
  const tree = obstacle.kind === 'tree';
  const leaf = 1 - throughBody(obstacle, 7);
  return (
    <g>
      <rect
        x={left}
        width={Math.max(1, right - left)}
        y={top}
        height={Math.max(1, foot - top)}
        rx={tree ? Math.min((right - left) / 2, (foot - top) * 0.45) : 0}
        fill={tree ? color.stored : color.wood}
        fillOpacity={tree ? 0.15 + 0.5 * leaf : 1}
        stroke={color.ink}
        strokeWidth="1.4"
      />
      <text
        x={x(middle)}
        y={top - 5}
        textAnchor={x(middle) < 60 ? 'start' : 'middle'}
        stroke={color.paper}
        strokeWidth="3"
        paintOrder="stroke"
      >
        {obstacle.name}
      </text>
    </g>
  );
}
