import { diff, rebase, type Design } from '@ivolt/core';
import { ApiError, api } from '../api/client';
import type { AppStore } from './store';
import { core } from '../workers/core';
import { dropDraft, findDraft, keepDraft } from './draft';
import { jobActions } from './jobSlice';

/** Typing rests this long before it is saved. */
const REST_MS = 500;
const KEEP_AFTER_MS = 200;
const RETRY_MS = [1000, 2000, 4000, 8000];

interface Pending {
  saveId: string;
  design: Design;
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
    this.closed = true;
    clearTimeout(this.timer);
    this.keep();
    this.unsubscribe();
    this.channel?.close();
    window.removeEventListener('focus', this.onLook);
    window.removeEventListener('online', this.onLook);
    window.removeEventListener('beforeunload', this.onLeave);
    if (this.unsaved()) void this.save();
  }

  private get job() {
    return this.store.getState().job;
  }

  private unsaved(): boolean {
    const { design, saved } = this.job;
    return design !== null && saved !== null && design !== saved.design;
  }

  /** Writing a draft takes its time; a few keys share one, and leaving the page writes it at once. */
  private keepSoon(): void {
    this.keepTimer ??= setTimeout(() => this.keep(), KEEP_AFTER_MS);
  }

  private keep(): void {
    clearTimeout(this.keepTimer);
    this.keepTimer = undefined;

    const { design, saved } = this.job;
    if (design && saved && this.unsaved())
      keepDraft(this.id, { base: saved.design, revision: saved.revision, design });
  }

  private plan(afterMs: number): void {
    if (this.closed) return;
    clearTimeout(this.timer);
    this.timer = setTimeout(() => void this.save(), afterMs);
  }

  private async save(): Promise<void> {
    const { design, saved, id } = this.job;
    if (this.busy || !design || !saved || id !== this.id) return;
    this.pending ??= design === saved.design ? null : { saveId: crypto.randomUUID(), design };
    if (!this.pending) return;
    this.busy = true;
    try {
      await this.send(this.pending, saved.design, saved.revision);
    } catch (error) {
      await this.onFailure(error);
    } finally {
      this.busy = false;
    }
    if (this.failures === 0 && this.unsaved() && this.job.saving.state !== 'refused') this.plan(REST_MS);
  }

  private async send({ saveId, design }: Pending, base: Design, revision: number): Promise<void> {
    const patch = diff(base, design);
    if (patch.length > 0) {
      const problems = await core().problems(design);
      if (problems[0]) throw new ApiError(400, problems[0].message);
      this.store.dispatch(
        jobActions.savingChanged(this.failures > 0 ? this.job.saving : { state: 'saving' }),
      );
      const label = this.job.past.at(-1)?.label ?? 'Undone';
      ({ revision } = await api.save(this.id, { base: revision, saveId, label: label.slice(0, 200), patch }));
    }
    this.pending = null;
    this.failures = 0;
    this.store.dispatch(
      jobActions.saveStored({ design, revision, at: Date.now(), settled: this.job.design === design }),
    );
    if (this.unsaved()) this.keep();
    else dropDraft(this.id);
    this.channel?.postMessage({ id: this.id, revision });
  }

  private async onFailure(error: unknown): Promise<void> {
    if (!(error instanceof ApiError)) throw error;
    if (error.status === 409) {
      this.pending = null;
      this.takeUp(error.body.document as Design, Number(error.body.revision));
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
  private takeUp(theirs: Design, revision: number): void {
    const { design, saved } = this.job;
    if (!design || !saved) return;
    const { document, conflicts } = rebase(saved.design, design, theirs);
    const unchanged = diff(document, theirs).length === 0;
    this.store.dispatch(
      jobActions.rebased({ design: unchanged ? theirs : document, saved: theirs, revision, conflicts }),
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
  }

  private readonly onSavedElsewhere = ({ data }: MessageEvent<{ id: string; revision: number }>) => {
    if (data.id === this.id && data.revision > (this.job.saved?.revision ?? 0)) this.onLook();
  };

  /** The tab is looked at again, or another one saved: has the job moved on? */
  private readonly onLook = () => {
    if (this.busy) return;
    if (this.failures > 0) return this.plan(0);
    api
      .job(this.id)
      .then(({ design, revision }) => {
        if (!this.busy && !this.pending && revision > (this.job.saved?.revision ?? Infinity))
          this.takeUp(design, revision);
      })
      .catch(() => undefined);
  };

  private readonly onLeave = (event: BeforeUnloadEvent) => {
    this.keep();
    if (this.unsaved()) event.preventDefault();
  };
}

/** Opens a job with the edits of an earlier visit that the server never got. */
export async function openJob(store: AppStore, id: string): Promise<void> {
  store.dispatch(jobActions.opening(id));
  try {
    const { design, revision } = await api.job(id);
    const draft = findDraft(id);
    const kept = draft ? rebase(draft.base, draft.design, design) : null;
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
    store.dispatch(
      jobActions.openFailed(error instanceof ApiError && error.status === 404 ? 'missing' : 'away'),
    );
  }
}
