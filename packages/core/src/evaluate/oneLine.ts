import { inOrder, panelCount, saidOf, type Design, type Sheet } from '../document';
import type { Figure } from '../figures';
import type { Finding } from '../findings';
import { displayFigure, joined, type Quantity } from '../units';
import { deviceText, sizeText, type Guard } from '../wiring';
import type { SizeName } from '../document';
import type { Evaluation } from './evaluation';
import type { WireRun } from './wireView';

export type PartKind =
  | 'array'
  | 'joint'
  | 'controller'
  | 'bus'
  | 'bank'
  | 'inverter'
  | 'panel'
  | 'block'
  | 'use'
  | 'source'
  | 'charger';

/** A box of the drawing. */
export interface DrawnPart {
  id: string;
  kind: PartKind;
  title: string;
  lines: string[];
  /** The sheet that is about it. */
  sheet: Sheet;
  /** Of an array: strings, and panels in each. */
  strings: number;
  series: number;
  /** What guards it beside fuses and breakers. */
  guards: DrawnGuard[];
  mark: 'stop' | 'look' | null;
}

export interface DrawnGuard {
  id: Guard['id'];
  says: string;
}

/** A line of the drawing, its wire and what protects it. */
export interface DrawnRun {
  key: string;
  from: string;
  to: string;
  lines: string[];
  /** "class T 250 A", or a switch to open it; null where neither is. */
  device: string | null;
  symbol: 'fuse' | 'breaker' | 'switch' | null;
  weight: number;
  ac: boolean;
  many: number;
  /** Of a run that is buried on its way, how far and how deep; null of one that is not. */
  buried: string | null;
  mark: 'stop' | 'look' | null;
}

/** A line of the list of parts beside a drawing. */
export interface SpecRow {
  part: string;
  rated: string;
  loaded: string;
  /** Of what it bears, left, %. */
  margin: number | null;
}

export interface OneLine {
  parts: DrawnPart[];
  runs: DrawnRun[];
  earth: string | null;
  spec: SpecRow[];
}

const SHEET_OF: Readonly<Record<PartKind, Sheet>> = {
  array: 'array',
  joint: 'strings',
  controller: 'strings',
  bus: 'wire',
  bank: 'bank',
  inverter: 'power',
  panel: 'power',
  block: 'wire',
  use: 'uses',
  source: 'power',
  charger: 'power',
};

/** Long words of a box in two lines, broken at a comma. */
const MOST_LETTERS = 18;
function wrapped(text: string): string[] {
  if (text.length <= MOST_LETTERS) return [text];
  const comma = text.lastIndexOf(', ', Math.max(MOST_LETTERS, text.indexOf(', ')));
  return comma < 0 ? [text] : [text.slice(0, comma + 1), ...wrapped(text.slice(comma + 2))];
}

type Told = Pick<Evaluation, 'wire' | 'figures' | 'findings' | 'strings' | 'power'>;

/** "3 × 2 × 4 mm²": alike runs, conductors of each, and their size. */
const sizedText = ({ many, wires, side, size }: WireRun): string =>
  `${many > 1 ? `${many} × ` : ''}${wires * side} × ${sizeText(size as SizeName)}`;

/** What is joined to what: boxes and lines, before they are laid out. */
export function oneLineOf(design: Design, evaluation: Told): OneLine {
  const { wire, figures, findings } = evaluation;
  const show = (value: number, quantity: Quantity) => joined(displayFigure(value, quantity, design.units));
  const runs = wire.runs.flatMap((run): DrawnRun[] =>
    run.ends ? [drawnRun(run, run.ends, buriedOf(run.key, design, wire, show), show, findings)] : [],
  );
  const ids = [...new Set(runs.flatMap(({ from, to }) => [from, to]))];
  const parts = ids.map((id) => drawnPart(id, design, evaluation, show));
  const frame = wire.bonds.find(({ what }) => what === 'Frames and rails')?.size;
  const rods = wire.bonds.find(({ what }) => what.startsWith('Electrode'))?.many;
  return {
    parts,
    runs,
    earth: frame
      ? `${sizeText(frame as SizeName)} bonding, over every gap in a rail${rods ? `, to ${rods} electrode${rods === 1 ? '' : 's'}` : ''}`
      : null,
    spec: specOf(design, wire.runs, figures, evaluation.power.runningW, show),
  };
}

type Show = (value: number, quantity: Quantity) => string;

