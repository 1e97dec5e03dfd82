/**
 * Whoever wrote is known by their account, names as they were; names are compared by what they look like, which the
 * server fills in for accounts that were there before.
 */
export const who = `
ALTER TABLE account ADD COLUMN looks text;
CREATE UNIQUE INDEX ON account (looks);
ALTER TABLE edit ADD COLUMN "authorId" uuid;
CREATE TRIGGER never_emptied BEFORE TRUNCATE ON edit FOR EACH STATEMENT EXECUTE FUNCTION refuse_ledger_change();
ALTER TABLE "take" ADD COLUMN "loggedById" uuid;
ALTER TABLE "takeEvent" ADD COLUMN "loggedById" uuid;
ALTER TABLE "copyRun" ADD COLUMN "loggedById" uuid;
ALTER TABLE "copyCheck" ADD COLUMN "loggedById" uuid;
ALTER TABLE "custody" ADD COLUMN "loggedById" uuid;
ALTER TABLE "wipe" ADD COLUMN "loggedById" uuid;
ALTER TABLE "sentSheet" ADD COLUMN "loggedById" uuid;
ALTER TABLE "delivery" ADD COLUMN "loggedById" uuid;
`
