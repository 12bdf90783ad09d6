/**
 * A PostgreSQL cluster of the project's own: made, started and stopped with the server from Debian's packages, on
 * loopback and a free port. Used by the start command and, with a directory of their own, by the tests.
 */
import { execFile, execFileSync } from 'node:child_process';
import { createHash, randomBytes } from 'node:crypto';
import {
  chmodSync,
  existsSync,
  lstatSync,
  mkdirSync,
  readFileSync,
  readdirSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
import { connect, createServer } from 'node:net';
import { userInfo } from 'node:os';
import { join } from 'node:path';
import { promisify } from 'node:util';

const run = promisify(execFile);
const isRoot = process.getuid?.() === 0;
const DATABASE = 'ivolt';
const OWNER = 'ivolt';

export class PostgresError extends Error {}

/** Where Debian puts the server's programs, the newest version first. */
export function serverPrograms() {
  const base = '/usr/lib/postgresql';
  const versions = existsSync(base) ? readdirSync(base).sort((a, b) => Number(b) - Number(a)) : [];
  const found = versions
    .map((version) => join(base, version, 'bin'))
    .find((bin) => existsSync(join(bin, 'initdb')));
  return found ?? null;
}

export function freePort() {
  return new Promise((resolve, reject) => {
    const probe = createServer();
    probe.once('error', reject);
    probe.listen(0, '127.0.0.1', () => {
      const { port } = probe.address();
      probe.close(() => resolve(port));
    });
  });
}

function answers(port) {
  return new Promise((resolve) => {
    const socket = connect({ port, host: '127.0.0.1', timeout: 1000 });
    socket.once('connect', () => (socket.destroy(), resolve(true)));
    for (const event of ['error', 'timeout']) socket.once(event, () => (socket.destroy(), resolve(false)));
  });
}

/** The server refuses to run as root: then its programs run as the package's own user. */
async function asServerUser(program, args, options = {}) {
  const [file, all] = isRoot ? ['runuser', ['-u', 'postgres', '--', program, ...args]] : [program, args];
  try {
    return await run(file, all, { cwd: '/', ...options });
  } catch (error) {
    throw new PostgresError(`${program} failed: ${(error.stderr || error.message).trim()}`);
  }
}

/** Where the package's own user keeps its things; nobody else may write there. */
const SERVER_HOME = '/var/lib/postgresql';

/**
 * A directory for the cluster that the server's user can reach: in the project, or under that user's own home where it
 * cannot. Never one that others could have made before.
 */
function reachable(directory) {
  mkdirSync(directory, { recursive: true });
  if (!isRoot) return directory;
  chmodSync(directory, 0o711);
  try {
    execFileSync('runuser', ['-u', 'postgres', '--', 'test', '-x', directory], { stdio: 'ignore' });
    return directory;
  } catch {
    const name = createHash('sha1').update(directory).digest('hex').slice(0, 12);
    const other = join(SERVER_HOME, `ivolt-${name}`);
    const there = lstatSync(other, { throwIfNoEntry: false });
    if (there && (!there.isDirectory() || there.uid !== 0))
      throw new PostgresError(`${other} is there, but is not root’s own directory; move it away`);
    mkdirSync(other, { recursive: true });
    chmodSync(other, 0o711);
    console.error(`The user “postgres” cannot reach ${directory}; the database lives in ${other} instead.`);
    return other;
  }
}

/** @param directory where the cluster lives; made where it is missing */
export class Cluster {
  constructor(directory) {
    this.directory = reachable(directory);
    this.data = join(this.directory, 'data');
    this.passwordFile = join(this.directory, 'password');
    this.bin = serverPrograms();
    if (!this.bin) {
      throw new PostgresError(
        'PostgreSQL is not installed. As root: apt-get update && apt-get install postgresql',
      );
    }
  }

  /** True where it was made before. */
  get made() {
    return existsSync(join(this.data, 'PG_VERSION'));
  }

  /** True where its server runs. */
  get runs() {
    const running = this.#pidFile();
    return running !== null && isServer(running.pid);
  }

  /** @param port to take; any that is free where none is said */
  async start({ settings = [], port = null } = {}) {
    if (!this.made) await this.#make();
    const running = this.#pidFile();
    if (running && (await answers(running.port))) return this.url(running.port);
    this.#removeStalePidFile(running);
    port ??= await freePort();
    const options = [
      '-p',
      String(port),
      '-c',
      'listen_addresses=127.0.0.1',
      '-c',
      `unix_socket_directories=`,
      '-c',
      'fsync=on',
      '-c',
      'synchronous_commit=on',
      '-c',
      'password_encryption=scram-sha-256',
      ...settings.flatMap((setting) => ['-c', setting]),
    ];
    await this.#startPatiently([
      'start',
      '-w',
      '-t',
      '60',
      '-D',
      this.data,
      '-l',
      join(this.data, 'server.log'),
      '-o',
      options.map(quoted).join(' '),
    ]);
    await this.#ensureDatabase(port);
    return this.url(port);
  }

  /** After a kill the old server's helpers take a moment to go; until then a start is refused. */
  async #startPatiently(args) {
    for (let attempt = 1; ; attempt++) {
      try {
        return await asServerUser(join(this.bin, 'pg_ctl'), args);
      } catch (error) {
        if (attempt === 8) throw error;
        await new Promise((resolve) => setTimeout(resolve, 500));
        this.#removeStalePidFile(this.#pidFile());
      }
    }
  }

  async stop(mode = 'fast') {
    if (!this.#pidFile()) return;
    await asServerUser(join(this.bin, 'pg_ctl'), ['stop', '-w', '-D', this.data, '-m', mode]).catch(
      () => undefined,
    );
  }

  /** Kills the server as a power cut would, for tests. */
  async kill() {
    const running = this.#pidFile();
    if (!running) return;
    process.kill(running.pid, 'SIGKILL');
    for (let i = 0; i < 100 && (await answers(running.port)); i++)
      await new Promise((r) => setTimeout(r, 20));
    await new Promise((r) => setTimeout(r, 300));
  }

  /** Everything in the database, into one file of PostgreSQL's own archive format. */
  async dump(file) {
    await this.#client('pg_dump', ['-F', 'c', '--no-owner', '-f', file, '-d', DATABASE]);
  }

  /** What a dump holds in place of what is here: all of it, or nothing is changed. */
  async restore(file) {
    // read to its end before anything is dropped
    await this.#client('pg_restore', ['-f', '/dev/null', file], false);
    await this.#client('pg_restore', [
      '--clean',
      '--if-exists',
      '--no-owner',
      '--single-transaction',
      '--exit-on-error',
      '-d',
      DATABASE,
      file,
    ]);
  }

  async #client(program, args, connected = true) {
    const { port } = this.#pidFile() ?? {};
    const where = connected ? ['-h', '127.0.0.1', '-p', String(port), '-U', OWNER] : [];
    const env = { ...process.env, PGPASSWORD: readFileSync(this.passwordFile, 'utf8').trim() };
    try {
      await run(join(this.bin, program), [...where, ...args], { env });
    } catch (error) {
      throw new PostgresError(`${program} failed: ${(error.stderr || error.message).trim()}`);
    }
  }

  remove() {
    rmSync(this.directory, { recursive: true, force: true });
  }

  url(port) {
    return `postgresql://${OWNER}:${readFileSync(this.passwordFile, 'utf8').trim()}@127.0.0.1:${port}/${DATABASE}`;
  }

  async #make() {
    const password = randomBytes(24).toString('hex');
    writeFileSync(this.passwordFile, password + '\n', { mode: 0o600 });
    mkdirSync(this.data, { recursive: true, mode: 0o700 });
    // initdb reads the password from a file of its own user, gone again at once
    const forServer = join(this.directory, `pw-${process.pid}`);
    writeFileSync(forServer, password, { mode: 0o600 });
    if (isRoot) execFileSync('chown', ['postgres', this.data, forServer]);
    try {
      await asServerUser(join(this.bin, 'initdb'), [
        '-D',
        this.data,
        '-U',
        OWNER,
        '--pwfile',
        forServer,
        '--auth',
        'scram-sha-256',
        '-E',
        'UTF8',
        '--locale',
        'C.UTF-8',
      ]);
    } catch (error) {
      rmSync(this.data, { recursive: true, force: true });
      throw error;
    } finally {
      rmSync(forServer, { force: true });
    }
  }

  async #ensureDatabase(port) {
    const env = { ...process.env, PGPASSWORD: readFileSync(this.passwordFile, 'utf8').trim() };
    const psql = (sql) =>
      run(
        join(this.bin, 'psql'),
        ['-X', '-A', '-t', '-h', '127.0.0.1', '-p', String(port), '-U', OWNER, '-d', 'postgres', '-c', sql],
        { env },
      );
    const { stdout } = await psql(`SELECT 1 FROM pg_database WHERE datname = '${DATABASE}'`);
    if (stdout.trim() === '') await psql(`CREATE DATABASE ${DATABASE}`);
  }

  #pidFile() {
    const file = join(this.data, 'postmaster.pid');
    if (!existsSync(file)) return null;
    const [pid, , , port] = readFileSync(file, 'utf8').split('\n');
    return { pid: Number(pid), port: Number(port) };
  }

  /** After a kill the pid file stays; its number may belong to another program by now. */
  #removeStalePidFile(running) {
    if (!running) return;
    if (!isServer(running.pid)) rmSync(join(this.data, 'postmaster.pid'), { force: true });
  }
}

/** Whether a process is a PostgreSQL server, and no zombie. */
function isServer(pid) {
  try {
    return /\(postgres\) [^Z]/.test(readFileSync(`/proc/${pid}/stat`, 'utf8'));
  } catch {
    return false;
  }
}

const quoted = (word) => (/^[\w=.,-]+$/.test(word) ? word : `"${word.replace(/"/g, '\\"')}"`);

export const whoRuns = () => (isRoot ? 'root' : userInfo().username);

/** `node scripts/postgres.mjs start|stop|kill|dump|restore|remove DIRECTORY [FILE]`, for the tests; start prints the address. */
if (process.argv[1]?.endsWith('postgres.mjs')) {
  const [, , verb, directory, file] = process.argv;
  const cluster = new Cluster(directory);
  if (verb === 'start') process.stdout.write(await cluster.start());
  else if (verb === 'stop') await cluster.stop();
  else if (verb === 'kill') await cluster.kill();
  else if (verb === 'dump') await cluster.dump(file);
  else if (verb === 'restore') await cluster.restore(file);
  else if (verb === 'remove') {
    await cluster.stop('immediate');
    cluster.remove();
  }
}
