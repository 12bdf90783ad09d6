import { diff, shareStructure, type Design, type Evaluation, type GridClimate } from '@ivolt/core';
import { pointsOf } from './place';
import type { AppStore } from './store';
import { api } from '../api/client';
import { evaluationFrom } from '../workers/answer';
import { NOT_AHEAD } from '../workers/answer';
import { core, onTally, patientCore, WorkerLost } from '../workers/core';
import { jobActions } from './jobSlice';

const GUESSES_AFTER_MS = 400;
/** Changes closer than this are of one flurry, and presses are proven when it rests. */
const FLURRY_MS = 500;
const PROOFS_AFTER_MS = 250;
const LONGEST_FRAME_MS = 60;
const CLIMATE_RETRY_MS = 3000;

const messageOf = (error: unknown) =>
  error instanceof WorkerLost ? error.message : 'The calculation failed on this design';

let turns: number = NOT_AHEAD;

/** Once the next frame is drawn; soon where none is, as of a page that is not in sight. */
const drawn = (): Promise<void> =>
  new Promise((resolve) => {
    setTimeout(resolve, LONGEST_FRAME_MS);
    requestAnimationFrame(() => setTimeout(resolve));
  });

/** Keeps evaluation, climate and guess list in step with the design; the newest design always wins. */
export class Thinker {
  private busy = false;
  private proving = false;
  private stale = true;
  private closed = false;
  private seen: unknown[] = [];
  /** What the worker holds: only what changed since is sent to it. */
  private sent: Design | null = null;
  private evaluation: Evaluation | null = null;
  private readonly climates = new Map<string, GridClimate>();
  /** The design that presses were last asked for, and when. */
  private asked: { design: Design | null; at: number } = { design: null, at: -Infinity };
  private proofTimer: ReturnType<typeof setTimeout> | undefined;
  private guessTimer: ReturnType<typeof setTimeout> | undefined;
  private climateTimer: ReturnType<typeof setTimeout> | undefined;
  private readonly unsubscribe: () => void;
  /** Of the question that is under way; no other has its number. */
  private turn = 0;
  /** The tally is being drawn ahead of the rest. */
  private ahead: Promise<void> | null = null;
  private readonly unhear: () => void;

  /** @param reads true of what is only read: nothing can be pressed in it, so that no press is proven, and nobody types */
  constructor(
    private readonly store: AppStore,
    private readonly reads = false,
  ) {
    this.unsubscribe = store.subscribe(() => this.onChange());
    this.unhear = onTally((turn, figures) => {
      // of another job, or of a design that was given up, it is not ours
      if (turn === NOT_AHEAD || turn !== this.turn) return;
      store.dispatch(jobActions.tallied(figures));
      this.ahead = drawn();
    });
    this.onChange();
  }

  close(): void {
    this.closed = true;
    this.unsubscribe();
    this.unhear();
    clearTimeout(this.proofTimer);
    clearTimeout(this.guessTimer);
    clearTimeout(this.climateTimer);
  }

  private onChange(): void {
    const { design, climate, attempts } = this.store.getState().job;
    const now = [design, climate.grid, attempts, this.waits()];
    if (now.every((part, i) => this.seen[i] === part)) return;
    this.seen = now;
    this.stale = true;
    this.readClimate();
    void this.think();
  }

  /** What is only read is reckoned once, with the climate of its place. */
  private waits(): boolean {
    return this.reads && this.store.getState().job.climate.status === 'reading';
  }

  private async think(): Promise<void> {
    if (this.busy || this.waits()) return;
    this.busy = true;
    while (this.stale && !this.closed) {
      this.stale = false;
      const { design, climate } = this.store.getState().job;
      if (!design) break;
      const change = this.sent ? diff(this.sent, design) : design;
      this.sent = design;
      try {
        // where only the climate came nobody types, and all of it is shown at once
        this.turn = Array.isArray(change) && change.length > 0 ? ++turns : NOT_AHEAD;
        const answer = await core().evaluate(change, climate.grid, this.turn);
        // frozen here, so that the store does not walk through all of it to do so
        this.evaluation = Object.freeze(evaluationFrom(this.evaluation, answer));
        // the rest of the sheet takes longer to draw: not in the way of the tally, nor of what was typed since
        if (!this.stale) await this.ahead;
        this.ahead = null;
        if (!this.closed) this.store.dispatch(jobActions.evaluated(this.evaluation));
      } catch (error) {
        // whatever the worker holds now, the next question tells it all
        this.sent = null;
        if (!this.closed) this.store.dispatch(jobActions.reckoningFailed(messageOf(error)));
      }
    }
    this.busy = false;
    this.proveAtRest();
    clearTimeout(this.guessTimer);
    this.guessTimer = setTimeout(() => void this.rank(), this.reads ? 0 : GUESSES_AFTER_MS);
  }

