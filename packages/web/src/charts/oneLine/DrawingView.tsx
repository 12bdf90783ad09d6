import { memo, type ReactNode } from 'react';
import { styled } from 'styled-components';
import { color } from '../../ui/tokens';
import { Svg } from '../Svg';
import type { Fill, InkName, Mark } from './mark';
import { DASHES, type Drawing, type Group } from './marks';

const INKS: Readonly<Record<InkName, string>> = {
  ink: color.ink,
  soft: color.soft,
  act: color.act,
  look: color.pencil,
  earth: color.stored,
  rule: color.hatch,
};
const FILLS: Readonly<Record<Fill, string>> = {
  none: 'none',
  paper: color.paper,
  ink: color.ink,
  panel: color.sunWash,
};

/** The drawing keeps its own letters: what does not fit its place on a phone is scrolled. */
const Sheet = styled(Svg)`
  font-size: 13px;
  max-width: none;
  a:focus-visible {
    outline: 2px solid ${color.act};
    outline-offset: 2px;
  }
  a:hover text {
    text-decoration: underline;
  }
  g[data-dim='true'] {
    opacity: 0.22;
  }
  @media print {
    width: 100% !important;
    height: auto !important;
    max-height: 66vh;
  }
`;

function MarkView({ mark }: { mark: Mark }) {
  if (mark.as === 'text') {
    const { x, y, text, size, ink, bold, anchor } = mark;
    return (
      <text
        x={x}
        y={y}
        fontSize={size}
        fill={INKS[ink]}
        fontWeight={bold ? 700 : undefined}
        textAnchor={anchor}
      >
        {text}
      </text>
    );
  }
  const { points, closed, weight, ink, fill = 'none', dash } = mark;
  return (
    <path
      d={`M${points.map(([x, y]) => `${x} ${y}`).join('L')}${closed ? 'Z' : ''}`}
      fill={FILLS[fill]}
      stroke={INKS[ink]}
      strokeWidth={weight}
      strokeDasharray={dash && DASHES[dash]}
    />
  );
}

/** Marks that belong together; those that are drawn are left alone while others come. */
const OneGroup = memo(function OneGroup({
  group,
  dim,
  lead,
}: {
  group: Group;
  dim: boolean;
  lead?: (group: Group, children: ReactNode) => ReactNode;
}) {
  const marks = group.marks.map((mark, i) => <MarkView key={i} mark={mark} />);
  return <g data-dim={dim}>{lead && group.of ? lead(group, marks) : marks}</g>;
});

/** A drawing on the screen; what belongs together may lead somewhere. */
export function DrawingView({
  drawing,
  says,
  scale,
  lead,
  isDim,
}: {
  drawing: Drawing;
  says: string;
  /** Px on the screen for one of the drawing. */
  scale: number;
  /** Makes a group into what leads to its sheet. */
  lead?: (group: Group, children: ReactNode) => ReactNode;
  isDim?: (group: Group) => boolean;
}) {
  const { width, height, groups } = drawing;
  return (
    <Sheet
      viewBox={`0 0 ${width} ${height}`}
      style={{ width: width * scale, height: height * scale }}
      role={lead ? 'group' : 'img'}
      aria-label={says}
    >
      {groups.map((group, at) => (
        <OneGroup key={at} group={group} dim={isDim?.(group) ?? false} lead={lead} />
      ))}
    </Sheet>
  );
}
