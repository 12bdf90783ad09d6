import { writeFileSync } from 'node:fs';
import { evaluate, rankGuesses } from '.';
import { problemsOf } from '../document';
import { penFor } from '../figures';
import { examples } from '../job';
import * as P from '../pictures';
import { plainClimate } from '../testing/climates';
import { edited } from '../testing/wild';

function nonFinite(value: unknown, path = ''): string[] {
  if (typeof value === 'number') return Number.isFinite(value) ? [] : [`${path}=${value}`];
  if (typeof value === 'string') return /NaN|Infinity|undefined|∞/.test(value) ? [`${path}="${value}"`] : [];
  if (typeof value !== 'object' || value === null) return [];
  if (ArrayBuffer.isView(value)) return [...(value as unknown as number[])].flatMap((v, i) => nonFinite(v, `${path}[${i}]`)).slice(0, 3);
  return Object.entries(value).flatMap(([k, v]) => nonFinite(v, `${path}/${k}`)).slice(0, 8);
}
it('wild', () => {
  const out: Record<string, { n: number; ex: string }> = {};
  const note = (k: string, ex: string) => { (out[k] ??= { n: 0, ex }).n++; };
  let count = 0;
  const seed = Number(process.env.SEED ?? 1), many = Number(process.env.MANY ?? 60);
  for (const [i, { design }] of examples().entries()) for (const d of edited(design, many, seed * 100 + i, 0.6)) {
    count++;
    const grid = { ...plainClimate(d.place.lat?.value ?? 41), stops: Object.fromEntries(Object.keys(d.stops).map((id) => [id, plainClimate(52)])) };
    const a = Object.keys(d.arrays)[0]!;
    const asks: Record<string, () => unknown> = {
      evaluate: () => evaluate(d, grid), none: () => evaluate(d, null),
      ...(process.env.G ? { guesses: () => rankGuesses(d, grid, penFor(d.units)) } : {}),
      dark: () => P.darkPicture(d, grid), sky: () => P.skyPicture(d, grid, a), field: () => P.fieldPicture(d, grid, a),
      uses: () => P.usesPicture(d, grid), life: () => P.lifePicture(d, grid), clip: () => P.clipPicture(d, grid, a), curves: () => P.curvesPicture(d, grid, a, null),
    };
    for (const [k, ask] of Object.entries(asks)) {
      const at = performance.now();
      try {
        const got = ask();
        for (const f of nonFinite(got)) note(`${k} ${f.replace(/\/(u|c|a|k|s|p|o)[0-9a-z-]*\b/g, '/*').replace(/\d+/g, '#')}`.slice(0, 140), f);
      } catch (e) {
        note(`${k} THROWS ${String(e).slice(0, 80)} ${((e as Error).stack ?? '').split('\n').slice(1, 3).map((l) => l.trim().replace(/.*\/src\//, '')).join(' < ')}`, '');
      }
      const ms = performance.now() - at;
      if (ms > 1000) note(`${k} SLOW`, `${ms.toFixed(0)} ${design.name}`);
    }
  }
  void problemsOf;
  writeFileSync('/tmp/wild.txt', `${count}\n` + Object.entries(out).sort((x, y) => y[1].n - x[1].n).map(([k, { n, ex }]) => `${n} ${k}   e.g. ${ex.slice(0, 160)}`).join('\n'));
}, 3_000_000);
