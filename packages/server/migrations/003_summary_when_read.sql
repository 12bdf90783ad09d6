-- What the list of jobs shows is reckoned when the list is read, once after each save; null until then.
ALTER TABLE jobs ALTER COLUMN summary DROP NOT NULL;
