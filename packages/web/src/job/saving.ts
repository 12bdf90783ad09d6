import { diff, rebase, type Design, type Rebased } from '@ivolt/core';
import { ApiError, api } from '../api/client';
import type { AppStore } from './store';
import { core } from '../workers/core';
import { dropDraft, findDraft, keepDraft } from './draft';
import { told } from './history';
import { jobActions } from './jobSlice';

/** Typing rests this long before it is saved. */
const REST_MS = 500;
const KEEP_AFTER_MS = 200;
const RETRY_MS = [1000, 2000, 4000, 8000];
/** A save waits no longer than this for the reckoning to look it over; the server looks again. */
const LOOK_OVER_MS = 2000;

interface Pending {
  saveId: string;
  design: Design;
  /** What the change is called in the history. */
  label: string;
}

/** What keeps a design from standing, as far as the worker can tell in time; a worker that is away finds nothing. */
async function problemsIn(design: Design): Promise<readonly { message: string }[]> {
  const late = new Promise<[]>((resolve) => setTimeout(resolve, LOOK_OVER_MS, []));
  return Promise.race([core().problems(design), late]).catch(() => []);
}

/** As `rebase`, with the schema asked only where the quick way gives what may not stand. */
async function rebased(base: Design, mine: Design, theirs: Design): Promise<Rebased<Design>> {
  const quick = rebase(base, mine, theirs, () => true);
  if ((await problemsIn(quick.document)).length === 0) return quick;
  return core()
    .rebase(base, mine, theirs)
    .catch(() => quick);
}

/**
 * Saves the open job: one save at a time, the same one again while the server is away, rebased where somebody else
 * saved meanwhile. Other tabs of this browser are told, and take up what they have not changed themselves.
 */
export class Saver {
  private keepTimer: ReturnType<typeof setTimeout> | undefined;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private pending: Pending | null = null;
  private busy = false;
  private failures = 0;
  private closed = false;
  private readonly unsubscribe: () => void;
  private readonly channel =
    typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel('ivolt-jobs');

  constructor(
    private readonly store: AppStore,
    private readonly id: string,
  ) {
    let before = store.getState().job.design;
    this.unsubscribe = store.subscribe(() => {
      const { design } = store.getState().job;
      if (design === before) return;
      before = design;
      this.keepSoon();
      this.plan(REST_MS);
    });
    this.channel?.addEventListener('message', this.onSavedElsewhere);
    window.addEventListener('focus', this.onLook);
    window.addEventListener('online', this.onLook);
    window.addEventListener('beforeunload', this.onLeave);
    if (store.getState().job.saving.state === 'waiting') this.plan(0);
  }

  close(): void {
    clearTimeout(this.timer);
    this.keep();
    const { design, saved } = this.job;
    const last = this.unsaved() && !this.busy && design && saved ? this.pendingOf(design) : null;
    this.closed = true;
    this.unsubscribe();
    window.removeEventListener('focus', this.onLook);
    window.removeEventListener('online', this.onLook);
    window.removeEventListener('beforeunload', this.onLeave);
    if (last && saved)
      void this.sendLast(last, saved.design, saved.revision).finally(() => this.channel?.close());
    else this.channel?.close();
  }

  private get job() {
    return this.store.getState().job;
  }

  /** The store may hold another job by the time an answer comes. */
  private get gone(): boolean {
    return this.closed || this.job.id !== this.id;
  }

  private unsaved(): boolean {
    const { design, saved } = this.job;
    return !this.gone && design !== null && saved !== null && design !== saved.design;
  }

  private pendingOf(design: Design): Pending {
    const last = this.job.past.at(-1);
    const label = (last ? told(last, design) : 'Undone').slice(0, 200);
    return { saveId: crypto.randomUUID(), design, label };
  }

  /** Writing a draft takes its time; a few keys share one, and leaving the page writes it at once. */
  private keepSoon(): void {
    this.keepTimer ??= setTimeout(() => this.keep(), KEEP_AFTER_MS);
  }

  private keep(): void {
    clearTimeout(this.keepTimer);
    this.keepTimer = undefined;
    if (!this.unsaved()) return;
    const { design, saved, draftKept } = this.job;
    if (!design || !saved) return;
    const kept = keepDraft(this.id, { base: saved.design, revision: saved.revision, design });
    if (kept !== draftKept) this.store.dispatch(jobActions.draftTried(kept));
  }

  private plan(afterMs: number): void {
    if (this.closed) return;
    clearTimeout(this.timer);
    this.timer = setTimeout(() => void this.save(), afterMs);
  }

  private async save(): Promise<void> {
    const { design, saved } = this.job;
    if (this.busy || this.gone || !design || !saved) return;
    this.pending ??= design === saved.design ? null : this.pendingOf(design);
    if (!this.pending) return;
    this.busy = true;
    try {
      await this.send(this.pending, saved.design, saved.revision);
    } catch (error) {
      if (!this.gone) await this.onFailure(error);
    } finally {
      this.busy = false;
    }
    if (this.failures === 0 && this.unsaved() && this.job.saving.state !== 'refused') this.plan(REST_MS);
  }

