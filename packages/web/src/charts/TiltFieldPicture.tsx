import { scaleLinear } from 'd3-scale';
import { contours } from 'd3-contour';
import { memo, useMemo, useRef, type KeyboardEvent, type PointerEvent } from 'react';
import { color } from '../ui/tokens';
import { Svg } from './Svg';
import { COMPASS, shareOf, tellField, type Mark, type PlaneField } from './told';
import { usePictureIds } from './usePictureIds';
import { useWidth } from './useWidth';

interface Props {
  field: PlaneField;
  best: Mark;
  /** Null where the plane has no one place in the field. */
  own: Mark | null;
  /** Planes of other arrays, such as the roof's own. */
  others: readonly (Mark & { name: string })[];
  /** Of the southern half: north stands in the middle. */
  south: boolean;
  onMove?: (to: Mark, stroke: string) => void;
}

const HEIGHT = 260;
const [TOP, FOOT, LEFT] = [10, 40, 44];
/** Shares of the best that are drawn as lines. */
const LEVELS = [0.5, 0.6, 0.7, 0.8, 0.9, 0.95, 0.98];
const NAMED = new Set([0.5, 0.7, 0.9]);

/** Energy over tilt and direction as the lines of a map; the plane there is can be dragged over it. */
export const TiltFieldPicture = memo(function TiltFieldPicture({
  field,
  best,
  own,
  others,
  south,
  onMove,
}: Props) {
  const ids = usePictureIds();
  const { tilts, azimuths, values } = field;
  const [ref, width] = useWidth(640);
  const svg = useRef<SVGSVGElement>(null);
  const stroke = useRef('');
  const from = south ? -180 : 0;
  const x = scaleLinear([from, from + 360], [LEFT, width - 12]);
  const y = scaleLinear([0, 90], [HEIGHT - FOOT, TOP]);
  const shown = (azimuth: number) => ((((azimuth - from) % 360) + 360) % 360) + from;
  const lines = useMemo(() => {
    // the field as a grid of tilts and directions from the left edge of the picture on
    const columns = azimuths.length - 1;
    const shift = south ? Math.round(columns / 2) : 0;
    const grid = tilts.flatMap((_, row) =>
      Array.from(
        { length: columns + 1 },
        (__, column) => values[row * azimuths.length + ((column + shift) % columns)] ?? 0,
      ),
    );
    const most = Math.max(...grid, 1e-9);
    return contours()
      .size([columns + 1, tilts.length])
      .thresholds(LEVELS.map((level) => level * most))(grid);
  }, [azimuths, tilts, values, south]);
  const columns = azimuths.length - 1;
  // contours puts the middle of the first cell at one half
  const px = (column: number) => x(from + ((column - 0.5) / columns) * 360);
  const py = (row: number) => y(((row - 0.5) / (tilts.length - 1)) * 90);

  const move = (event: PointerEvent) => {
    const box = svg.current?.getBoundingClientRect();
    const azimuth = Math.round(x.invert(event.clientX - (box?.left ?? 0)));
    const tilt = Math.round(y.invert(event.clientY - (box?.top ?? 0)));
    onMove?.(
      { tiltDeg: Math.max(0, Math.min(90, tilt)), azimuthDeg: ((azimuth % 360) + 360) % 360 },
      stroke.current,
    );
  };
  const keys = (event: KeyboardEvent) => {
    const by = event.shiftKey ? 10 : 1;
    const moves: Readonly<Record<string, readonly [number, number]>> = {
      ArrowLeft: [-by, 0],
      ArrowRight: [by, 0],
      ArrowUp: [0, by],
      ArrowDown: [0, -by],
      PageUp: [0, 10],
      PageDown: [0, -10],
      Home: [0, -90],
      End: [0, 90],
    };
    const [dx, dy] = moves[event.key] ?? [0, 0];
    if (!own || (dx === 0 && dy === 0)) return;
    event.preventDefault();
    onMove?.(
      {
        tiltDeg: Math.max(0, Math.min(90, own.tiltDeg + dy)),
        azimuthDeg: (((own.azimuthDeg + dx) % 360) + 360) % 360,
      },
      'keys',
    );
  };
  return (
    <div ref={ref} style={{ touchAction: 'pan-y' }}>
      <Svg ref={svg} height={HEIGHT} viewBox={`0 0 ${width} ${HEIGHT}`}>
        <clipPath id={ids('field-frame')}>
          <rect x={LEFT} y={TOP} width={width - 12 - LEFT} height={HEIGHT - FOOT - TOP} />
        </clipPath>
        <g
          role="img"
          aria-label={tellField(field, best, [
            ...(own ? [{ ...own, name: 'The chosen plane' }] : []),
            ...others,
          ])}
          clipPath={`url(#${ids('field-frame')})`}
        >
          {lines.map(({ value, coordinates }, index) => (
            <path
              key={value}
              d={coordinates
                .flat()
                .map(
                  (ring) =>
                    `M${ring.map(([cx = 0, cy = 0]) => `${px(cx).toFixed(1)} ${py(cy).toFixed(1)}`).join('L')}Z`,
                )
                .join('')}
              fill={color.sun}
              fillOpacity={0.1}
              stroke={color.sun}
              strokeWidth={index === lines.length - 1 ? 1.6 : 1}
            />
          ))}
        </g>
        <g aria-hidden>
          {lines.map(({ value, coordinates }, index) => {
            const level = LEVELS[index] ?? 0;
            const ring = coordinates[0]?.[0];
            if (!ring || !NAMED.has(level) || value <= 0) return null;
            // the name stands where the line goes farthest to the right
            const inside = ring.filter(([, cy = 0]) => cy > 1.5 && cy < tilts.length - 1.5);
            const top = inside.reduce<number[] | null>(
              (most, dot) => (!most || (dot[0] ?? 0) > (most[0] ?? 0) ? dot : most),
              null,
            );
            if (!top || px(top[0] ?? 0) > width - 50) return null;
            return (
              <text
                key={level}
                x={px(top[0] ?? 0) + 3}
                y={py(top[1] ?? 0) + 4}
                fill={color.soft}
                stroke={color.paper}
                strokeWidth="3"
                paintOrder="stroke"
              >
                {Math.round(level * 100)} %
              </text>
            );
          })}
          <rect
            x={LEFT}
            y={TOP}
            width={width - 12 - LEFT}
            height={HEIGHT - FOOT - TOP}
            fill="none"
            stroke={color.ink}
            strokeWidth="1.2"
          />
          {[0, 30, 60, 90].map((tilt) => (
            <text key={tilt} x={LEFT - 6} y={y(tilt) + 4} textAnchor="end" fill={color.soft}>
              {tilt}°
            </text>
          ))}
          {COMPASS.map((name, i) => {
            const at = x(shown(i * 45));
            return width < 480 && name.length > 1 ? null : (
              <text key={name} x={at} y={HEIGHT - FOOT + 17} textAnchor="middle" fill={color.soft}>
                {name}
              </text>
            );
          })}
          <text x={LEFT} y={HEIGHT - 4} fill={color.soft}>
            {width < 480
              ? 'lines are shares of the best'
              : 'flat at the foot, upright at the top; lines are shares of the best'}
          </text>
          <circle
            cx={x(shown(best.azimuthDeg))}
            cy={y(best.tiltDeg)}
            r="5"
            fill={color.paper}
            stroke={color.ink}
            strokeWidth="2"
          />
          <text
            x={x(shown(best.azimuthDeg))}
            y={y(best.tiltDeg) - 11}
            textAnchor="middle"
            stroke={color.paper}
            strokeWidth="3.5"
            paintOrder="stroke"
          >
            best {best.tiltDeg}°
          </text>
        </g>
        <g aria-hidden>
          {others.map(({ name, tiltDeg, azimuthDeg }) => (
            <g key={name}>
              <path
                d={`M${x(shown(azimuthDeg)) - 5} ${y(tiltDeg)}h10M${x(shown(azimuthDeg))} ${y(tiltDeg) - 5}v10`}
                stroke={color.ink}
                strokeWidth="2"
              />
              <text
                x={x(shown(azimuthDeg)) + 8}
                y={y(tiltDeg) - 6}
                stroke={color.paper}
                strokeWidth="3.5"
                paintOrder="stroke"
              >
                {name}
              </text>
            </g>
          ))}
        </g>
        {own ? (
          <g aria-hidden pointerEvents="none">
            <path
              d={`M${x(shown(own.azimuthDeg)) - 8} ${y(own.tiltDeg)}h16M${x(shown(own.azimuthDeg))} ${y(own.tiltDeg) - 8}v16`}
              stroke={color.act}
              strokeWidth="3"
            />
            <text
              x={x(shown(own.azimuthDeg)) + 11}
              y={y(own.tiltDeg) + 17}
              fontWeight={700}
              stroke={color.paper}
              strokeWidth="3.5"
              paintOrder="stroke"
            >
              {Math.round(own.tiltDeg)}°, {Math.round(own.azimuthDeg)}°
            </text>
          </g>
        ) : null}
        <rect
          className="screen"
          x={LEFT}
          y={TOP}
          width={width - 12 - LEFT}
          height={HEIGHT - FOOT - TOP}
          fill="transparent"
          style={{ cursor: onMove ? 'crosshair' : 'default' }}
          {...(onMove && own
            ? {
                role: 'slider',
                tabIndex: 0,
                'aria-label': 'Plane. Up and down tilt it, left and right turn it',
                'aria-valuemin': 0,
                'aria-valuemax': 90,
                'aria-valuenow': Math.round(own.tiltDeg),
                'aria-valuetext': `Tilt ${Math.round(own.tiltDeg)}°, facing ${Math.round(own.azimuthDeg)}°, ${Math.round(shareOf(field, own) * 100)} % of the best`,
                onKeyDown: keys,
                onPointerDown: (event: PointerEvent<SVGRectElement>) => {
                  if (event.button !== 0) return;
                  event.currentTarget.setPointerCapture(event.pointerId);
                  stroke.current = `drag ${Date.now()}`;
                  move(event);
                },
                onPointerMove: (event: PointerEvent<SVGRectElement>) => {
                  if (stroke.current && event.currentTarget.hasPointerCapture(event.pointerId)) move(event);
                },
                onPointerUp: () => (stroke.current = ''),
              }
            : { 'aria-hidden': true })}
        />
      </Svg>
    </div>
  );
});