  /** After a change by itself at once; while one follows another the tally comes first. */
  private proveAtRest(): void {
    const { design } = this.store.getState().job;
    const flurry = design !== this.asked.design && performance.now() - this.asked.at < FLURRY_MS;
    this.asked = { design, at: performance.now() };
    clearTimeout(this.proofTimer);
    if (flurry) this.proofTimer = setTimeout(() => void this.prove(), PROOFS_AFTER_MS);
    else void this.prove();
  }

  /** What may be pressed for each finding, off the path of typing: it comes a moment after the findings. */
  private async prove(): Promise<void> {
    const { design, climate, evaluation } = this.store.getState().job;
    if (!design || !evaluation || this.proving || this.stale || this.closed) return;
    if (this.reads) {
      this.store.dispatch(jobActions.waysProven({}));
      return;
    }
    this.proving = true;
    const ways = await patientCore()
      .ways(design, climate.grid)
      .catch(() => null);
    this.proving = false;
    if (this.closed) return;
    const now = this.store.getState().job;
    if (ways && now.design === design && now.evaluation === evaluation)
      this.store.dispatch(jobActions.waysProven(ways));
    else if (!now.proven) this.proveAtRest();
  }

  private async rank(): Promise<void> {
    const { design, climate } = this.store.getState().job;
    if (!design || this.stale || this.busy || this.closed) return;
    // where nobody types, the one that knows the design already
    const guesses = await (this.reads ? core() : patientCore())
      .guesses(design, climate.grid)
      .catch(() => null);
    if (guesses && !this.closed)
      this.store.dispatch(
        jobActions.guessesRanked(shareStructure(this.store.getState().job.guesses, guesses)),
      );
  }

  private readClimate(): void {
    const { design, climate } = this.store.getState().job;
    const points = design ? pointsOf(design) : [];
    const key = JSON.stringify(points);
    if (key === climate.key) return;
    clearTimeout(this.climateTimer);
    const [home] = points;
    // while only stops are read the year goes on with what is known
    const sameHome = home && climate.grid?.latDeg === home.lat && climate.grid.lonDeg === home.lon;
    this.store.dispatch(
      jobActions.climateChanged({
        key,
        status: home ? 'reading' : 'none',
        grid: sameHome ? climate.grid : null,
      }),
    );
    if (home) void this.fetchClimate(key, points);
  }

  private async fetchClimate(key: string, points: ReturnType<typeof pointsOf>): Promise<void> {
    const current = () => !this.closed && this.store.getState().job.climate.key === key;
    try {
      const read = await Promise.all(
        points.map(async ({ id, lat, lon }) => [id, await this.climateAt(lat, lon)] as const),
      );
      const home = read.find(([id]) => id === null)?.[1];
      if (!current() || !home) return;
      const stops = Object.fromEntries(read.filter(([id]) => id !== null));
      this.store.dispatch(jobActions.climateChanged({ key, status: 'read', grid: { ...home, stops } }));
    } catch {
      if (!current()) return;
      this.store.dispatch(jobActions.climateChanged({ key, status: 'away', grid: null }));
      this.climateTimer = setTimeout(() => void this.fetchClimate(key, points), CLIMATE_RETRY_MS);
    }
  }

  private async climateAt(lat: number, lon: number): Promise<GridClimate> {
    const key = `${lat},${lon}`;
    const known = this.climates.get(key) ?? (await api.climate(lat, lon));
    this.climates.set(key, known);
    return known;
  }
}
