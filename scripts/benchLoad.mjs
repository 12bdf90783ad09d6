/**
 * Two hundred connections at once on a thousand jobs, seven reads and one list to two saves, against the same statements
 * on bare Fastify routes in the same run.
 */
import { build } from 'esbuild';
import { spawn } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { readFileSync, rmSync } from 'node:fs';
import { Agent, request } from 'node:http';
import { join } from 'node:path';
import { Cluster } from './postgres.mjs';
import { ROOT, STATE, ensureBuilt, startServer } from './system.mjs';

const CONNECTIONS = 200;
const JOBS = 1000;
const WARM_MS = 2000;
const MEASURED_MS = 12_000;

async function bareServer(url) {
  const outfile = join(ROOT, 'packages/server/dist/bare.mjs');
  const { dependencies } = JSON.parse(readFileSync(join(ROOT, 'packages/server/package.json'), 'utf8'));
  await build({
    entryPoints: [join(ROOT, 'packages/server/src/testing/bare.ts')],
    outfile,
    bundle: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    external: Object.keys(dependencies).filter((name) => !name.startsWith('@ivolt/')),
    logLevel: 'error',
  });
  const child = spawn(process.execPath, [outfile], {
    env: { ...process.env, NODE_ENV: 'production', DATABASE_URL: url },
    stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
  });
  const address = await new Promise((resolve) => child.once('message', ({ address }) => resolve(address)));
  return { child, address, outfile };
}

function client(address) {
  const agent = new Agent({ keepAlive: true, maxSockets: CONNECTIONS });
  const { hostname, port } = new URL(address);
  return (method, path, body) =>
    new Promise((resolve, reject) => {
      const text = body ? JSON.stringify(body) : undefined;
      const headers = text
        ? { 'content-type': 'application/json', 'content-length': Buffer.byteLength(text) }
        : {};
      const asked = request({ agent, hostname, port, method, path, headers }, (answer) => {
        const pieces = [];
        answer.on('data', (piece) => pieces.push(piece));
        answer.on('end', () => resolve({ status: answer.statusCode, body: Buffer.concat(pieces) }));
      });
      asked.on('error', reject);
      asked.end(text);
    });
}

/** One person after another at a connection: reads any job, lists, saves jobs of its own. */
async function load(address, ids) {
  const ask = client(address);
  const times = { read: [], list: [], save: [] };
  const statuses = new Map();
  const began = performance.now();
  const until = began + WARM_MS + MEASURED_MS;
  const person = async (own) => {
    const revisions = new Map();
    let turn = own;
    while (performance.now() < until) {
      turn = (turn * 1103515245 + 12345) % 2147483648;
      const share = (turn % 1000) / 1000;
      const kind = share < 0.7 ? 'read' : share < 0.8 ? 'list' : 'save';
      const at = performance.now();
      let answer;
      if (kind === 'read') answer = await ask('GET', `/api/jobs/${ids[turn % ids.length]}`);
      else if (kind === 'list') answer = await ask('GET', '/api/jobs');
      else {
        const id = ids[(own * (JOBS / CONNECTIONS) + (turn % (JOBS / CONNECTIONS))) % ids.length];
        const base = revisions.get(id) ?? JSON.parse((await ask('GET', `/api/jobs/${id}`)).body).revision;
        const patch = [{ op: 'replace', path: '/bank/days/value', value: 1 + (turn % 290) / 10 }];
        answer = await ask('POST', `/api/jobs/${id}/revisions`, {
          base,
          saveId: randomUUID(),
          label: 'Days of autonomy',
          patch,
        });
        revisions.set(id, JSON.parse(answer.body).revision);
      }
      if (at - began > WARM_MS) times[kind].push(performance.now() - at);
      statuses.set(answer.status, (statuses.get(answer.status) ?? 0) + 1);
    }
  };
  await Promise.all(Array.from({ length: CONNECTIONS }, (_, own) => person(own)));
  const all = Object.values(times).flat();
  const at = (values, part) => values.toSorted((a, b) => a - b)[Math.floor(values.length * part)] ?? 0;
  const told = Object.entries(times).map(([kind, values]) => `${kind} ${at(values, 0.99).toFixed(0)}`);
  return {
    perSecond: all.length / (MEASURED_MS / 1000),
    p99: at(all, 0.99),
    words: `median ${at(all, 0.5).toFixed(0)} ms, 99 % ${at(all, 0.99).toFixed(0)} ms (${told.join(', ')}); answers ${[...statuses].map(([status, count]) => `${status} × ${count}`).join(', ')}`,
  };
}

export async function benchLoad(examples) {
  ensureBuilt();
  const cluster = new Cluster(join(STATE, `bench-load-${process.pid}`));
  const url = await cluster.start();
  const app = await startServer({ DATABASE_URL: url });
  const bare = await bareServer(url);
  try {
    const ask = client(app.address);
    const designs = examples().map(({ design }) => design);
    const ids = [];
    for (let i = 0; i < JOBS; i++) {
      const design = { ...designs[i % designs.length], name: `Job ${i}` };
      const { body } = await ask('POST', '/api/jobs', { design, label: 'Load' });
      ids.push(JSON.parse(body).id);
    }
    for (;;) {
      const { jobs } = JSON.parse((await ask('GET', '/api/jobs?limit=200')).body);
      if (jobs.every(({ summary }) => summary)) break;
      await new Promise((next) => setTimeout(next, 200));
    }
    // twice in turn, the better of each, so that neither has the quieter machine
    const rounds = [];
    for (let round = 0; round < 2; round++)
      rounds.push({ plain: await load(bare.address, ids), own: await load(app.address, ids) });
    const best = (which) =>
      rounds.map((round) => round[which]).reduce((a, b) => (b.perSecond > a.perSecond ? b : a));
    const [plain, own] = [best('plain'), best('own')];
    console.log(`bare routes: ${plain.perSecond.toFixed(0)} a second, ${plain.words}`);
    console.log(`the app: ${own.perSecond.toFixed(0)} a second, ${own.words}`);
    console.log(
      `ratio: ${((100 * own.perSecond) / plain.perSecond).toFixed(0)} % of the requests (wanted 50), ${(own.p99 / plain.p99).toFixed(1)} times the 99 % (wanted 4 at most)`,
    );
  } finally {
    app.child.kill('SIGTERM');
    bare.child.kill('SIGTERM');
    await cluster.stop('immediate');
    cluster.remove();
    rmSync(bare.outfile, { force: true });
  }
}