const graver = (of: readonly Finding[]): 'stop' | 'look' | null =>
  of.some(({ severity }) => severity === 'stop')
    ? 'stop'
    : of.some(({ severity, acknowledged }) => severity === 'look' && acknowledged === null)
      ? 'look'
      : null;

/** "62 m buried 600 mm deep, 50 mm pipe", of the stretches of a run that are. */
function buriedOf(key: string, design: Design, wire: Told['wire'], show: Show): string | null {
  const trenches = (saidOf(design, key)?.path ?? []).flatMap((id) => {
    const stretch = design.wiring.stretches[id];
    return stretch?.surroundings === 'trench' ? [{ id, stretch }] : [];
  });
  const [first] = trenches;
  if (!first) return null;
  const metres = trenches.reduce((sum, { stretch }) => sum + stretch.length.value, 0);
  const depth = first.stretch.depth ? ` ${show(first.stretch.depth.value, 'size')} deep` : '';
  const pipe = wire.stretches.find(({ id }) => id === first.id)?.fill?.pipe;
  return `${show(metres, 'distance')} buried${depth}${pipe ? `, pipe ${pipe}` : ''}`;
}

function drawnRun(
  run: WireRun,
  [from, to]: readonly [string, string],
  buried: string | null,
  show: Show,
  findings: readonly Finding[],
): DrawnRun {
  // what a use hangs on is told beside it
  const told = run.kind !== 'ac' && run.kind !== 'dc' && run.kind !== 'own';
  const { device } = run;
  const kind = device?.label ?? '';
  return {
    key: run.key,
    from,
    to,
    lines: told
      ? [
          sizedText(run),
          `${show(run.lengthM, 'distance')} · ${show(run.dropPct, 'percent')}`,
          show(run.amps, 'current'),
        ]
      : [],
    device: !told
      ? null
      : device
        ? deviceText(
            { ...device, label: kind.replace(/ fuse$/, '').replace('fuse for panels, ', '') },
            (amps) => show(amps, 'current'),
          )
        : run.kind === 'feed'
          ? `${2 * run.many} poles, ${show(run.highV, 'voltage')}`
          : null,
    symbol: device ? (/breaker/.test(kind) ? 'breaker' : 'fuse') : run.kind === 'feed' ? 'switch' : null,
    weight: run.carriesA > 100 ? 3.2 : run.carriesA > 40 ? 2.2 : 1.4,
    ac: run.ac,
    many: run.many,
    buried: told ? buried : null,
    mark: graver(findings.filter(({ id }) => id.startsWith('wire.') && id.endsWith(`:${run.key}`))),
  };
}

