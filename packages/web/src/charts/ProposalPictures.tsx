import type { Gist } from '@ivolt/core';
import { scaleLinear } from 'd3-scale';
import { styled } from 'styled-components';
import { color } from '../ui/tokens';

const Drawn = styled.svg`
  display: block;
  margin: 8px 0 4px;
  max-width: 100%;
  overflow: visible;
`;

const PANEL = { width: 26, height: 40, gap: 4 };
const MOST_DRAWN = 24;
const A_ROW = 8;

/** So many panels, by count; of very many a few and the rest in words. */
export function PanelsDrawn({ count }: { count: number }) {
  const drawn = Math.min(count, MOST_DRAWN);
  const rows = Math.ceil(drawn / A_ROW);
  const height = rows * (PANEL.height + PANEL.gap);
  return (
    <Drawn width={A_ROW * (PANEL.width + PANEL.gap) + 60} height={height} aria-hidden>
      {Array.from({ length: drawn }, (_, i) => (
        <g
          key={i}
          transform={`translate(${(i % A_ROW) * (PANEL.width + PANEL.gap)} ${Math.floor(i / A_ROW) * (PANEL.height + PANEL.gap)})`}
        >
          <rect
            width={PANEL.width}
            height={PANEL.height}
            fill={color.sunWash}
            stroke={color.ink}
            strokeWidth="1.2"
          />
          <path
            d={`M${PANEL.width / 2} 0v${PANEL.height}M0 ${PANEL.height / 3}h${PANEL.width}M0 ${(2 * PANEL.height) / 3}h${PANEL.width}`}
            stroke={color.sun}
            strokeWidth="0.8"
            fill="none"
          />
        </g>
      ))}
      {count > drawn ? (
        <text
          x={A_ROW * (PANEL.width + PANEL.gap) + 4}
          y={height - 12}
          fontSize="14"
          fill={color.ink}
        >{`+ ${count - drawn}`}</text>
      ) : null}
    </Drawn>
  );
}

const BATTERY = { width: 44, height: 28, gap: 4 };
const BATTERIES_A_ROW = 4;

/** So many batteries, to the scale of their energy. */
export function BatteriesDrawn({ bank }: Pick<Gist, 'bank'>) {
  const drawn = Math.min(bank.units, 12);
  const wide = Math.max(20, Math.min(56, BATTERY.width * Math.cbrt((bank.unitVolts * bank.unitAh) / 5120)));
  const height = Math.ceil(drawn / BATTERIES_A_ROW) * (BATTERY.height + BATTERY.gap);
  return (
    <Drawn width={BATTERIES_A_ROW * (wide + BATTERY.gap) + 50} height={height} aria-hidden>
      {Array.from({ length: drawn }, (_, i) => (
        <g
          key={i}
          transform={`translate(${(i % BATTERIES_A_ROW) * (wide + BATTERY.gap)} ${Math.floor(i / BATTERIES_A_ROW) * (BATTERY.height + BATTERY.gap)})`}
        >
          <rect
            width={wide}
            height={BATTERY.height}
            fill={color.leaf}
            stroke={color.stored}
            strokeWidth="1.6"
          />
          <path d={`M${wide * 0.18} 0v4M${wide * 0.82} 0v4`} stroke={color.stored} strokeWidth="4" />
          <path d={`M0 ${BATTERY.height * 0.72}h${wide}`} stroke={color.stored} strokeWidth="1" />
        </g>
      ))}
      {bank.units > drawn ? (
        <text
          x={BATTERIES_A_ROW * (wide + BATTERY.gap) + 4}
          y={height - 10}
          fontSize="14"
          fill={color.ink}
        >{`+ ${bank.units - drawn}`}</text>
      ) : null}
    </Drawn>
  );
}

const RULER = { width: 230, height: 12 };

/** Hot working to coldest open-circuit volts on a rule that ends at the controller’s limit. */
export function VoltsDrawn({ controller, most }: Pick<Gist, 'controller'> & { most: number }) {
  const { maxV, coldV, hotV } = controller;
  if (maxV <= 0) return null;
  const x = scaleLinear([0, Math.max(most * 1.12, coldV)], [0, RULER.width]);
  return (
    <Drawn width={RULER.width + 40} height="40" aria-hidden>
      <rect width={RULER.width} height={RULER.height} fill={color.wood} stroke={color.ink} />
      <path
        d={`M${x(hotV)} 21H${x(coldV)}M${x(hotV)} 16v10M${x(coldV)} 16v10`}
        stroke={color.ink}
        strokeWidth="2.4"
      />
      <path d={`M${x(maxV)} 0V30`} stroke={color.act} strokeWidth="2" />
      <text x={Math.min(x(maxV) + 5, RULER.width - 4)} y="38" fontSize="13" fill={color.act}>
        {Math.round(maxV)} V
      </text>
    </Drawn>
  );
}
