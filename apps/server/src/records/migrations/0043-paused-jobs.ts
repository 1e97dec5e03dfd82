/** A job may be paused, and one may go before others that wait. */
export const pausedJobs = `
ALTER TABLE job ADD COLUMN paused boolean NOT NULL DEFAULT false;
ALTER TABLE job ADD COLUMN priority integer NOT NULL DEFAULT 0;
`
