import { useState } from 'react';
import { FileTrigger } from 'react-aria-components';
import { useNavigate } from 'react-router';
import { ApiError, api } from '../api/client';
import { Action } from '../ui/controls';
import { core } from '../workers/core';

/** Larger files are not even read. The server has the same limit. */
const LIMIT_BYTES = 4 * 1024 * 1024;

/** Takes in a job file from this or another machine. */
export function ImportFile({ onProblem }: { onProblem: (message: string | null) => void }) {
  const navigate = useNavigate();
  const [busy, setBusy] = useState(false);
  const take = async (file: File) => {
    if (file.size > LIMIT_BYTES) {
      return onProblem(
        `${file.name} is ${Math.round(file.size / 1024 / 1024)} MB; a job file is a few hundred kB, 4 MB at most`,
      );
    }
    const text = await file.text();
    const reading = await core().readJobFile(text);
    if (!reading.ok) return onProblem(`${file.name}: ${reading.message}`);
    const { id, dropped } = await api.import(text);
    await navigate(`/jobs/${id}`, { state: { dropped } });
  };
  return (
    <FileTrigger
      acceptedFileTypes={['.json', 'application/json']}
      onSelect={(files) => {
        const file = files?.[0];
        if (!file) return;
        setBusy(true);
        onProblem(null);
        take(file)
          .catch((error: unknown) =>
            onProblem(error instanceof ApiError ? error.message : `${file.name} cannot be read`),
          )
          .finally(() => setBusy(false));
      }}
    >
      <Action isDisabled={busy}>{busy ? 'Importing …' : 'Import a job file'}</Action>
    </FileTrigger>
  );
}
