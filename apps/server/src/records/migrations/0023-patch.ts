/** What transmits, which bands may be used, and when clocks were set. */
export const patch = `
CREATE TABLE "transmitter" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "name" text NOT NULL,
  "carries" text NOT NULL,
  "personId" uuid,
  "fromMHz" double precision NOT NULL,
  "toMHz" double precision NOT NULL,
  "stepKHz" double precision NOT NULL,
  "onMHz" double precision,
  FOREIGN KEY ("personId") REFERENCES "person"(id) DEFERRABLE INITIALLY DEFERRED
);
CREATE INDEX ON "transmitter" ("productionId");
CREATE INDEX ON "transmitter" ("personId");

CREATE TABLE "radioBand" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "name" text NOT NULL,
  "fromMHz" double precision NOT NULL,
  "toMHz" double precision NOT NULL,
  "isConfirmed" boolean NOT NULL
);
CREATE INDEX ON "radioBand" ("productionId");

CREATE TABLE "radioStation" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "name" text NOT NULL,
  "fromMHz" double precision NOT NULL,
  "toMHz" double precision NOT NULL
);
CREATE INDEX ON "radioStation" ("productionId");

CREATE TABLE "jam" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "loggedAt" timestamptz NOT NULL DEFAULT now(),
  "loggedBy" text NOT NULL DEFAULT '',
  "loggedById" uuid,
  "cameraId" uuid,
  "recorderId" uuid,
  "jammedAt" timestamptz NOT NULL,
  "seenMs" double precision,
  "deviceAt" timestamptz,
  FOREIGN KEY ("cameraId") REFERENCES "camera"(id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY ("recorderId") REFERENCES "recorder"(id) DEFERRABLE INITIALLY DEFERRED
);
CREATE INDEX ON "jam" ("productionId");
CREATE INDEX ON "jam" ("cameraId");
CREATE INDEX ON "jam" ("recorderId");
CREATE TRIGGER only_added BEFORE UPDATE OR DELETE ON "jam" FOR EACH ROW EXECUTE FUNCTION refuse_ledger_change();
CREATE TRIGGER never_emptied BEFORE TRUNCATE ON "jam" FOR EACH STATEMENT EXECUTE FUNCTION refuse_ledger_change();
`
