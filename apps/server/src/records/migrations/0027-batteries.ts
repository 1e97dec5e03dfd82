/** How long devices run on a battery, and when a fresh one was put in; which camera is the line cut. */
export const batteries = `
ALTER TABLE "camera" ADD COLUMN "batteryMin" double precision;
ALTER TABLE "camera" ADD COLUMN "lineCut" boolean NOT NULL DEFAULT false;
ALTER TABLE "recorder" ADD COLUMN "batteryMin" double precision;

CREATE TABLE "batteryChange" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "loggedAt" timestamptz NOT NULL DEFAULT now(),
  "loggedBy" text NOT NULL DEFAULT '',
  "loggedById" uuid,
  "cameraId" uuid,
  "recorderId" uuid,
  "happenedAt" timestamptz NOT NULL,
  "deviceAt" timestamptz,
  FOREIGN KEY ("cameraId") REFERENCES "camera"(id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY ("recorderId") REFERENCES "recorder"(id) DEFERRABLE INITIALLY DEFERRED
);
CREATE INDEX ON "batteryChange" ("productionId");
CREATE INDEX ON "batteryChange" ("cameraId");
CREATE INDEX ON "batteryChange" ("recorderId");
CREATE TRIGGER only_added BEFORE UPDATE OR DELETE ON "batteryChange" FOR EACH ROW EXECUTE FUNCTION refuse_ledger_change();
CREATE TRIGGER never_emptied BEFORE TRUNCATE ON "batteryChange" FOR EACH STATEMENT EXECUTE FUNCTION refuse_ledger_change();
`
