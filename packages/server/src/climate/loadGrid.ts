import { ClimateGrid, type GridDescription } from '@ivolt/core';
import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { gunzip } from 'node:zlib';

/** Reads the climate grid into memory, about 9 MB. */
export async function loadGrid(directory: string): Promise<ClimateGrid> {
  const [description, packed] = await Promise.all([
    readFile(join(directory, 'climate-grid.json'), 'utf8'),
    readFile(join(directory, 'climate-grid.bin.gz')),
  ]);
  return new ClimateGrid(await promisify(gunzip)(packed), JSON.parse(description) as GridDescription);
}
