import type { WindowBar, WindowPicture } from '@ivolt/core';
import { scaleLinear } from 'd3-scale';
import { area, curveBasis } from 'd3-shape';
import { styled } from 'styled-components';
import { color } from '../ui/tokens';
import { HatchedRect } from './HatchedRect';
import { Picture } from './Picture';
import { useReading } from '../ui/reading';
import { useWidth } from './useWidth';

const ROW = 46;
const RULER = { top: 24, height: 30 };
const volts = (value: number) => String(Math.round(value));

/**
 * One voltage axis, as a ruler on the desk: the controller's limits are stops, each number in series a bar from
 * hottest working to coldest open-circuit volts, hatched where it leaves the window.
 */
export function WindowRuler({ picture, onTry }: { picture: WindowPicture; onTry: (series: number) => void }) {
  const [ref, width] = useWidth(734);
  const reading = useReading();
  const bars = reading ? besideChosen(picture.bars) : picture.bars;
  const maxV = Math.max(picture.maxV, ...bars.map((bar) => bar.maxV));
  const { chargesFromV } = picture;
  // strings on inputs of unlike limits each have stops of their own
  const alike = bars.every((bar) => bar.maxV === maxV && bar.chargesFromV === chargesFromV);
  const top = RULER.top + RULER.height;
  const height = top + bars.length * ROW + 26;
  const side = width < 480 ? 14 : 18;
  const farthest = Math.max(
    maxV * 1.2,
    Math.min(maxV * 1.38, ...bars.map(({ coldVocV }) => Math.max(coldVocV, maxV * 1.2))),
  );
  const x = scaleLinear([0, farthest], [side, width - side]);
  const ticks = x.ticks(width < 480 ? 5 : 10);
  const fine = x.ticks(width < 480 ? 20 : 60);
  const edge = width - side;
  const step = (series: number, by: number) => {
    onTry(series);
    if (by !== 0)
      requestAnimationFrame(() => document.querySelector<SVGGElement>(`[data-series="${series}"]`)?.focus());
  };
  return (
    <Picture measure={ref} width={width} height={height} role="group" says={describe({ ...picture, bars })}>
      {(alike ? [{ key: 'all', maxV, chargesFromV }] : bars).map((bar, index) => (
        <g key={bar.key} transform={`translate(0 ${top + index * ROW})`}>
          <HatchedRect
            name="below"
            x={side}
            width={x(bar.chargesFromV) - side}
            height={alike ? bars.length * ROW : ROW}
            gap={9}
            weight={1}
            ink={color.hatch}
            turn={-45}
          />
          <rect
            x={x(bar.maxV)}
            width={Math.max(0, edge - x(bar.maxV))}
            height={alike ? bars.length * ROW : ROW}
            fill={color.wash}
          />
          {alike ? null : (
            <>
              <path d={`M${x(bar.maxV)} 0v${ROW}`} stroke={color.act} strokeWidth="2.6" />
              <path
                d={`M${x(bar.chargesFromV)} 0v${ROW}`}
                stroke={color.ink}
                strokeDasharray="2 3"
                strokeWidth="1.5"
              />
            </>
          )}
        </g>
      ))}
      <g transform={`translate(0 ${RULER.top})`}>
        <rect x={side} width={edge - side} height={RULER.height} fill={color.wood} stroke={color.ink} />
        <path
          d={fine.map((tick) => `M${x(tick)} ${RULER.height}v-4`).join('')}
          stroke={color.ink}
          strokeWidth="0.8"
        />
        <path d={ticks.map((tick) => `M${x(tick)} ${RULER.height}v-10`).join('')} stroke={color.ink} />
        {ticks
          .filter((tick) => Math.abs(x(tick) - x(maxV)) >= 16 || tick === maxV)
          .map((tick) => (
            <text key={tick} x={x(tick)} y="15" textAnchor="middle">
              {tick}
              {tick === ticks.at(-1) ? ' V' : ''}
            </text>
          ))}
      </g>
      {alike ? (
        <>
          <path
            d={`M${x(chargesFromV)} ${top}v${bars.length * ROW + 6}`}
            stroke={color.ink}
            strokeDasharray="2 3"
            strokeWidth="1.5"
          />
          <text
            x={x(chargesFromV) + (x(chargesFromV) > width - 150 ? -6 : 6)}
            y={height - 6}
            textAnchor={x(chargesFromV) > width - 150 ? 'end' : 'start'}
          >
            charges above {chargesFromV.toFixed(chargesFromV % 1 === 0 ? 0 : 1)} V
          </text>
          <path
            d={`M${x(maxV)} ${RULER.top - 4}v${RULER.height + bars.length * ROW + 8}`}
            stroke={color.act}
            strokeWidth="2.6"
          />
          <text
            x={Math.min(x(maxV), edge - 56)}
            y={RULER.top - 10}
            textAnchor="middle"
            fontWeight={700}
            fill={color.act}
          >
            never above {volts(maxV)} V
          </text>
        </>
      ) : (
        <text x={side} y={height - 6}>
          each input with its own stops: from where it charges to where it is destroyed
        </text>
      )}
      {bars.map((bar, index) => (
        <Bar
          key={bar.key}
          bar={bar}
          y={top + index * ROW + 33}
          x={x}
          edge={edge}
          onTry={
            bar.series === null || reading ? null : (by = 0) => step(Math.max(1, (bar.series ?? 1) + by), by)
          }
        />
      ))}
    </Picture>
  );
}

