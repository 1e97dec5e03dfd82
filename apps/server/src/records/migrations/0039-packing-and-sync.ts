/** Vehicles, cases and what was ticked into them, chargers and their nights; what things weigh; where recordings were believed to lie. */
export const packingAndSync = `
CREATE TABLE "vehicle" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "name" text NOT NULL,
  "carriesKg" double precision,
  "driverId" uuid,
  "rank" text NOT NULL,
  FOREIGN KEY ("driverId") REFERENCES "person"(id) DEFERRABLE INITIALLY DEFERRED
);
CREATE INDEX ON "vehicle" ("productionId");
CREATE INDEX ON "vehicle" ("driverId");

CREATE TABLE "kitCase" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "label" text NOT NULL,
  "name" text NOT NULL,
  "vehicleId" uuid,
  "kg" double precision NOT NULL,
  "staysIn" boolean NOT NULL,
  "rank" text NOT NULL,
  FOREIGN KEY ("vehicleId") REFERENCES "vehicle"(id) DEFERRABLE INITIALLY DEFERRED
);
CREATE INDEX ON "kitCase" ("productionId");
CREATE INDEX ON "kitCase" ("vehicleId");

CREATE TABLE "charger" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "name" text NOT NULL,
  "slots" integer NOT NULL,
  "watts" double precision NOT NULL,
  "takes" jsonb NOT NULL,
  "rank" text NOT NULL
);
CREATE INDEX ON "charger" ("productionId");

CREATE TABLE "chargeNight" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "dayId" uuid NOT NULL,
  "fromMin" double precision NOT NULL,
  "untilMin" double precision NOT NULL,
  "asleepFromMin" double precision NOT NULL,
  "asleepUntilMin" double precision NOT NULL,
  "mostW" double precision,
  FOREIGN KEY ("dayId") REFERENCES "day"(id) DEFERRABLE INITIALLY DEFERRED
);
CREATE INDEX ON "chargeNight" ("productionId");
CREATE INDEX ON "chargeNight" ("dayId");

CREATE TABLE "packTick" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "loggedAt" timestamptz NOT NULL DEFAULT now(),
  "loggedBy" text NOT NULL DEFAULT '',
  "loggedById" uuid,
  "dayId" uuid NOT NULL,
  "way" text NOT NULL,
  "state" text NOT NULL,
  "count" integer NOT NULL,
  "itemId" uuid,
  "cameraId" uuid,
  "lensId" uuid,
  "recorderId" uuid,
  "cardId" uuid,
  "driveId" uuid,
  "caseId" uuid,
  "happenedAt" timestamptz NOT NULL,
  "deviceAt" timestamptz,
  FOREIGN KEY ("dayId") REFERENCES "day"(id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY ("itemId") REFERENCES "kitItem"(id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY ("cameraId") REFERENCES "camera"(id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY ("lensId") REFERENCES "lens"(id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY ("recorderId") REFERENCES "recorder"(id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY ("cardId") REFERENCES "card"(id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY ("driveId") REFERENCES "drive"(id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY ("caseId") REFERENCES "kitCase"(id) DEFERRABLE INITIALLY DEFERRED
);
CREATE INDEX ON "packTick" ("productionId");
CREATE INDEX ON "packTick" ("dayId");
CREATE INDEX ON "packTick" ("itemId");
CREATE INDEX ON "packTick" ("cameraId");
CREATE INDEX ON "packTick" ("lensId");
CREATE INDEX ON "packTick" ("recorderId");
CREATE INDEX ON "packTick" ("cardId");
CREATE INDEX ON "packTick" ("driveId");
CREATE INDEX ON "packTick" ("caseId");
CREATE TRIGGER only_added BEFORE UPDATE OR DELETE ON "packTick" FOR EACH ROW EXECUTE FUNCTION refuse_ledger_change();
CREATE TRIGGER never_emptied BEFORE TRUNCATE ON "packTick" FOR EACH STATEMENT EXECUTE FUNCTION refuse_ledger_change();

CREATE TABLE "syncPlace" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "loggedAt" timestamptz NOT NULL DEFAULT now(),
  "loggedBy" text NOT NULL DEFAULT '',
  "loggedById" uuid,
  "file" text NOT NULL,
  "reference" text NOT NULL,
  "seconds" double precision NOT NULL,
  "by" text NOT NULL,
  "atS" double precision,
  "withinS" double precision,
  "driftPpm" double precision,
  "apartS" double precision,
  "keptAt" timestamptz NOT NULL,
  "deviceAt" timestamptz
);
CREATE INDEX ON "syncPlace" ("productionId");
CREATE TRIGGER only_added BEFORE UPDATE OR DELETE ON "syncPlace" FOR EACH ROW EXECUTE FUNCTION refuse_ledger_change();
CREATE TRIGGER never_emptied BEFORE TRUNCATE ON "syncPlace" FOR EACH STATEMENT EXECUTE FUNCTION refuse_ledger_change();

ALTER TABLE "camera" ADD COLUMN "case" text NOT NULL DEFAULT '';
ALTER TABLE "lens" ADD COLUMN "case" text NOT NULL DEFAULT '';
ALTER TABLE "recorder" ADD COLUMN "case" text NOT NULL DEFAULT '';
ALTER TABLE "card" ADD COLUMN "case" text NOT NULL DEFAULT '';
ALTER TABLE "drive" ADD COLUMN "case" text NOT NULL DEFAULT '';
ALTER TABLE "camera" ADD COLUMN "kg" double precision NOT NULL DEFAULT 0;
ALTER TABLE "lens" ADD COLUMN "kg" double precision NOT NULL DEFAULT 0;
ALTER TABLE "recorder" ADD COLUMN "kg" double precision NOT NULL DEFAULT 0;
ALTER TABLE "card" ADD COLUMN "kg" double precision NOT NULL DEFAULT 0;
ALTER TABLE "drive" ADD COLUMN "kg" double precision NOT NULL DEFAULT 0;
ALTER TABLE "kitItem" ADD COLUMN "kg" double precision NOT NULL DEFAULT 0;
ALTER TABLE "kitItem" ADD COLUMN "wh" double precision NOT NULL DEFAULT 0;
`
