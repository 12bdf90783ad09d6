import {
  BLANK_CIRCUIT,
  blankDesign,
  chosen,
  evaluate,
  examples,
  oneLineOf,
  type Design,
  type OneLine,
} from '@ivolt/core';
import DxfParser from 'dxf-parser';
import ELK from 'elkjs/lib/elk.bundled.js';
import { plainClimate } from '../../../../core/src/testing/climates';
import { dxfText } from './dxfFile';
import { graphOf } from './layout';
import { drawingOf, type Drawing } from './marks';
import { panelsIn, stringsDrawing } from './strings';
import { svgText, type TitleBlock } from './svgFile';

const climate = { ...plainClimate(44), stops: {} };
const block: TitleBlock = {
  job: 'Vale <do> "Junco"',
  drawing: 'One-line drawing',
  school: 'IEC',
  day: '27/11/2026',
};
const demo = (start: string): Design =>
  examples().find(({ design }) => design.name.startsWith(start))!.design;
const graphFor = (design: Design): OneLine => oneLineOf(design, evaluate(design, climate, false));
const drawn = async (design: Design): Promise<{ graph: OneLine; drawing: Drawing }> => {
  const graph = graphFor(design);
  return { graph, drawing: drawingOf(graph, await new ELK().layout(graphOf(graph))) };
};
const texts = ({ groups }: Drawing) =>
  groups.flatMap(({ marks }) => marks.flatMap((mark) => (mark.as === 'text' ? [mark.text] : [])));

describe('the graph', () => {
  it('joins every run to parts that are there', () => {
    for (const { design } of examples()) {
      const { parts, runs } = graphFor(design);
      const ids = new Set(parts.map(({ id }) => id));
      expect(ids.size).toBe(parts.length);
      for (const { from, to } of runs) expect([ids.has(from), ids.has(to)]).toEqual([true, true]);
    }
  });
  it('goes from the panels to the uses', () => {
    const { runs } = graphFor(demo('Vale'));
    const next = (id: string): string[] => runs.filter(({ from }) => from === id).map(({ to }) => to);
    expect(next('array:a1')).toEqual(['joint:a1']);
    expect(next('joint:a1')).toEqual(['controller:c1']);
    expect(next('array:a2')).toEqual(['controller:c2']);
    expect(next('controller:c1')).toEqual(['bus']);
    expect(next('bank')).toEqual(['bus']);
    expect(next('bus')).toEqual(['inverter']);
    expect(next('inverter')).toEqual(['panel']);
    expect(next('source:g1')).toEqual(['inverter']);
    expect(next('panel').length).toBeGreaterThan(1);
  });
  it('marks what a finding speaks of', () => {
    const thin: Design = { ...demo('Vale') };
    thin.wiring = { ...thin.wiring, circuits: { bank: { ...BLANK_CIRCUIT, size: '1.5 mm2' } } };
    const { runs, parts } = graphFor(thin);
    expect(runs.find(({ key }) => key === 'bank')!.mark).toBe('stop');
    // four in series go over in the cold
    expect(parts.find(({ id }) => id === 'array:a1')!.mark).toBe('stop');
    expect(parts.find(({ id }) => id === 'array:a3')!.mark).toBeNull();
  });
  it('lists ratings, loads and what is left', () => {
    const { spec } = graphFor(demo('Vale'));
    expect(spec.find(({ part }) => part.includes('Ground rack, cold'))!.margin).toBeLessThan(0);
    // what runs at once against what the inverter carries here, by hand: 3779 of 3880 W in the heat of its room
    const inverter = spec.find(
      ({ part }) => part.startsWith('Inverter and charger, 4 kW') && !part.includes(' to '),
    )!;
    expect([inverter.rated, inverter.loaded].map((text) => text.replace(/\D/g, ''))).toEqual([
      '3880',
      '3779',
    ]);
    expect(inverter.margin).toBeCloseTo(100 * (1 - 3779 / 3880), 0);
    for (const { part, margin } of spec.filter((row) => !row.part.includes('cold')))
      expect([part, margin! >= -0.01 && margin! <= 100]).toEqual([part, true]);
  });
});

