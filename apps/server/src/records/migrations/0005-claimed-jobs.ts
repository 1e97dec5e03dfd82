/** Jobs wait to be claimed, are kept by a heartbeat, and can be taken over; checks say what they read from. */
export const claimedJobs = `
ALTER TABLE job DROP CONSTRAINT job_state_check;
ALTER TABLE job ADD CONSTRAINT job_state_check CHECK (state IN ('waiting', 'running', 'done', 'failed', 'stopped'));
ALTER TABLE job ADD COLUMN spec jsonb NOT NULL DEFAULT '{}';
ALTER TABLE job ADD COLUMN "claimedBy" uuid;
ALTER TABLE job ADD COLUMN "heartbeatAt" timestamptz;
ALTER TABLE job ADD COLUMN attempts integer NOT NULL DEFAULT 0;
ALTER TABLE job ADD COLUMN "stopAsked" boolean NOT NULL DEFAULT false;
CREATE INDEX ON job ("startedAt") WHERE state IN ('waiting', 'running');
UPDATE job SET state = 'failed' WHERE state = 'running';
ALTER TABLE "copyCheck" DISABLE TRIGGER only_added;
ALTER TABLE "copyCheck" ADD COLUMN "fromMedium" boolean NOT NULL DEFAULT false;
ALTER TABLE "copyCheck" ENABLE TRIGGER only_added;
`
