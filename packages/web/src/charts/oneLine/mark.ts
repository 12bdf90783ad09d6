export type InkName = 'ink' | 'soft' | 'act' | 'look' | 'earth' | 'rule';
export type Fill = 'none' | 'paper' | 'ink' | 'panel';

/** A stroke of the drawing; the same on the screen, in SVG and in DXF. */
export type Mark =
  | {
      as: 'line';
      points: readonly (readonly [number, number])[];
      closed?: boolean;
      weight: number;
      ink: InkName;
      fill?: Fill;
      dash?: 'dashed' | 'dash-dot';
    }
  | {
      as: 'text';
      x: number;
      y: number;
      text: string;
      size: number;
      ink: InkName;
      bold?: boolean;
      anchor?: 'start' | 'middle' | 'end';
    };
