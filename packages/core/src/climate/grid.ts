import { clamp, dailyExtraterrestrial, MEAN_DAYS } from '../sun';

export interface GridLayer {
  name: string;
  offset: number;
  length: number;
  shape: number[];
  grid: { firstLat: number; firstLon: number; latStep: number; lonStep: number };
  addOffset: number;
  scale: number;
  nodata: number;
}

export interface GridDescription {
  layers: GridLayer[];
}

/** What the climate grid says of one point. Months run January to December. */
export interface GridClimate {
  latDeg: number;
  lonDeg: number;
  /** Mean daily global horizontal irradiation, kWh/m². */
  ghiKWhm2: number[];
  /** Monthly mean air temperature at the cell's own height, °C. */
  airC: number[];
  /** Lowest and highest 3-hourly temperature of a few years; null at open sea. */
  lowestC: number | null;
  highestC: number | null;
  altitudeM: number;
  /** Half-degree cells to the nearest land the irradiation is anchored on. */
  landDistance: number;
  linke: number[];
  /** By month, a day's light over its month's mean at 13 ranks from 2 to 98 %; null where the grid has none. */
  dayQuantiles: number[][] | null;
}

/** What the grid says of a job: of its home, and of the stops of one that moves. */
export interface JobClimate extends GridClimate {
  stops?: Readonly<Record<string, GridClimate>>;
}

interface Corner {
  row: number;
  column: number;
  latDeg: number;
  weight: number;
}

const QUANTILES = 13;

/** Reads the packed climate grid; holds no copy of its bytes. */
export class ClimateGrid {
  private readonly layers: Map<string, GridLayer>;

  /** @param bytes the whole unzipped file, @param description its table of layers */
  constructor(
    private readonly bytes: Uint8Array,
    description: GridDescription,
  ) {
    this.layers = new Map(description.layers.map((layer) => [layer.name, layer]));
  }

  /**
   * The climate at a point, bilinear between cell centres, in clearness index for irradiation.
   * @param latDeg −90…90, @param lonDeg any, wrapped at 180°
   */
  at(latDeg: number, lonDeg: number): GridClimate {
    const months = MEAN_DAYS.map((_, month) => month);
    return {
      latDeg,
      lonDeg,
      ghiKWhm2: months.map((month) => this.irradiation(latDeg, lonDeg, month)),
      airC: months.map((month) => this.blend('temperature', latDeg, lonDeg, month) ?? 0),
      lowestC: this.blend('lowest', latDeg, lonDeg),
      highestC: this.blend('highest', latDeg, lonDeg),
      altitudeM: Math.max(0, this.blend('altitude', latDeg, lonDeg) ?? 0),
      landDistance: Math.round(this.blend('landDistance', latDeg, lonDeg) ?? 0),
      linke: months.map((month) => this.blend('linke', latDeg, lonDeg, month) ?? 3),
      dayQuantiles: this.quantiles(latDeg, lonDeg),
    };
  }

  /** The value of the cell nearest to a point, or null where it has none. */
  nearest(name: string, latDeg: number, lonDeg: number, plane = 0): number | null {
    const layer = this.layer(name);
    const [rows, columns] = sizeOf(layer);
    const { firstLat, firstLon, latStep, lonStep } = layer.grid;
    const row = clamp(Math.round((latDeg - firstLat) / latStep), 0, rows - 1);
    const column = wrap(Math.round((lonDeg - firstLon) / lonStep), columns);
    return this.cell(layer, plane, row, column);
  }

  private quantiles(latDeg: number, lonDeg: number): number[][] | null {
    const months = MEAN_DAYS.map((_, month) =>
      Array.from({ length: QUANTILES }, (__, rank) =>
        this.nearest('dailyRatioQuantiles', latDeg, lonDeg, month * QUANTILES + rank),
      ),
    );
    const known = months.every((month) => month.every((value) => value !== null));
    return known ? (months as number[][]) : null;
  }

  private irradiation(latDeg: number, lonDeg: number, month: number): number {
    const layer = this.layer('ghi');
    const day = MEAN_DAYS[month] ?? 1;
    let clearness = 0;
    let weight = 0;
    for (const corner of cornersOf(layer, latDeg, lonDeg)) {
      const value = this.cell(layer, month, corner.row, corner.column);
      const outside = dailyExtraterrestrial(corner.latDeg, day);
      if (value === null || outside < 0.05) continue;
      clearness += corner.weight * clamp(value / outside, 0, 0.9);
      weight += corner.weight;
    }
    return weight > 0 ? (clearness / weight) * dailyExtraterrestrial(latDeg, day) : 0;
  }

  private blend(name: string, latDeg: number, lonDeg: number, plane = 0): number | null {
    const layer = this.layer(name);
    let sum = 0;
    let weight = 0;
    for (const corner of cornersOf(layer, latDeg, lonDeg)) {
      const value = this.cell(layer, plane, corner.row, corner.column);
      if (value === null) continue;
      sum += corner.weight * value;
      weight += corner.weight;
    }
    return weight > 0 ? sum / weight : null;
  }

  private layer(name: string): GridLayer {
    const layer = this.layers.get(name);
    if (!layer) throw new RangeError(`The climate grid has no layer “${name}”`);
    return layer;
  }

  private cell(layer: GridLayer, plane: number, row: number, column: number): number | null {
    const [rows, columns] = sizeOf(layer);
    const byte = this.bytes[layer.offset + (plane * rows + row) * columns + column];
    return byte === undefined || byte === layer.nodata ? null : layer.addOffset + layer.scale * byte;
  }
}

const sizeOf = (layer: GridLayer): [rows: number, columns: number] => [
  layer.shape.at(-2) ?? 0,
  layer.shape.at(-1) ?? 0,
];
const wrap = (index: number, size: number) => ((index % size) + size) % size;

function cornersOf(layer: GridLayer, latDeg: number, lonDeg: number): Corner[] {
  const [rows, columns] = sizeOf(layer);
  const { firstLat, firstLon, latStep, lonStep } = layer.grid;
  const y = clamp((latDeg - firstLat) / latStep, 0, rows - 1);
  const x = (lonDeg - firstLon) / lonStep;
  const [top, left] = [Math.floor(y), Math.floor(x)];
  const [down, right] = [y - top, x - left];
  return [
    { row: top, column: left, weight: (1 - down) * (1 - right) },
    { row: top, column: left + 1, weight: (1 - down) * right },
    { row: top + 1, column: left, weight: down * (1 - right) },
    { row: top + 1, column: left + 1, weight: down * right },
  ]
    .filter(({ weight }) => weight > 0)
    .map((corner) => {
      const row = Math.min(corner.row, rows - 1);
      return {
        row,
        column: wrap(corner.column, columns),
        weight: corner.weight,
        latDeg: firstLat + row * latStep,
      };
    });
}
