import { displayFigure, joined, type BankFit, type BankHome, type UnitSystem } from '@ivolt/core';
import { memo } from 'react';
import { color } from '../ui/tokens';
import { HatchedRect } from './HatchedRect';
import { Picture } from './Picture';
import { useWidth } from './useWidth';

const [PAD, LABEL, BETWEEN] = [4, 22, 46];
const MOST_HIGH = 260;

/** The bank in its room, to scale: from above, and from the front. */
export const PackingPicture = memo(function PackingPicture({
  fit,
  home,
  units,
}: {
  fit: BankFit;
  home: BankHome;
  units: UnitSystem;
}) {
  const [ref, width] = useWidth(640);
  const room = { length: home.length.value, width: home.width.value, height: home.height.value };
  const stacked = width < 520;
  const across = stacked ? room.length : room.length * 2;
  const tall = stacked ? room.width + room.height : Math.max(room.width, room.height);
  const scale = Math.min(
    (width - PAD * 2 - (stacked ? 0 : BETWEEN)) / across,
    (MOST_HIGH * (stacked ? 2 : 1)) / tall,
  );
  const size = (mm: number) => joined(displayFigure(mm, 'size', units));
  const front = stacked
    ? { x: PAD, y: LABEL * 2 + room.width * scale + 12 }
    : { x: PAD + room.length * scale + BETWEEN, y: LABEL };
  const height = front.y + Math.max(room.height, stacked ? 0 : room.width) * scale + LABEL;
  const levels = home.shelves.value;
  const level = room.height / levels;
  return (
    <Picture
      measure={ref}
      width={width}
      height={height}
      says={`${fit.placed.length} of ${fit.count} units placed${fit.lying ? ', lying on a side' : ', upright'}${fit.fits ? '' : `; room for ${fit.room}`}. The room is ${size(room.length)} long, ${size(room.width)} deep and ${size(room.height)} high. ${Math.round(fit.massKg)} kilograms in all, their middle ${size(fit.centre.x)} from the left and ${size(fit.centre.y)} from the front`}
    >
      <g transform={`translate(${PAD} ${LABEL})`}>
        <text y={-7}>
          from above, {size(room.length)} × {size(room.width)}
        </text>
        <rect
          width={room.length * scale}
          height={room.width * scale}
          fill={color.leaf}
          stroke={color.ink}
          strokeWidth="2.5"
        />
        {fit.placed
          .filter(({ z }) => z === 0)
          .map((piece, i) => (
            <g key={i}>
              <rect
                x={piece.x * scale}
                y={(room.width - piece.y - piece.width) * scale}
                width={piece.length * scale}
                height={piece.width * scale}
                fill={color.stored}
                fillOpacity={0.22}
                stroke={color.stored}
                strokeWidth="1.5"
              />
              {piece.length * scale > 22 && piece.width * scale > 16 ? (
                <text
                  x={(piece.x + piece.length / 2) * scale}
                  y={(room.width - piece.y - piece.width / 2) * scale + 5}
                  textAnchor="middle"
                  fill={color.stored}
                  fontWeight={700}
                >
                  {i + 1}
                </text>
              ) : null}
            </g>
          ))}
        {fit.placed.length > 0 ? (
          <path
            d={`M${fit.centre.x * scale - 7} ${(room.width - fit.centre.y) * scale}h14M${fit.centre.x * scale} ${(room.width - fit.centre.y) * scale - 7}v14`}
            stroke={color.act}
            strokeWidth="2"
          />
        ) : null}
      </g>
      <g transform={`translate(${front.x} ${front.y})`}>
        <text y={-7}>from the front, {size(room.height)} high</text>
        <rect
          width={room.length * scale}
          height={room.height * scale}
          fill={color.leaf}
          stroke={color.ink}
          strokeWidth="2.5"
        />
        {Array.from({ length: levels }, (_, i) => (
          <path
            key={i}
            d={`M0 ${(room.height - i * level) * scale}h${room.length * scale}`}
            stroke={color.ink}
            strokeWidth="2"
          />
        ))}
        {fit.placed.map((piece, i) => (
          <g key={i}>
            <rect
              x={piece.x * scale}
              y={(room.height - piece.z - piece.height) * scale}
              width={piece.length * scale}
              height={piece.height * scale}
              fill={color.paper}
              stroke={color.stored}
              strokeWidth="1.5"
            />
            <HatchedRect
              name="headroom"
              x={piece.x * scale}
              y={(room.height - piece.z - piece.height - home.headroom.value) * scale}
              width={piece.length * scale}
              height={home.headroom.value * scale}
              gap={7}
              weight={1.1}
              ink={color.hatch}
            />
          </g>
        ))}
      </g>
    </Picture>
  );
});
