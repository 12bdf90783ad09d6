/** `npm run bench -- cold`: a job opened for the first time over a slow line on a slow machine, and the largest book. */
import { chromium } from '@playwright/test';
import { connect, createServer } from 'node:net';
import { join } from 'node:path';
import { setTimeout } from 'node:timers/promises';
import { Cluster } from './postgres.mjs';
import { STATE, browserProgram, ensureBuilt, ensureDebian, startServer } from './system.mjs';

/** 3G as it is met in the field: 1.6 Mbit/s, 150 ms there and back, for all that a browser asks for, its workers too. */
const BYTES_A_MS = 200;
const ONE_WAY_MS = 75;
const SLOWER = 4;
const SHEETS = ['', 'uses', 'place', 'bank', 'array', 'strings', 'power', 'wire', 'one-line'];
const MOST_ARRAYS = 24;

/** A line before a server: late, and as thin for all its connections together. @returns its address, bytes so far, its end */
async function slowLine(to) {
  const { hostname, port } = new URL(to);
  let [freeAt, bytes] = [0, 0];
  const through = (from, onto, thin) => {
    // one after another, so that none overtakes another
    let sent = Promise.resolve();
    from
      .on('data', (chunk) => {
        let due = performance.now();
        if (thin) {
          bytes += chunk.length;
          due = freeAt = Math.max(freeAt, due) + chunk.length / BYTES_A_MS;
        }
        sent = sent
          .then(() => setTimeout(Math.max(0, due + ONE_WAY_MS - performance.now())))
          .then(() => void (onto.destroyed || onto.write(chunk)));
      })
      .on('close', () => sent.then(() => onto.destroy()))
      .on('error', () => onto.destroy());
  };
  const line = createServer({ highWaterMark: 4096 }, (near) => {
    const far = connect({ host: hostname, port: Number(port), highWaterMark: 4096 });
    through(near, far, false);
    through(far, near, true);
  });
  await new Promise((listening) => line.listen(0, '127.0.0.1', listening));
  return {
    address: `http://127.0.0.1:${line.address().port}`,
    bytes: () => bytes,
    close: () => line.close(),
  };
}

export async function benchCold() {
  await ensureDebian('postgresql', 'chromium-headless-shell');
  ensureBuilt();
  const cluster = new Cluster(join(STATE, `cold-${process.pid}`));
  const server = await startServer({ DATABASE_URL: await cluster.start(), DEMO: '1' });
  const line = await slowLine(server.address);
  const browser = await chromium.launch({
    executablePath: browserProgram(),
    args: ['--no-sandbox', '--disable-gpu'],
  });
  try {
    const { jobs } = await (await fetch(`${server.address}/api/jobs`)).json();
    const vale = jobs.find(({ name }) => name.startsWith('Vale')).id;
    for (const sheet of SHEETS) {
      const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
      const session = await page.context().newCDPSession(page);
      await session.send('Emulation.setCPUThrottlingRate', { rate: SLOWER });
      const before = line.bytes();
      const began = performance.now();
      const since = () => ((performance.now() - began) / 1000).toFixed(2);
      await page.goto(`${line.address}/jobs/${vale}/${sheet}`, { waitUntil: 'commit' });
      await page.locator('#sheet').waitFor({ state: 'attached' });
      const drawn = since();
      await page.locator('[aria-busy="false"]').waitFor();
      const ready = since();
      const bytes = line.bytes() - before;
      console.log(
        `${sheet || 'cover'}: drawn ${drawn} s, ready ${ready} s, ${Math.round(bytes / 1000)} kB (${(bytes / BYTES_A_MS / 1000).toFixed(2)} s of the line)`,
      );
      await page.close();
    }
    if (!process.argv.includes('nobook')) await largestBook(browser, server.address, vale);
  } finally {
    await browser.close();
    line.close();
    server.child.kill('SIGTERM');
    await cluster.stop('immediate');
    cluster.remove();
  }
}

/** The book of as many arrays as a job may have, at full speed: when it is bound, and what held the page up. */
async function largestBook(browser, address, id) {
  const { design } = await (await fetch(`${address}/api/jobs/${id}`)).json();
  const [first] = Object.values(design.arrays);
  const arrays = Object.fromEntries(
    Array.from({ length: MOST_ARRAYS }, (_, i) => [
      `a${i + 1}`,
      {
        ...first,
        name: `Array ${i + 1}`,
        position: i + 1,
        strings: { ...first.strings, controller: `c${i + 1}` },
      },
    ]),
  );
  const [controller] = Object.values(design.controllers);
  const controllers = Object.fromEntries(
    Array.from({ length: MOST_ARRAYS }, (_, i) => [`c${i + 1}`, { ...controller, position: i + 1 }]),
  );
  const answer = await fetch(`${address}/api/jobs`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ design: { ...design, name: 'Largest', arrays, controllers }, label: 'Bench' }),
  });
  if (!answer.ok) throw new Error(await answer.text());
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.addInitScript(() => {
    window.tasks = [];
    new PerformanceObserver((list) =>
      window.tasks.push(...list.getEntries().map(({ duration }) => duration)),
    ).observe({ type: 'longtask', buffered: true });
  });
  const began = performance.now();
  await page.goto(`${address}/jobs/${(await answer.json()).id}/book`);
  await page.waitForFunction(() => document.querySelector('main button')?.disabled === false, null, {
    polling: 100,
    timeout: 120_000,
  });
  const took = ((performance.now() - began) / 1000).toFixed(2);
  const { tasks, elements } = await page.evaluate(() => ({
    tasks: window.tasks,
    elements: document.querySelectorAll('*').length,
  }));
  console.log(
    `book of ${MOST_ARRAYS} arrays: bound ${took} s, ${elements} elements, ${tasks.length} tasks over 50 ms, the longest ${Math.round(Math.max(0, ...tasks))} ms`,
  );
  const printed = performance.now();
  const pdf = await page.pdf({ format: 'A4', printBackground: true });
  console.log(
    `  as PDF ${((performance.now() - printed) / 1000).toFixed(2)} s, ${Math.round(pdf.byteLength / 1000)} kB`,
  );
}
