import type { Pool } from 'pg';
import * as queries from '../db/queries/jobs';
import type { Reckoner } from './reckoner';
import { NOT_RECKONED, type Summary } from './tasks';

/**
 * Keeps what the list shows in step with what is stored: each save asks for it, the newest revision of a job is
 * reckoned once, one job after another. Where the database is away, what is missing is found again at the next start.
 */
export class Summaries {
  private readonly waiting = new Set<string>();
  private running: Promise<void> | null = null;
  private closed = false;

  constructor(
    private readonly pool: Pool,
    private readonly reckoner: Reckoner,
  ) {}

  soon(id: string): void {
    if (this.closed) return;
    this.waiting.add(id);
    this.running ??= this.work().finally(() => (this.running = null));
  }

  /** Those that an earlier run left unreckoned. */
  async catchUp(): Promise<void> {
    for (const id of await queries.jobsWithoutSummary(this.pool)) this.soon(id);
  }

  /** Nothing waits any more. */
  async settled(): Promise<void> {
    while (this.running) await this.running;
  }

  async close(): Promise<void> {
    this.closed = true;
    this.waiting.clear();
    await this.settled();
  }

  private async work(): Promise<void> {
    for (let [id] = this.waiting; id !== undefined; [id] = this.waiting) {
      this.waiting.delete(id);
      await this.reckon(id).catch(() => undefined);
    }
  }

  private async reckon(id: string): Promise<void> {
    const job = await queries.findUnreckoned(this.pool, id);
    if (!job) return;
    const summary = await this.reckoner.run('summary', job.document).catch((): Summary => NOT_RECKONED);
    await queries.keepSummary(this.pool, id, job.revision, summary);
  }
}
