/** What a scanner heard, and how far apart transmitters of a production are set. */
export const radio = `
CREATE TABLE "radioScan" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "loggedAt" timestamptz NOT NULL DEFAULT now(),
  "loggedBy" text NOT NULL DEFAULT '',
  "loggedById" uuid,
  "from" text NOT NULL,
  "levels" jsonb NOT NULL,
  "scannedAt" timestamptz NOT NULL,
  "deviceAt" timestamptz
);
CREATE INDEX ON "radioScan" ("productionId");
CREATE TRIGGER only_added BEFORE UPDATE OR DELETE ON "radioScan" FOR EACH ROW EXECUTE FUNCTION refuse_ledger_change();
CREATE TRIGGER never_emptied BEFORE TRUNCATE ON "radioScan" FOR EACH STATEMENT EXECUTE FUNCTION refuse_ledger_change();

ALTER TABLE "production" ADD COLUMN "radioSpacingKHz" double precision NOT NULL DEFAULT 350;
ALTER TABLE "production" ADD COLUMN "radioGuardKHz" double precision NOT NULL DEFAULT 100;
`