describe('the drawing', () => {
  it('has every part and every run, none upon another', async () => {
    for (const { design } of examples()) {
      const { graph, drawing } = await drawn(design);
      for (const part of graph.parts)
        expect(drawing.groups.some(({ of }) => of && 'part' in of && of.part === part.id)).toBe(true);
      for (const run of graph.runs.filter(({ lines }) => lines.length > 0))
        expect(drawing.groups.some(({ of }) => of && 'run' in of && of.run === run.key)).toBe(true);
      const laid = await new ELK().layout(graphOf(graph));
      const boxes = laid.children!.map(
        ({ x = 0, y = 0, width = 0, height = 0 }) => [x, y, x + width, y + height] as const,
      );
      for (const [i, a] of boxes.entries())
        for (const b of boxes.slice(i + 1))
          expect(a[0] < b[2] && b[0] < a[2] && a[1] < b[3] && b[1] < a[3]).toBe(false);
      for (const { marks } of drawing.groups)
        for (const mark of marks)
          for (const [x, y] of mark.as === 'line' ? mark.points : [[mark.x, mark.y] as const])
            expect(Number.isFinite(x) && Number.isFinite(y) && x >= -40 && x <= drawing.width + 40).toBe(
              true,
            );
    }
  });
  it('shows what guards each part, and earth about what is buried', async () => {
    const { graph, drawing } = await drawn(demo('Vale'));
    const plain = (text: string) => text.replace(/\u00a0/g, ' ');
    const words = texts(drawing).map(plain);
    for (const wanted of [/^arrester \d+ V DC$/, /^battery switch, \d+ A$/, /^transfer, 2 poles$/])
      expect(words.some((word) => wanted.test(word))).toBe(true);
    const trench = graph.runs.filter(({ buried }) => buried !== null);
    expect(trench.map(({ key }) => key)).toEqual(['feed-a1']);
    expect(plain(trench[0]!.buried!)).toMatch(/^62\.0 m buried 700 mm deep, pipe \d+ mm$/);
    // slanting lines within the words' rectangle, on that run alone
    const hatched = drawing.groups.filter(({ marks }) =>
      marks.some(
        (mark) => mark.as === 'line' && mark.ink === 'rule' && mark.points.length === 2 && mark.weight < 1,
      ),
    );
    expect(hatched.map(({ of }) => of)).toEqual([{ run: 'feed-a1' }]);
    for (const mark of hatched[0]!.marks)
      if (mark.as === 'line' && mark.ink === 'rule' && mark.points.length === 2) {
        const [[x1, y1], [x2, y2]] = mark.points as [[number, number], [number, number]];
        expect(x2 - x1).toBeCloseTo(y1 - y2, 6);
      }
    // a screen reader is told the same
    const bank = drawing.groups.find(({ of }) => of && 'part' in of && of.part === 'bank')!;
    expect(plain(bank.says)).toMatch(/battery switch, \d+ A/);
  });
  it('says sizes, lengths, protection and where it is earthed', async () => {
    const words = texts((await drawn(demo('Vale'))).drawing).map((text) => text.replace(/\u00a0/g, ' '));
    for (const wanted of [
      '2 × 50 mm²',
      '67.0 m · 1.8 %',
      'class T 250 A',
      'Combiner',
      'Bank',
      'Outdoors',
      'Uses',
    ])
      expect(words).toContain(wanted);
    expect(words.some((text) => /bonding, over every gap/.test(text))).toBe(true);
  });
  it('of a job with nothing in it is empty and stands', async () => {
    const empty = blankDesign({ name: 'Nothing', kind: 'cabin', units: 'metric', busVolts: 24 });
    expect((await drawn(empty)).drawing.groups.length).toBeGreaterThan(1);
  });
});

describe('strings, panel by panel', () => {
  it('draws every panel once and both ends of every string', () => {
    for (const { design } of examples()) {
      const drawing = stringsDrawing(design, evaluate(design, climate, false));
      const panels = drawing.groups.flatMap(({ marks }) =>
        marks.filter((mark) => mark.as === 'line' && mark.fill === 'panel'),
      );
      expect(panels.length).toBeGreaterThan(0);
      expect(panels.length).toBeLessThanOrEqual(panelsIn(design));
      const ends = texts(drawing).filter((text) => /^\d+ [+−]$/.test(text));
      expect(ends.length % 2).toBe(0);
    }
  });
  it('draws two hundred panels', () => {
    const vale = demo('Vale');
    const many: Design = {
      ...vale,
      arrays: {
        a1: {
          ...vale.arrays.a1!,
          count: chosen(200),
          strings: { ...vale.arrays.a1!.strings, series: chosen(20), parallel: chosen(10) },
        },
      },
    };
    const drawing = stringsDrawing(many, evaluate(many, climate, false));
    expect(
      drawing.groups.flatMap(({ marks }) =>
        marks.filter((mark) => mark.as === 'line' && mark.fill === 'panel'),
      ),
    ).toHaveLength(200);
  });
});

describe('its files', () => {
  it('as SVG are well formed, with the title block, and carry no markup of a name', async () => {
    const svg = svgText((await drawn(demo('Sula'))).drawing, block);
    const parsed = new DOMParser().parseFromString(svg, 'image/svg+xml');
    expect(parsed.querySelector('parsererror')).toBeNull();
    expect(parsed.documentElement.textContent).toContain('Vale <do> "Junco"');
    expect(svg).not.toContain('<do>');
    expect(parsed.documentElement.textContent).toContain('a calculation, not an approval');
  });
  it('as DXF read back with every word and every stroke', async () => {
    for (const { design } of examples()) {
      const { drawing } = await drawn(design);
      const parsed = new DxfParser().parseSync(dxfText(drawing, { ...block, job: 'Æther–¼ 😀 ₂' }))!;
      const strokes = drawing.groups.flatMap(({ marks }) => marks.filter(({ as }) => as === 'line'));
      const kinds = parsed.entities.map(({ type }) => type);
      expect(kinds.filter((type) => type === 'LWPOLYLINE')).toHaveLength(strokes.length + 1);
      const words = parsed.entities.flatMap((entity) => ('text' in entity ? [String(entity.text)] : []));
      expect(words.length).toBe(texts(drawing).filter((text) => text.trim() !== '').length + 3);
      for (const word of words) expect(word).toMatch(/^[\x20-\x7e]+$/);
      expect(words.join(' ')).toMatch(/mm2|AWG/);
      // right way up: what is low in the drawing is low on the paper
      const heights = parsed.entities.flatMap((entity) =>
        'startPoint' in entity ? [(entity.startPoint as { y: number }).y] : [],
      );
      expect(Math.min(...heights)).toBeGreaterThanOrEqual(0);
    }
  });
});