/** What the book shows: the chosen number and the ones beside it; all where several are chosen. */
function besideChosen(bars: readonly WindowBar[]): WindowBar[] {
  const at = bars.findIndex(({ chosen }) => chosen);
  const one = bars.filter(({ chosen }) => chosen).length === 1;
  return one ? bars.slice(Math.max(0, at - 1), at + 2) : [...bars];
}

/** Enter takes the bar that has the focus; plus and minus the one with a panel more or fewer, and go there. */
const STEP_KEYS: Readonly<Record<string, number>> = { Enter: 0, ' ': 0, '+': 1, '=': 1, '-': -1 };

const Press = styled.g`
  cursor: pointer;
  outline: none;
  &:hover text.name,
  &:focus-visible text.name {
    text-decoration: underline;
    text-underline-offset: 3px;
  }
  &:focus-visible rect.hit {
    stroke: ${color.act};
    stroke-width: 2;
  }
`;

/** How long a bar is drawn that begins beyond the ruler, px. */
const STUB = 64;
/** A shorter bar has no room for both its figures below it, px. */
const BOTH = 56;

/** How often it works at which volts, as far as the ruler goes; nothing where that is beyond. */
function hillOf({ density }: WindowBar, x: (v: number) => number, edge: number, y: number): string | null {
  const { fromV, toV, share } = density;
  const points = share.map((high, i): [number, number] => [
    x(fromV + ((i + 0.5) / share.length) * (toV - fromV)),
    high,
  ]);
  const seen = points
    .filter((_, i) => (points[i - 1]?.[0] ?? 0) < edge)
    .map(([at, high]): [number, number] => [Math.min(at, edge), high]);
  const shape = area<[number, number]>(
    ([at]) => at,
    y,
    ([, high]) => y - high * 19,
  );
  return seen.length > 1 ? shape.digits(1).curve(curveBasis)(seen) : null;
}

