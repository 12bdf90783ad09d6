import { placeOf } from './place';
import type { AppStore } from '../app/store';
import { api } from '../api/client';
import { core, patientCore } from '../workers/core';
import { jobActions } from './jobSlice';
import { shareStructure } from './share';

const GUESSES_AFTER_MS = 250;
const CLIMATE_RETRY_MS = 3000;

/** Keeps evaluation, climate and guess list in step with the design; the newest design always wins. */
export class Thinker {
  private busy = false;
  private stale = true;
  private closed = false;
  private seen: unknown[] = [];
  private guessTimer: ReturnType<typeof setTimeout> | undefined;
  private climateTimer: ReturnType<typeof setTimeout> | undefined;
  private readonly unsubscribe: () => void;

  constructor(private readonly store: AppStore) {
    this.unsubscribe = store.subscribe(() => this.onChange());
    this.onChange();
  }

  close(): void {
    this.closed = true;
    this.unsubscribe();
    clearTimeout(this.guessTimer);
    clearTimeout(this.climateTimer);
  }

  private onChange(): void {
    const { design, climate } = this.store.getState().job;
    if (this.seen[0] === design && this.seen[1] === climate.grid) return;
    this.seen = [design, climate.grid];
    this.stale = true;
    this.readClimate();
    void this.think();
  }

  private async think(): Promise<void> {
    if (this.busy) return;
    this.busy = true;
    while (this.stale && !this.closed) {
      this.stale = false;
      const { design, climate } = this.store.getState().job;
      if (!design) break;
      const evaluation = await core().evaluate(design, climate.grid);
      if (!this.closed)
        this.store.dispatch(
          jobActions.evaluated(shareStructure(this.store.getState().job.evaluation, evaluation)),
        );
    }
    this.busy = false;
    clearTimeout(this.guessTimer);
    this.guessTimer = setTimeout(() => void this.rank(), GUESSES_AFTER_MS);
  }

  private async rank(): Promise<void> {
    const { design, climate } = this.store.getState().job;
    if (!design || this.stale || this.busy || this.closed) return;
    const guesses = await patientCore().guesses(design, climate.grid);
    if (!this.closed)
      this.store.dispatch(
        jobActions.guessesRanked(shareStructure(this.store.getState().job.guesses, guesses)),
      );
  }

  private readClimate(): void {
    const { design, climate } = this.store.getState().job;
    const place = design && placeOf(design);
    const key = place ? `${place.lat},${place.lon}` : '';
    if (key === climate.key) return;
    clearTimeout(this.climateTimer);
    this.store.dispatch(jobActions.climateChanged({ key, status: place ? 'reading' : 'none', grid: null }));
    if (place) void this.fetchClimate(key, place.lat, place.lon);
  }

  private async fetchClimate(key: string, lat: number, lon: number): Promise<void> {
    const current = () => !this.closed && this.store.getState().job.climate.key === key;
    try {
      const grid = await api.climate(lat, lon);
      if (current()) this.store.dispatch(jobActions.climateChanged({ key, status: 'read', grid }));
    } catch {
      if (!current()) return;
      this.store.dispatch(jobActions.climateChanged({ key, status: 'away', grid: null }));
      this.climateTimer = setTimeout(() => void this.fetchClimate(key, lat, lon), CLIMATE_RETRY_MS);
    }
  }
}
