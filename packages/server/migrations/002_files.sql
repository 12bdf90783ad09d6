-- Originals that a design was made from, such as weather files, as they were given.
CREATE TABLE files (
  id uuid PRIMARY KEY,
  job_id uuid NOT NULL REFERENCES jobs (id) ON DELETE CASCADE,
  name text NOT NULL,
  content bytea NOT NULL CHECK (octet_length(content) BETWEEN 1 AND 33554432),
  created_at timestamptz NOT NULL DEFAULT now()
);
CREATE INDEX files_by_job ON files (job_id);
