/** What clocks were seen to show, and settings that a setup or a shot changes. */
export const looksAndChanges = `
CREATE TABLE "clockLook" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "loggedAt" timestamptz NOT NULL DEFAULT now(),
  "loggedBy" text NOT NULL DEFAULT '',
  "loggedById" uuid,
  "cameraId" uuid,
  "recorderId" uuid,
  "shown" text NOT NULL,
  "lookedAt" timestamptz NOT NULL,
  "deviceAt" timestamptz,
  FOREIGN KEY ("cameraId") REFERENCES "camera"(id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY ("recorderId") REFERENCES "recorder"(id) DEFERRABLE INITIALLY DEFERRED
);
CREATE INDEX ON "clockLook" ("productionId");
CREATE INDEX ON "clockLook" ("cameraId");
CREATE INDEX ON "clockLook" ("recorderId");
CREATE TRIGGER only_added BEFORE UPDATE OR DELETE ON "clockLook" FOR EACH ROW EXECUTE FUNCTION refuse_ledger_change();
CREATE TRIGGER never_emptied BEFORE TRUNCATE ON "clockLook" FOR EACH STATEMENT EXECUTE FUNCTION refuse_ledger_change();

ALTER TABLE "setUpException" ADD COLUMN "setupId" uuid REFERENCES "setup"(id) DEFERRABLE INITIALLY DEFERRED;
ALTER TABLE "setUpException" ADD COLUMN "shotId" uuid REFERENCES "shot"(id) DEFERRABLE INITIALLY DEFERRED;
CREATE INDEX ON "setUpException" ("setupId");
CREATE INDEX ON "setUpException" ("shotId");
ALTER TABLE "setUpLine" ADD COLUMN "carriedFrom" text NOT NULL DEFAULT '';
`
