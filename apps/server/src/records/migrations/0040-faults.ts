/** What failed, and what was swapped to find out why. */
export const faults = `
CREATE TABLE "fault" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "name" text NOT NULL,
  "itemId" uuid,
  "cameraId" uuid,
  "lensId" uuid,
  "recorderId" uuid,
  "transmitterId" uuid,
  "parts" jsonb NOT NULL,
  "state" text NOT NULL,
  "conclusion" text NOT NULL,
  FOREIGN KEY ("itemId") REFERENCES "kitItem"(id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY ("cameraId") REFERENCES "camera"(id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY ("lensId") REFERENCES "lens"(id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY ("recorderId") REFERENCES "recorder"(id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY ("transmitterId") REFERENCES "transmitter"(id) DEFERRABLE INITIALLY DEFERRED
);
CREATE INDEX ON "fault" ("productionId");
CREATE INDEX ON "fault" ("itemId");
CREATE INDEX ON "fault" ("cameraId");
CREATE INDEX ON "fault" ("lensId");
CREATE INDEX ON "fault" ("recorderId");
CREATE INDEX ON "fault" ("transmitterId");

CREATE TABLE "faultTry" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "loggedAt" timestamptz NOT NULL DEFAULT now(),
  "loggedBy" text NOT NULL DEFAULT '',
  "loggedById" uuid,
  "faultId" uuid NOT NULL,
  "part" text NOT NULL,
  "put" text NOT NULL,
  "stillThere" boolean NOT NULL,
  "triedAt" timestamptz NOT NULL,
  "deviceAt" timestamptz,
  FOREIGN KEY ("faultId") REFERENCES "fault"(id) DEFERRABLE INITIALLY DEFERRED
);
CREATE INDEX ON "faultTry" ("productionId");
CREATE INDEX ON "faultTry" ("faultId");
CREATE TRIGGER only_added BEFORE UPDATE OR DELETE ON "faultTry" FOR EACH ROW EXECUTE FUNCTION refuse_ledger_change();
CREATE TRIGGER never_emptied BEFORE TRUNCATE ON "faultTry" FOR EACH STATEMENT EXECUTE FUNCTION refuse_ledger_change();

`
