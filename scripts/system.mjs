/** What the two commands need from the machine: packages of npm and of Debian, installed where they are missing. */
import { execFileSync, spawn, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, readdirSync, statSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { serverPrograms } from './postgres.mjs';

export const ROOT = dirname(dirname(fileURLToPath(import.meta.url)));
export const STATE = join(ROOT, '.ivolt');
mkdirSync(STATE, { recursive: true });

export class Unable extends Error {}

const has = (program) => spawnSync('sh', ['-c', `command -v ${program}`], { stdio: 'ignore' }).status === 0;

/** Installs npm packages where the lock file is newer than what is installed. */
export function ensureNodeModules() {
  const [major, minor] = process.versions.node.split('.').map(Number);
  if (major < 20 || (major === 20 && minor < 19))
    throw new Unable(`Node.js 20.19 or newer is needed; this is ${process.version}`);
  const stamp = join(STATE, 'npm-installed');
  const lock = createHash('sha1')
    .update(readFileSync(join(ROOT, 'package-lock.json')))
    .digest('hex');
  const fresh =
    existsSync(join(ROOT, 'node_modules')) && existsSync(stamp) && readFileSync(stamp, 'utf8') === lock;
  if (fresh) return;
  console.log('Installing packages from package-lock.json …');
  const { status } = spawnSync('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error'], {
    cwd: ROOT,
    stdio: 'inherit',
  });
  if (status !== 0) throw new Unable('npm ci failed; see its message above');
  writeFileSync(stamp, lock);
}

/** Debian's headless Chromium: the program made for that, or the whole browser where that alone is there. */
const BROWSERS = ['/usr/bin/chromium-headless-shell', '/usr/bin/chromium'];
export const browserProgram = () => BROWSERS.find((program) => existsSync(program)) ?? BROWSERS[0];

const DEBIAN = {
  postgresql: () => serverPrograms() !== null,
  chromium: () => has('chromium'),
  'chromium-headless-shell': () => existsSync(browserProgram()),
  ngspice: () => has('ngspice'),
};

/** Installs Debian packages that are missing, as root or with sudo that asks for no password, while other things go on. */
export async function ensureDebian(...names) {
  const missing = names.filter((name) => !DEBIAN[name]());
  if (missing.length === 0) return;
  const command = `apt-get update && apt-get install -y ${missing.join(' ')}`;
  if (!has('apt-get'))
    throw new Unable(
      `Missing: ${missing.join(', ')}. This machine has no apt-get; install them by its own means`,
    );
  const root = process.getuid?.() === 0;
  if (!root && spawnSync('sudo', ['-n', 'true'], { stdio: 'ignore' }).status !== 0) {
    throw new Unable(
      `Missing: ${missing.join(', ')}. Neither root nor sudo is at hand; ask somebody to run: ${command}`,
    );
  }
  console.log(`Installing ${missing.join(', ')} with apt-get …`);
  const quietly = `apt-get update -qq && apt-get install -y -qq --no-install-recommends ${missing.join(' ')}`;
  const [program, ...args] = [
    ...(root ? [] : ['sudo', '-n']),
    ...['env', 'DEBIAN_FRONTEND=noninteractive', 'sh', '-c', quietly],
  ];
  const child = spawn(program, args, { stdio: ['ignore', 'ignore', 'inherit'] });
  const status = await new Promise((ended) => child.once('error', ended).once('close', ended));
  if (status !== 0) throw new Unable(`apt-get failed; see its message above, or by hand: ${command}`);
}

/** Builds interface and server where a source is newer than the last build. */
export function ensureBuilt() {
  const stamp = join(STATE, 'built');
  const built = existsSync(stamp) ? statSync(stamp).mtimeMs : 0;
  const complete = ['packages/web/dist/index.html', 'packages/server/dist/main.mjs'].every((file) =>
    existsSync(join(ROOT, file)),
  );
  if (complete && newest() <= built) return;
  console.log('Building …');
  execFileSync(process.execPath, [join(ROOT, 'scripts/build.mjs')], { cwd: ROOT, stdio: 'inherit' });
  writeFileSync(stamp, '');
}

function newest() {
  let latest = statSync(join(ROOT, 'package-lock.json')).mtimeMs;
  const visit = (path) => {
    const stat = statSync(path);
    if (stat.isDirectory()) {
      for (const name of readdirSync(path))
        if (name !== 'dist' && name !== 'node_modules') visit(join(path, name));
    } else latest = Math.max(latest, stat.mtimeMs);
  };
  for (const name of ['core', 'server', 'web']) visit(join(ROOT, 'packages', name));
  return latest;
}

/** Starts the built server as a child. @returns the child and its address once it listens */
export function startServer(env) {
  return new Promise((resolve, reject) => {
    const child = spawn(
      process.execPath,
      ['--enable-source-maps', join(ROOT, 'packages/server/dist/main.mjs')],
      {
        env: { ...process.env, NODE_ENV: 'production', ...env },
        stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
      },
    );
    child.once('message', ({ address }) => resolve({ child, address }));
    child.once('exit', (code) => reject(new Unable(`The server ended with code ${code} before it listened`)));
  });
}
