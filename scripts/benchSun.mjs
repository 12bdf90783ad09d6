import { execFileSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT, STATE } from './system.mjs';

const HOURS = 8760;
const PLANES = [
  { tiltDeg: 35, azimuthDeg: 180 },
  { tiltDeg: 22, azimuthDeg: 90 },
  { tiltDeg: 22, azimuthDeg: 270 },
];

/** Python with pvlib in an environment of its own; null, with the reason said, where that cannot be had. */
function ensurePvlib() {
  const directory = join(STATE, 'bench-python');
  const python = join(directory, 'bin/python');
  try {
    if (!existsSync(python)) execFileSync('python3', ['-m', 'venv', directory], { stdio: 'ignore' });
    try {
      execFileSync(python, ['-c', 'import pvlib'], { stdio: 'ignore' });
    } catch {
      console.log('Installing pvlib for the comparison …');
      execFileSync(python, ['-m', 'pip', '-q', 'install', 'pvlib'], {
        stdio: ['ignore', 'ignore', 'ignore'],
      });
    }
    return python;
  } catch (error) {
    console.log(
      `pvlib could not be installed, so there is nothing to compare with: ${error.message.split('\n')[0]}`,
    );
    return null;
  }
}

/** A year of hours of sun, split and put on three planes, here and in pvlib. */
export async function benchSun({ core, time, say, percentile }) {
  const { sunSeries, planeSeries, erbsHourlyDiffuse } = core;
  const ghi = Float64Array.from(
    { length: HOURS },
    (_, hour) =>
      Math.max(0, 800 * Math.sin((((hour % 24) - 6) / 12) * Math.PI)) * (0.6 + 0.4 * Math.sin(hour / 37)),
  );
  const [dni, dhi] = [new Float64Array(HOURS), new Float64Array(HOURS)];
  const results = PLANES.map(() => new Float64Array(HOURS));
  const chain = () => {
    const sun = sunSeries(41.6, -7.3, Date.UTC(2001, 0, 1) + 1_800_000, 1, HOURS);
    for (let hour = 0; hour < HOURS; hour++) {
      const cosZenith = sun.cosZenith[hour];
      const outside = sun.extraterrestrialWm2[hour];
      // as pvlib has it: no beam below 3°, and the clearness of a low sun held
      if (cosZenith <= 0.052336) {
        dhi[hour] = ghi[hour];
        dni[hour] = 0;
        continue;
      }
      const share = erbsHourlyDiffuse(Math.min(1, ghi[hour] / (outside * Math.max(cosZenith, 0.065))));
      dhi[hour] = ghi[hour] * share;
      dni[hour] = (ghi[hour] - dhi[hour]) / cosZenith;
    }
    planeSeries(sun, { ghi, dni, dhi }, PLANES, 0.2, false, results);
  };
  const times = time(chain, 200, 30);
  say('a year of hours, sun and three planes', times, '≤ 8 ms');
  const python = ensurePvlib();
  if (!python) return;
  const { version, medianMs, sums } = JSON.parse(
    execFileSync(python, [join(ROOT, 'scripts/bench-sun.py')], { encoding: 'utf8' }),
  );
  const ours = results.map((series) => series.reduce((sum, watts) => sum + watts, 0) / 1000);
  const apart = Math.max(...ours.map((kwh, i) => Math.abs(kwh / sums[i] - 1)));
  console.log(
    `the same in pvlib ${version}: median ${medianMs.toFixed(1)} ms, ${Math.round(medianMs / percentile(times, 0.5))} times as long (wanted ≥ 20); years on the planes within ${(apart * 100).toFixed(2)} %`,
  );
}