function drawnPart(
  id: string,
  design: Design,
  { power, strings, findings, wire, figures }: Told,
  show: Show,
): DrawnPart {
  const [kind, of = ''] = id.split(/:(.*)/s) as [PartKind, string?];
  const part = (title: string, lines: string[], mark: DrawnPart['mark'] = null, rest = {}): DrawnPart => ({
    id,
    kind,
    title,
    lines: lines.filter(Boolean).flatMap(wrapped),
    sheet: SHEET_OF[kind],
    strings: 0,
    series: 0,
    guards: wire.guards.flatMap((guard): DrawnGuard[] => {
      const many = guard.parts.find(([in_]) => in_ === id)?.[1] ?? 0;
      return many > 0 ? [{ id: guard.id, says: `${many > 1 ? `${many} × ` : ''}${guard.short}` }] : [];
    }),
    mark,
    ...rest,
  });
  const on = (test: RegExp) => graver(findings.filter((finding) => test.test(finding.id)));
  switch (kind) {
    case 'array': {
      const plan = design.arrays[of];
      const chosen = strings[of]?.arrangements.find((each) => each.chosen);
      const first = inOrder(design.arrays)[0]?.[0] === of;
      const own = (text: string) =>
        first ? new RegExp(`^${text}(\\.[a-zA-Z]+)?$`) : new RegExp(`^${text}.*:${of}$`);
      const piled = Object.values(plan?.pile?.strings ?? {}).map(({ panels }) =>
        Object.values(panels).reduce((sum, count) => sum + count, 0),
      );
      const [many, series] = plan?.pile
        ? [piled.length, Math.max(0, ...piled)]
        : [
            (chosen?.parallel ?? plan?.strings.parallel.value ?? 1) * (chosen?.inputs ?? 1),
            chosen?.series ?? plan?.strings.series.value ?? 1,
          ];
      return part(
        plan?.name || 'Array',
        [
          plan?.pile
            ? `${panelCount(plan)} panels, not alike`
            : `${many} string${many === 1 ? '' : 's'} of ${series}`,
          plan && !plan.pile ? `${show(plan.module.pmax.value, 'power')} each` : '',
        ],
        on(own('strings')),
        { strings: many, series },
      );
    }
    case 'joint': {
      const run = wire.runs.find(({ kind: of, ends }) => of === 'string' && ends?.[1] === id);
      const fused = run?.device;
      return part(
        `${fused ? 'Combiner' : 'Branch'}${run?.on.replace(/inputs?/, '') ?? ''}`,
        fused?.sizes.map(
          ({ many, amps }) => `${many} fuse${many === 1 ? '' : 's'} ${show(amps, 'current')}`,
        ) ?? [],
      );
    }
    case 'controller': {
      const controller = design.controllers[of];
      return part(controller?.kind === 'station' ? 'Power station' : 'Controller', [
        controller?.label ?? '',
        controller ? `up to ${show(controller.maxVolts.value, 'voltage')}` : '',
      ]);
    }
    case 'bus':
      return part(`Busbar, ${design.busVolts} V`, []);
    case 'bank': {
      const links = wire.runs.find(({ key }) => key === 'links');
      const fault = figures['wire.fault'];
      return part(
        'Bank',
        [
          `${design.busVolts} V, ${design.bank.parallel.value} × ${show(design.bank.unitAh.value, 'charge')}`,
          links?.device ? deviceText(links.device, (amps) => show(amps, 'current')) : '',
          fault ? `can give ${joined(fault.shown)}` : '',
        ],
        on(/^bank\./),
      );
    }
    case 'inverter': {
      const { inverter } = design.power;
      return part(
        inverter?.label ?? 'Inverter, not chosen',
        [
          power.runningW > 0 ? `largest hour ${show(power.runningW, 'power')}` : '',
          power.starts ? `starts ${show(power.runningW + power.startExtraW, 'power')}` : '',
        ],
        on(/^power\./),
      );
    }
    case 'panel':
      return part('AC panel', []);
    case 'block':
      return part('Fuse block', []);
    case 'use': {
      const run = wire.runs.find(({ key }) => key === of);
      const use = design.uses[of.replace(/^(ac|dc)-/, '')];
      return part(run?.name ?? of, [
        use ? PRIORITIES[use.priority] : run?.kind === 'own' ? '' : (run?.to ?? ''),
      ]);
    }
    case 'source':
      return part(design.power.sources[of]?.name || 'Source', []);
    case 'charger':
      return part('Charger', [design.power.sources[of]?.name ?? '']);
  }
}

const PRIORITIES = { must: 'must run', should: 'shed first', surplus: 'surplus only' } as const;

/** Every part with its rating, what it is loaded to and what is left. */
function specOf(
  design: Design,
  runs: readonly WireRun[],
  figures: Readonly<Record<string, Figure>>,
  runningW: number,
  show: Show,
): SpecRow[] {
  const row = (part: string, rated: number, loaded: number, quantity: Quantity): SpecRow => ({
    part,
    rated: show(rated, quantity),
    loaded: show(loaded, quantity),
    margin: rated > 0 ? 100 * (1 - loaded / rated) : null,
  });
  const arrays = inOrder(design.arrays);
  const inputs = arrays.flatMap(([id, plan], at): SpecRow[] => {
    const cold = figures[at === 0 ? 'strings.cold' : `strings.cold:${id}`]?.value;
    const controller = design.controllers[plan.strings.controller];
    const name = plan.name || 'Array';
    return controller && cold != null
      ? [row(`${controller.label}: ${name}, cold`, controller.maxVolts.value, cold, 'voltage')]
      : [];
  });
  const carries = figures['power.continuous']?.value;
  return [
    ...inputs,
    ...(design.power.inverter && carries != null
      ? [row(design.power.inverter.label, carries, runningW, 'power')]
      : []),
    ...runs.map((run) =>
      row(`${run.name}: ${sizeText(run.size as SizeName)}`, run.carriesA, run.mostA, 'current'),
    ),
    ...runs.flatMap(({ name, device, mostA }) =>
      device ? [row(`${name}: ${device.label}`, device.amps, mostA, 'current')] : [],
    ),
  ];
}
