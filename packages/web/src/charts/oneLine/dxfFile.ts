import { DxfWriter, point3d, Units } from '@tarikjabiri/dxf';
import type { InkName } from './mark';
import type { Drawing } from './marks';
import { BLOCK, blockMarks, round, type TitleBlock } from './svgFile';

/** Layers by what is drawn, each a colour of its own by number. */
const LAYERS: Readonly<Record<InkName, readonly [name: string, colour: number]>> = {
  ink: ['PARTS', 7],
  soft: ['NOTES', 8],
  act: ['STOPS', 1],
  look: ['LOOKS', 2],
  earth: ['EARTH', 3],
  rule: ['FRAME', 9],
};
/** One px of the drawing is so many mm in the file: letters of about 3 mm. */
const MM = 0.25;

/** What every program reads: letters of ASCII; a degree, a square and a dash by their nearest. */
const plain = (text: string): string =>
  text
    .replace(/[\u00a0\u2009\u202f]/g, ' ')
    .replace(/²/g, '2')
    .replace(/×/g, 'x')
    .replace(/[−–—]/g, '-')
    .replace(/[’‘]/g, "'")
    .replace(/·/g, '.')
    .replace(/°/g, '%%d')
    .normalize('NFD')
    .replace(/[\u0300-\u036f]/g, '')
    .replace(/[^\x20-\x7e]/g, '?');

/** The drawing with its title block as DXF, in millimetres, y upwards. */
export function dxfText(drawing: Drawing, block: TitleBlock): string {
  const dxf = new DxfWriter();
  dxf.setUnits(Units.Millimeters);
  dxf.addLType('IVOLT_DASHED', 'dashed', [1.5, -1.25]);
  dxf.addLType('IVOLT_DASHDOT', 'dash dot', [2.5, -1, 0.5, -1]);
  for (const [name, colour] of Object.values(LAYERS)) dxf.addLayer(name, colour, 'Continuous');
  const high = drawing.height + BLOCK;
  const at = (x: number, y: number) => point3d(round(x * MM), round((high - y) * MM));
  for (const mark of [...drawing.groups.flatMap((group) => group.marks), ...blockMarks(drawing, block)]) {
    const layerName = LAYERS[mark.ink][0];
    if (mark.as === 'text') {
      const { x, y, text, size, anchor } = mark;
      const words = plain(text);
      // letters are about half as wide as high
      const back = anchor === 'middle' ? 0.5 : anchor === 'end' ? 1 : 0;
      if (words.trim() !== '')
        dxf.addText(at(x - back * words.length * size * 0.5, y), round(size * MM * 0.8), words, {
          layerName,
        });
      continue;
    }
    const { points, closed = false, dash } = mark;
    dxf.addLWPolyline(
      points.map(([x, y]) => ({ point: at(x, y) })),
      {
        layerName,
        flags: closed ? 1 : 0,
        ...(dash ? { lineType: dash === 'dashed' ? 'IVOLT_DASHED' : 'IVOLT_DASHDOT' } : {}),
      },
    );
  }
  return dxf.stringify();
}