function Bar({
  bar,
  y,
  x,
  edge,
  onTry,
}: {
  bar: WindowBar;
  y: number;
  x: (v: number) => number;
  edge: number;
  /** Takes the bar, or one with a panel more or fewer. */
  onTry: ((by?: number) => void) | null;
}) {
  const { name, hotVmpV, coldVocV, chosen, maxV, short } = bar;
  const over = coldVocV > maxV;
  const ink = chosen ? color.ink : color.soft;
  const begins = x(hotVmpV) <= edge;
  const [from, to] = [begins ? x(hotVmpV) : edge - STUB, Math.min(x(coldVocV), edge)];
  const close = to - from < BOTH;
  const beyond = x(coldVocV) > edge;
  const hill = hillOf(bar, x, edge, y);
  const names = from > 14 + name.length * 6.6;
  return (
    <>
      <Press
        role={onTry ? 'button' : 'img'}
        tabIndex={onTry ? 0 : undefined}
        aria-pressed={onTry ? chosen : undefined}
        data-series={bar.series ?? undefined}
        aria-label={sentence(bar)}
        aria-keyshortcuts={onTry ? '+ -' : undefined}
        onClick={() => onTry?.()}
        onKeyDown={(event) => {
          const by = STEP_KEYS[event.key];
          if (!onTry || by === undefined) return;
          event.preventDefault();
          onTry(by);
        }}
      >
        <rect className="hit" x={x(0)} width={edge - x(0)} y={y - 27} height={ROW - 4} fill="transparent" />
        {hill ? (
          <path d={hill} fill={color.sun} fillOpacity={chosen ? 0.62 : 0.3} stroke={color.sun} />
        ) : null}
        <path d={`M${from} ${y}H${to}`} stroke={ink} strokeWidth={chosen ? 3.2 : 1.5} />
        {over ? (
          <HatchedRect
            name="over"
            x={Math.max(x(maxV), from)}
            width={to - Math.max(x(maxV), from)}
            y={y - 8}
            height={16}
            gap={6}
            weight={chosen ? 2.6 : 1.4}
            ink={color.act}
          />
        ) : null}
        {begins ? <path d={`M${from} ${y - 7}v14`} stroke={ink} strokeWidth={chosen ? 3.2 : 1.5} /> : null}
        {beyond ? (
          <path d={`M${edge - 6} ${y - 6}l7 6l-7 6`} stroke={ink} fill="none" strokeWidth="1.6" />
        ) : (
          <path d={`M${to} ${y - 7}v14`} stroke={ink} strokeWidth={chosen ? 3.2 : 1.5} />
        )}
        <text
          className="name"
          x={names ? from - 8 : from}
          y={names ? y + 4 : y - 13}
          textAnchor={names ? 'end' : 'start'}
          fontWeight={chosen ? 700 : 400}
          paintOrder="stroke"
          stroke={color.paper}
          strokeWidth={names ? 4 : 3}
        >
          {name}
        </text>
      </Press>
      <g pointerEvents="none">
        <text
          x={close ? Math.min(from, to - BOTH / 2) - 4 : from + 4}
          y={y + 18}
          textAnchor={close ? 'end' : 'start'}
          fill={short ? color.act : ink}
          fontWeight={short ? 700 : 400}
          paintOrder="stroke"
          stroke={color.paper}
          strokeWidth={3}
        >
          {volts(hotVmpV)}
        </text>
        <text
          x={to - 4}
          y={y + 18}
          textAnchor="end"
          fill={over ? color.act : ink}
          fontWeight={over ? 700 : 400}
        >
          {volts(coldVocV)}
        </text>
      </g>
    </>
  );
}

const sentence = ({ name, hotVmpV, coldVocV, maxV, chargesFromV, short }: WindowBar) =>
  `${name}: from ${volts(hotVmpV)} volts hot to ${volts(coldVocV)} volts cold${coldVocV > maxV ? ', over the limit' : short ? ', too low to charge when hot' : hotVmpV < chargesFromV ? ', held above its best when hot' : ', inside the window'}`;

function describe({ maxV, chargesFromV, bars }: WindowPicture): string {
  return `Window from ${volts(chargesFromV)} to ${volts(maxV)} volts. ${bars.map(sentence).join('. ')}`;
}
