-- A job is a row with its document as it stands; every change to it is a revision that is never altered.
CREATE TABLE jobs (
  id uuid PRIMARY KEY,
  name text NOT NULL,
  kind text NOT NULL,
  revision integer NOT NULL CHECK (revision >= 1),
  document jsonb NOT NULL,
  -- What the list of jobs shows, reckoned when the job is saved.
  summary jsonb NOT NULL,
  created_at timestamptz NOT NULL DEFAULT now(),
  updated_at timestamptz NOT NULL DEFAULT now(),
  deleted_at timestamptz
);

CREATE INDEX jobs_by_update ON jobs (updated_at DESC, id) WHERE deleted_at IS NULL;

CREATE TABLE revisions (
  job_id uuid NOT NULL REFERENCES jobs (id) ON DELETE CASCADE,
  revision integer NOT NULL,
  -- RFC 6902 operations from the revision before.
  patch jsonb NOT NULL,
  label text NOT NULL,
  -- Names the save, so that one sent twice is stored once.
  save_id uuid NOT NULL,
  created_at timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (job_id, revision),
  UNIQUE (job_id, save_id)
);

CREATE TABLE snapshots (
  job_id uuid NOT NULL REFERENCES jobs (id) ON DELETE CASCADE,
  revision integer NOT NULL,
  document jsonb NOT NULL,
  created_at timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (job_id, revision)
);

CREATE TABLE settings (
  key text PRIMARY KEY,
  value jsonb NOT NULL
);
