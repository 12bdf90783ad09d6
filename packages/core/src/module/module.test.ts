import fc from 'fast-check';
import { readCsv } from '../../fixtures/read';
import { MODULE_CLASSES } from './catalogue';
import { faimanCellC, nominalCellC } from './cellTemperature';
import { codeTableFactor, coefficientFactor, coldestFor, COLD_FACTORS } from './coldVoltage';

describe('cell temperature', () => {
  it.each(readCsv('cell-temperature.csv'))('agrees with pvlib at $poaWm2 W/m², $airC °C', (row) => {
    const [poaWm2, airC, windMs] = [row.poaWm2!, row.airC!, row.windMs!];
    expect(faimanCellC(poaWm2, airC, windMs, row.faimanU0, row.faimanU1)).toBeCloseTo(row.faimanCellC!, 3);
    expect(faimanCellC(poaWm2, airC, windMs, row.faimanRoofU0, row.faimanRoofU1)).toBeCloseTo(
      row.faimanRoofCellC!,
      3,
    );
    expect(nominalCellC(poaWm2, airC, 45)).toBeCloseTo(row.ross45C!, 3);
  });
});

describe('cold voltage', () => {
  // NEC table 690.7(A) (from memory)
  it.each([
    [24, 1.02],
    [20, 1.02],
    [19, 1.04],
    [15, 1.04],
    [4, 1.1],
    [0, 1.1],
    [-1, 1.12],
    [-5, 1.12],
    [-6, 1.14],
    [-16, 1.18],
    [-20, 1.18],
    [-21, 1.2],
    [-26, 1.21],
    [-36, 1.25],
    [-40, 1.25],
  ])('takes the table’s factor at %d °C: %d', (airC, factor) => {
    expect(codeTableFactor(airC)).toBe(factor);
  });

  it('never lets the factor fall as it gets colder, past the table’s end too', () => {
    fc.assert(
      fc.property(fc.double({ min: -79, max: 40, noNaN: true }), (airC) => {
        expect(codeTableFactor(airC - 1)).toBeGreaterThanOrEqual(codeTableFactor(airC));
        expect(coefficientFactor(-0.0026, airC - 1)).toBeGreaterThan(coefficientFactor(-0.0026, airC));
      }),
    );
    expect(codeTableFactor(-50)).toBeCloseTo(1.285, 6);
    expect(COLD_FACTORS).toHaveLength(14);
  });

  it('gives 163.1 V for four of 37.2 V at −12 °C and −0.26 %/K, by hand', () => {
    expect(4 * 37.2 * coefficientFactor(-0.0026, -12)).toBeCloseTo(163.11, 2);
    // and the other way round: at which cold they come to that
    expect(coldestFor({ vocV: 37.2, betaVoc: -0.0026 }, 4, 163.1146)).toBeCloseTo(-12, 3);
    expect(coldestFor({ vocV: 37.2, betaVoc: null }, 4, 150)).toBeNull();
  });
});

it.each(MODULE_CLASSES)('the class $label could be a panel', ({ numbers: n, label }) => {
  expect(n.vmp).toBeLessThan(n.voc);
  expect(n.imp).toBeLessThan(n.isc);
  expect(Math.abs((n.vmp * n.imp) / n.pmax - 1)).toBeLessThan(0.03);
  // fill factor of crystalline silicon, 0.70–0.83, of thin film from 0.60: common practice
  expect(n.pmax / (n.voc * n.isc)).toBeGreaterThan(label.includes('thin film') ? 0.6 : 0.7);
  expect(n.pmax / (n.voc * n.isc)).toBeLessThan(0.83);
  // the next standard fuse above 1.56 × Isc is what makers print, within a size: common practice
  expect(n.maxFuse).toBeGreaterThanOrEqual(n.isc * 1.3);
});
