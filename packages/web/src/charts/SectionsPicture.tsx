import { conductor, sizeText, type SizeName, type WireRun } from '@ivolt/core';
import { Note } from '../ui/layout';
import { color } from '../ui/tokens';
import { Picture } from './Picture';
import { useWidth } from './useWidth';

/** Pixels for a millimetre: what lies on the table is about three times as large here. */
const PER_MM = 3.2;
const GAP = 26;
/** Room for a word below each. */
const LEAST = 74;

interface Sized {
  size: SizeName;
  runs: number;
  fails: boolean;
}

/** Thinnest first, in as many rows as the width asks for. */
function inRows(sizes: readonly Sized[], width: number) {
  let [x, row] = [0, 0];
  const placed = sizes
    .toSorted((a, b) => conductor(a.size).areaMm2 - conductor(b.size).areaMm2)
    .map((each) => {
      const of = conductor(each.size);
      const wide = Math.max(LEAST, of.outerMm * PER_MM + GAP);
      if (x > 0 && x + wide > width) [x, row] = [0, row + 1];
      const at = { ...each, of, x: x + wide / 2, row };
      x += wide;
      return at;
    });
  return { placed, row };
}

/** The wires of a job side by side, cut across, to one scale: copper within its insulation. */
export function SectionsPicture({ runs }: { runs: readonly WireRun[] }) {
  const [measure, width] = useWidth(760);
  const sizes = new Map<string, Sized>();
  for (const { size, many, fails } of runs) {
    const known = sizes.get(size) ?? { size: size as SizeName, runs: 0, fails: false };
    sizes.set(size, { ...known, runs: known.runs + many, fails: known.fails || fails.length > 0 });
  }
  const { placed, row } = inRows([...sizes.values()], width);
  const tallest = Math.max(...placed.map(({ of }) => of.outerMm)) * PER_MM;
  const rowHigh = tallest + 48;
  const height = (row + 1) * rowHigh;
  const says = `Conductors of this job, thinnest first: ${placed.map(({ size, runs: many }) => `${sizeText(size)} for ${many} run${many === 1 ? '' : 's'}`).join(', ')}.`;
  return (
    <div style={{ marginTop: 18 }}>
      <Picture measure={measure} width={width} height={height} says={says}>
        {placed.map(({ size, of, x: cx, row: at, runs: many, fails }) => {
          const foot = at * rowHigh + tallest + 4;
          const outer = (of.outerMm * PER_MM) / 2;
          const copper = Math.sqrt(of.areaMm2 / Math.PI) * PER_MM;
          return (
            <g key={size}>
              <circle
                cx={cx}
                cy={foot - outer}
                r={outer}
                fill={color.tint}
                stroke={color.ink}
                strokeWidth="1.2"
              />
              <circle
                cx={cx}
                cy={foot - outer}
                r={Math.min(outer - 1, copper)}
                fill={fails ? color.act : color.sun}
              />
              <text
                x={cx}
                y={foot + 17}
                textAnchor="middle"
                fontWeight="700"
                fill={fails ? color.act : color.ink}
              >
                {sizeText(size)}
              </text>
              <text x={cx} y={foot + 33} textAnchor="middle" fill={color.soft}>
                {many} run{many === 1 ? '' : 's'}
              </text>
            </g>
          );
        })}
      </Picture>
      <Note style={{ marginTop: 2 }}>Cut across, all to one scale: copper within its insulation.</Note>
    </div>
  );
}
