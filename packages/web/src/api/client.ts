import type { Design, GridClimate, Operation, Standing } from '@ivolt/core';

export interface ListedJob {
  id: string;
  name: string;
  kind: string;
  revision: number;
  updatedAt: string;
  /** Null while what was saved a moment ago is being reckoned. */
  summary: {
    standing: Standing;
    words: string;
    sentence: string;
    place: string;
    figures: { label: string; number: string; unit: string; mark: 'stop' | 'look' | null }[];
  } | null;
}

export interface StoredJob {
  id: string;
  revision: number;
  design: Design;
}

/** What a job was some revisions ago, and what was done since. */
export interface JobHistory {
  base: { revision: number; document: Design } | null;
  revisions: { revision: number; label: string; createdAt: string; patch: Operation[] }[];
}

export interface PlaceHit {
  name: string;
  country: string;
  latDeg: number;
  lonDeg: number;
  population: number;
}

/** An answer that is no 2xx; status 0 where no answer came at all. */
export class ApiError extends Error {
  constructor(
    readonly status: number,
    message: string,
    readonly body: Record<string, unknown> = {},
  ) {
    super(message);
  }
  /** True where the same request may succeed later. */
  get away(): boolean {
    return [0, 429, 502, 503, 504].includes(this.status);
  }
}

async function request<T>(path: string, init: RequestInit = {}): Promise<T> {
  let response: Response;
  try {
    response = await fetch(`/api${path}`, init);
  } catch {
    throw new ApiError(0, 'The server does not answer');
  }
  if (response.status === 204) return undefined as T;
  const body = (await response.json().catch(() => ({}))) as Record<string, unknown>;
  if (!response.ok)
    throw new ApiError(response.status, String(body.title ?? `The server answered ${response.status}`), body);
  return body as T;
}

const send = <T>(method: string, path: string, body?: unknown): Promise<T> =>
  request<T>(path, {
    method,
    ...(body === undefined
      ? {}
      : { body: JSON.stringify(body), headers: { 'content-type': 'application/json' } }),
  });

export const api = {
  jobs: (before?: { updatedAt: string; id: string }) =>
    request<{ jobs: ListedJob[] }>(
      before
        ? `/jobs?${new URLSearchParams({ beforeTime: before.updatedAt, beforeId: before.id }).toString()}`
        : '/jobs',
    ),
  job: (id: string) => request<StoredJob>(`/jobs/${id}`),
  history: (id: string, until: number, most: number) =>
    request<JobHistory>(`/jobs/${id}/history?until=${until}&most=${most}`),
  create: (design: Design, label: string) => send<{ id: string }>('POST', '/jobs', { design, label }),
  duplicate: (id: string, name: string) => send<{ id: string }>('POST', `/jobs/${id}/duplicate`, { name }),
  remove: (id: string) => send<void>('DELETE', `/jobs/${id}`),
  restore: (id: string) => send<void>('POST', `/jobs/${id}/restore`),
  import: (file: string) => send<{ id: string; dropped: string[] }>('POST', '/jobs/import', { file }),
  save: (id: string, save: { base: number; saveId: string; label: string; patch: Operation[] }) =>
    send<{ revision: number }>('POST', `/jobs/${id}/revisions`, save),
  keepFile: (jobId: string, name: string, bytes: Uint8Array<ArrayBuffer>) =>
    request<{ id: string }>(`/jobs/${jobId}/files?name=${encodeURIComponent(name)}`, {
      method: 'POST',
      body: bytes,
      headers: { 'content-type': 'application/octet-stream' },
    }),
  climate: (lat: number, lon: number) => request<GridClimate>(`/climate?lat=${lat}&lon=${lon}`),
  places: (text: string, signal?: AbortSignal) =>
    request<{ places: PlaceHit[] }>(`/places?q=${encodeURIComponent(text)}`, { signal }),
};
