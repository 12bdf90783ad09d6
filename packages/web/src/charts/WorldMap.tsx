import { formatCoordinate } from '@ivolt/core';
import { geoMercator, geoPath, type GeoPermissibleObjects } from 'd3-geo';
import {
  useEffect,
  useEffectEvent,
  useMemo,
  useRef,
  useState,
  type KeyboardEvent,
  type PointerEvent,
} from 'react';
import { styled } from 'styled-components';
import { feature } from 'topojson-client';
import outlines from 'world-atlas/land-50m.json?url';
import { useTheme } from '../ui/theme';
import { color, site } from '../ui/tokens';
import { Svg } from './Svg';
import { tellMap } from './told';
import { useWidth } from './useWidth';

export interface MapMark {
  id: string;
  name: string;
  lat: number;
  lon: number;
  shown: boolean;
}

interface View {
  lat: number;
  lon: number;
  /** Widths of the picture round the world. */
  zoom: number;
}

const HEIGHT = 300;
const MOST_ZOOM = 400;
const MOST_LAT = 84;

const Board = styled.div`
  position: relative;
  border: 1px solid ${color.ink};
  overflow: hidden;
  /* a thumb on its way down the sheet passes the map */
  touch-action: pan-y;
  cursor: crosshair;
  outline-offset: 2px;
  canvas {
    display: block;
    width: 100%;
    height: ${HEIGHT}px;
  }
  svg {
    position: absolute;
    inset: 0;
    pointer-events: none;
  }
`;

const Zoom = styled.div`
  position: absolute;
  right: 6px;
  top: 6px;
  display: grid;
  gap: 4px;
  button {
    width: 30px;
    height: 30px;
    border: 1px solid ${color.ink};
    background: ${color.paper};
    font-size: 18px;
    line-height: 1;
    cursor: pointer;
  }
  ${site} {
    button {
      width: 44px;
      height: 44px;
    }
  }
`;

type World = Parameters<typeof feature>[0];
type WorldObject = Parameters<typeof feature>[1];

/** The world's coasts, read once, when a map is first shown. */
let coasts: Promise<GeoPermissibleObjects> | undefined;
const readCoasts = () =>
  (coasts ??= fetch(outlines)
    .then((answer) => answer.json())
    .then((topology: World) => feature(topology, topology.objects.land as WorldObject)));

const wrapLon = (lon: number) => ((((lon + 180) % 360) + 360) % 360) - 180;
const clampLat = (lat: number) => Math.max(-MOST_LAT, Math.min(MOST_LAT, lat));

/** All the places in sight; of one place its part of the world; of none the whole. */
function viewOf(marks: readonly MapMark[]): View {
  if (marks.length === 0) return { lat: 20, lon: 10, zoom: 1 };
  const [lats, lons] = [marks.map(({ lat }) => lat), marks.map(({ lon }) => lon)];
  const [south, north] = [Math.min(...lats), Math.max(...lats)];
  const [west, east] = [Math.min(...lons), Math.max(...lons)];
  const span = Math.max(east - west, (north - south) * 4.5, 30);
  return {
    lat: clampLat((south + north) / 2),
    lon: (west + east) / 2,
    zoom: Math.max(1, 0.75 * (360 / span)),
  };
}

/**
 * A map to put places on: dragging moves it, two buttons and, once it has the focus, the wheel zoom, a press takes the point. By keys: arrows
 * move it, plus and minus zoom, Enter takes the middle.
 */
