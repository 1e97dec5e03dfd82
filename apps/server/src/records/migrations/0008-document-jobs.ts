/** Jobs stand in lanes, so that a paper never waits for a card; the same paper is asked for by a key and kept. */
export const documentJobs = `
ALTER TABLE job ADD COLUMN lane text NOT NULL DEFAULT 'media';
ALTER TABLE job ADD COLUMN key text;
ALTER TABLE job ADD COLUMN body bytea;
CREATE UNIQUE INDEX ON job ("productionId", key);
`