  private async send({ saveId, design, label }: Pending, base: Design, revision: number): Promise<void> {
    const patch = diff(base, design);
    if (patch.length > 0) {
      const problems = await problemsIn(design);
      if (problems[0]) throw new ApiError(400, problems[0].message);
      if (!this.gone)
        this.store.dispatch(
          jobActions.savingChanged(this.failures > 0 ? this.job.saving : { state: 'saving' }),
        );
      ({ revision } = await api.save(this.id, { base: revision, saveId, label, patch }));
    }
    this.channel?.postMessage({ id: this.id, revision });
    this.pending = null;
    this.failures = 0;
    // the draft stays: the next visit finds that there is nothing new in it
    if (this.gone) return;
    this.store.dispatch(
      jobActions.saveStored({ design, revision, at: Date.now(), settled: this.job.design === design }),
    );
    if (this.unsaved()) this.keep();
    else dropDraft(this.id);
  }

  /** The job is left: one more attempt. Where it fails the draft is taken up at the next visit. */
  private async sendLast({ saveId, design, label }: Pending, base: Design, revision: number): Promise<void> {
    const patch = diff(base, design);
    if (patch.length === 0) return;
    await api.save(this.id, { base: revision, saveId, label, patch }).then(
      (stored) => this.channel?.postMessage({ id: this.id, revision: stored.revision }),
      () => undefined,
    );
  }

  private async onFailure(error: unknown): Promise<void> {
    if (!(error instanceof ApiError)) throw error;
    if (error.status === 409) {
      this.pending = null;
      await this.takeUp(error.body.document as Design, Number(error.body.revision));
      this.plan(0);
    } else if (error.away) {
      this.store.dispatch(jobActions.savingChanged({ state: 'away', message: error.message }));
      this.plan(RETRY_MS[Math.min(this.failures, RETRY_MS.length - 1)] ?? 8000);
      this.failures += 1;
    } else {
      this.pending = null;
      this.store.dispatch(jobActions.savingChanged({ state: 'refused', message: error.message }));
    }
  }

  /** Puts what this tab changed on top of what the server holds. */
  private async takeUp(theirs: Design, revision: number): Promise<void> {
    for (;;) {
      const { design, saved } = this.job;
      if (this.gone || !design || !saved || saved.revision >= revision) return;
      const { document, conflicts } = await rebased(saved.design, design, theirs);
      // typed meanwhile: once more, with that
      if (this.job.design !== design) continue;
      const unchanged = diff(document, theirs).length === 0;
      this.store.dispatch(
        jobActions.rebased({
          design: unchanged ? theirs : document,
          saved: theirs,
          revision,
          conflicts,
          taken: diff(saved.design, theirs).map(({ path }) => path),
        }),
      );
      if (unchanged) this.store.dispatch(jobActions.savingChanged({ state: 'saved', at: Date.now() }));
      this.store.dispatch(
        jobActions.noticed({
          text:
            conflicts.length > 0
              ? 'The same figures were changed in another tab'
              : 'Taken up what was changed in another tab',
          at: Date.now(),
        }),
      );
      return;
    }
  }

  private readonly onSavedElsewhere = ({ data }: MessageEvent<{ id: string; revision: number }>) => {
    if (data.id === this.id && data.revision > (this.job.saved?.revision ?? 0)) this.onLook();
  };

  /** The tab is looked at again, or another one saved: has the job moved on? */
  private readonly onLook = () => {
    if (this.busy || this.gone) return;
    if (this.failures > 0) return this.plan(0);
    api
      .job(this.id)
      .then(async ({ design, revision }) => {
        if (this.gone || this.busy || this.pending) return;
        if (revision > (this.job.saved?.revision ?? Infinity)) await this.takeUp(design, revision);
      })
      .catch(() => undefined);
  };

  private readonly onLeave = (event: BeforeUnloadEvent) => {
    this.keep();
    if (this.unsaved()) event.preventDefault();
  };
}

let openings = 0;

const failureOf = (error: unknown) => {
  const status = error instanceof ApiError ? error.status : 0;
  return status === 404 ? 'missing' : status === 422 ? 'unreadable' : 'away';
};

/**
 * Opens a job with the edits of an earlier visit that the server never got. An answer that comes when another job, or
 * the same once more, was asked for since is dropped.
 */
export async function openJob(store: AppStore, id: string): Promise<void> {
  const own = ++openings;
  const current = () => own === openings && store.getState().job.id === id;
  store.dispatch(jobActions.opening(id));
  try {
    const { design, revision } = await api.job(id);
    const draft = current() ? findDraft(id) : null;
    const kept = draft ? await rebased(draft.base, draft.design, design) : null;
    if (!current()) return;
    const changed = kept !== null && diff(kept.document, design).length > 0;
    if (draft && !changed) dropDraft(id);
    store.dispatch(
      jobActions.opened({
        design: changed ? kept.document : design,
        saved: design,
        revision,
        conflicts: changed ? kept.conflicts : [],
      }),
    );
  } catch (error) {
    if (current()) store.dispatch(jobActions.openFailed(failureOf(error)));
  }
}