export function WorldMap({
  marks,
  onTake,
}: {
  marks: readonly MapMark[];
  onTake: (lat: number, lon: number) => void;
}) {
  const [ref, width] = useWidth(720);
  const canvas = useRef<HTMLCanvasElement>(null);
  const board = useRef<HTMLDivElement>(null);
  const theme = useTheme();
  const shown = marks.find((mark) => mark.shown);
  const [view, setView] = useState<View>(() => viewOf(marks));
  const [land, setLand] = useState<GeoPermissibleObjects | null>(null);
  const [missing, setMissing] = useState(false);
  const [focused, setFocused] = useState(false);
  const press = useRef<{ x: number; y: number; view: View; moved: boolean } | null>(null);

  useEffect(() => {
    let gone = false;
    readCoasts().then(
      (read) => gone || setLand(() => read),
      () => {
        coasts = undefined;
        if (!gone) setMissing(true);
      },
    );
    return () => void (gone = true);
  }, []);
  const projection = useMemo(
    () =>
      geoMercator()
        .scale((width / (2 * Math.PI)) * view.zoom)
        .rotate([-view.lon, 0])
        .center([0, view.lat])
        .translate([width / 2, HEIGHT / 2])
        .clipExtent([
          [-4, -4],
          [width + 4, HEIGHT + 4],
        ]),
    [view, width],
  );
  // another place is looked at: the map goes there, unless it is in sight already
  const target = shown ? `${shown.lat},${shown.lon}` : '';
  const [followed, setFollowed] = useState(target);
  if (target !== followed) {
    setFollowed(target);
    const inSight = shown && projection([shown.lon, shown.lat]);
    if (
      shown &&
      !(inSight && inSight[0] > 20 && inSight[0] < width - 20 && inSight[1] > 20 && inSight[1] < HEIGHT - 20)
    )
      setView({ lat: clampLat(shown.lat), lon: shown.lon, zoom: Math.max(view.zoom, 4) });
  }

  useEffect(() => {
    const element = canvas.current;
    const pen = element?.getContext('2d');
    if (!element || !pen) return;
    const density = window.devicePixelRatio || 1;
    element.width = width * density;
    element.height = HEIGHT * density;
    pen.scale(density, density);
    const inks = getComputedStyle(element);
    pen.fillStyle = inks.getPropertyValue('--leaf');
    pen.fillRect(0, 0, width, HEIGHT);
    if (!land) return;
    const draw = geoPath(projection, pen);
    pen.beginPath();
    draw(land);
    pen.fillStyle = inks.getPropertyValue('--wood');
    pen.fill();
    pen.lineWidth = 0.8;
    pen.strokeStyle = inks.getPropertyValue('--ink');
    pen.stroke();
  }, [land, projection, width, theme]);

  const zoomBy = (factor: number, at?: [number, number]) => {
    const zoom = Math.max(1, Math.min(MOST_ZOOM, view.zoom * factor));
    const under = at && projection.invert?.(at);
    if (!under || zoom === view.zoom) return setView({ ...view, zoom });
    // what is under the pointer stays there
    const pull = 1 - view.zoom / zoom;
    setView({
      zoom,
      lon: wrapLon(view.lon + wrapLon(under[0] - view.lon) * pull),
      lat: clampLat(view.lat + (under[1] - view.lat) * pull),
    });
  };
  const pan = (dx: number, dy: number, from: View) => {
    const perPixel = 360 / (width * from.zoom);
    setView({
      ...from,
      lon: wrapLon(from.lon - dx * perPixel),
      lat: clampLat(from.lat + dy * perPixel * Math.cos((from.lat * Math.PI) / 180)),
    });
  };
  const spot = (event: Pick<PointerEvent, 'clientX' | 'clientY'>): [number, number] => {
    const box = canvas.current?.getBoundingClientRect();
    return [event.clientX - (box?.left ?? 0), event.clientY - (box?.top ?? 0)];
  };
  // the wheel zooms once the map has the focus, or with Ctrl; else it goes on scrolling the sheet
  const wheel = useEffectEvent((event: WheelEvent) => {
    if (!event.ctrlKey && !board.current?.contains(document.activeElement)) return;
    event.preventDefault();
    zoomBy(event.deltaY < 0 ? 1.25 : 0.8, spot(event));
  });
  useEffect(() => {
    const { current } = board;
    const onWheel = (event: WheelEvent) => wheel(event);
    current?.addEventListener('wheel', onWheel, { passive: false });
    return () => current?.removeEventListener('wheel', onWheel);
  }, []);
  const take = (lat: number, lon: number) => {
    const digits = view.zoom > 40 ? 3 : view.zoom > 6 ? 2 : 1;
    onTake(Number(lat.toFixed(digits)), Number(wrapLon(lon).toFixed(digits)));
  };
  const keys = (event: KeyboardEvent) => {
    if (event.target !== event.currentTarget) return;
    const by = event.shiftKey ? 120 : 30;
    const moves: Readonly<Record<string, [number, number]>> = {
      ArrowLeft: [by, 0],
      ArrowRight: [-by, 0],
      ArrowUp: [0, by],
      ArrowDown: [0, -by],
    };
    const move = moves[event.key];
    if (move) pan(move[0], move[1], view);
    else if (event.key === '+' || event.key === '=') zoomBy(1.6);
    else if (event.key === '-') zoomBy(1 / 1.6);
    else if (event.key === 'Enter') take(view.lat, view.lon);
    else return;
    event.preventDefault();
  };
  const dots = marks.flatMap((mark) => {
    const at = projection([mark.lon, mark.lat]);
    return at ? [{ ...mark, x: at[0], y: at[1] }] : [];
  });
  return (
    <div ref={ref} className="screen">
      <Board
        ref={board}
        role="application"
        aria-roledescription="map"
        aria-label={`Map, the middle is ${formatCoordinate(view.lat, 'latitude')} ${formatCoordinate(view.lon, 'longitude')}. Arrows move it, plus and minus zoom, Enter takes the middle`}
        tabIndex={0}
        data-testid="map"
        onKeyDown={keys}
        onFocus={(event) => event.target === event.currentTarget && setFocused(true)}
        onBlur={() => setFocused(false)}
        onPointerDown={(event) => {
          if (event.button !== 0 || (event.target as HTMLElement).closest('button')) return;
          event.currentTarget.setPointerCapture(event.pointerId);
          press.current = { x: event.clientX, y: event.clientY, view, moved: false };
        }}
        onPointerMove={(event) => {
          const from = press.current;
          if (!from) return;
          const [dx, dy] = [event.clientX - from.x, event.clientY - from.y];
          if (Math.hypot(dx, dy) > 5) from.moved = true;
          if (from.moved) pan(dx, dy, from.view);
        }}
        onPointerUp={(event) => {
          const from = press.current;
          press.current = null;
          if (!from || from.moved) return;
          const at = projection.invert?.(spot(event));
          if (at) take(at[1], at[0]);
        }}
        onPointerCancel={() => (press.current = null)}
      >
        <canvas ref={canvas} aria-hidden />
        <Svg viewBox={`0 0 ${width} ${HEIGHT}`} height={HEIGHT} role="img" aria-label={tellMap(marks)}>
          {dots.length > 1 ? (
            <path
              d={dots.map(({ x, y }, i) => `${i === 0 ? 'M' : 'L'}${x} ${y}`).join('')}
              fill="none"
              stroke={color.soft}
              strokeDasharray="3 4"
            />
          ) : null}
          {dots.map(({ id, name, x, y, shown: here }) => (
            <g key={id} transform={`translate(${x} ${y})`}>
              <circle
                r={here ? 6 : 4}
                fill={here ? color.act : color.paper}
                stroke={color.ink}
                strokeWidth="1.5"
              />
              <text
                x={9}
                y={4}
                fontWeight={here ? 700 : 400}
                stroke={color.paper}
                strokeWidth="3.5"
                paintOrder="stroke"
              >
                {name}
              </text>
            </g>
          ))}
          {focused ? (
            <path
              d={`M${width / 2 - 12} ${HEIGHT / 2}h24M${width / 2} ${HEIGHT / 2 - 12}v24`}
              stroke={color.act}
              strokeWidth="2"
            />
          ) : null}
          {missing ? (
            <text x={12} y={24}>
              The coasts could not be read; type coordinates or search a name.
            </text>
          ) : null}
        </Svg>
        <Zoom>
          <button type="button" aria-label="Zoom in" onClick={() => zoomBy(1.8)}>
            +
          </button>
          <button type="button" aria-label="Zoom out" onClick={() => zoomBy(1 / 1.8)}>
            −
          </button>
        </Zoom>
      </Board>
    </div>
  );
}
