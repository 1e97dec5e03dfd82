/** The card that cameras are set by, and where each sound goes. */
export const setUpAndSound = `
CREATE TABLE "setUpLine" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "name" text NOT NULL,
  "wanted" text NOT NULL,
  "harm" text NOT NULL,
  "gone" boolean NOT NULL,
  "rank" text COLLATE "C" NOT NULL
);
CREATE INDEX ON "setUpLine" ("productionId");

CREATE TABLE "setUpException" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "lineId" uuid NOT NULL,
  "cameraId" uuid NOT NULL,
  "wanted" text NOT NULL,
  FOREIGN KEY ("lineId") REFERENCES "setUpLine"(id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY ("cameraId") REFERENCES "camera"(id) DEFERRABLE INITIALLY DEFERRED
);
CREATE INDEX ON "setUpException" ("productionId");
CREATE INDEX ON "setUpException" ("lineId");
CREATE INDEX ON "setUpException" ("cameraId");

CREATE TABLE "setUpLook" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "loggedAt" timestamptz NOT NULL DEFAULT now(),
  "loggedBy" text NOT NULL DEFAULT '',
  "loggedById" uuid,
  "lineId" uuid NOT NULL,
  "cameraId" uuid NOT NULL,
  "shown" text NOT NULL,
  "lookedAt" timestamptz NOT NULL,
  "deviceAt" timestamptz,
  FOREIGN KEY ("lineId") REFERENCES "setUpLine"(id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY ("cameraId") REFERENCES "camera"(id) DEFERRABLE INITIALLY DEFERRED
);
CREATE INDEX ON "setUpLook" ("productionId");
CREATE INDEX ON "setUpLook" ("lineId");
CREATE INDEX ON "setUpLook" ("cameraId");
CREATE TRIGGER only_added BEFORE UPDATE OR DELETE ON "setUpLook" FOR EACH ROW EXECUTE FUNCTION refuse_ledger_change();
CREATE TRIGGER never_emptied BEFORE TRUNCATE ON "setUpLook" FOR EACH STATEMENT EXECUTE FUNCTION refuse_ledger_change();

CREATE TABLE "soundSource" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "name" text NOT NULL,
  "is" text NOT NULL,
  "hears" jsonb NOT NULL,
  "gone" boolean NOT NULL,
  "transmitterId" uuid,
  "rank" text COLLATE "C" NOT NULL,
  FOREIGN KEY ("transmitterId") REFERENCES "transmitter"(id) DEFERRABLE INITIALLY DEFERRED
);
CREATE INDEX ON "soundSource" ("productionId");
CREATE INDEX ON "soundSource" ("transmitterId");

CREATE TABLE "soundWay" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "sourceId" uuid NOT NULL,
  "cameraId" uuid,
  "recorderId" uuid,
  "input" integer NOT NULL,
  "gone" boolean NOT NULL,
  "transmitterId" uuid,
  "padDb" double precision NOT NULL,
  FOREIGN KEY ("sourceId") REFERENCES "soundSource"(id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY ("cameraId") REFERENCES "camera"(id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY ("recorderId") REFERENCES "recorder"(id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY ("transmitterId") REFERENCES "transmitter"(id) DEFERRABLE INITIALLY DEFERRED
);
CREATE INDEX ON "soundWay" ("productionId");
CREATE INDEX ON "soundWay" ("sourceId");
CREATE INDEX ON "soundWay" ("cameraId");
CREATE INDEX ON "soundWay" ("recorderId");
CREATE INDEX ON "soundWay" ("transmitterId");

CREATE TABLE "soundHeard" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "loggedAt" timestamptz NOT NULL DEFAULT now(),
  "loggedBy" text NOT NULL DEFAULT '',
  "loggedById" uuid,
  "wayId" uuid NOT NULL,
  "heard" boolean NOT NULL,
  "heardAt" timestamptz NOT NULL,
  "deviceAt" timestamptz,
  FOREIGN KEY ("wayId") REFERENCES "soundWay"(id) DEFERRABLE INITIALLY DEFERRED
);
CREATE INDEX ON "soundHeard" ("productionId");
CREATE INDEX ON "soundHeard" ("wayId");
CREATE TRIGGER only_added BEFORE UPDATE OR DELETE ON "soundHeard" FOR EACH ROW EXECUTE FUNCTION refuse_ledger_change();
CREATE TRIGGER never_emptied BEFORE TRUNCATE ON "soundHeard" FOR EACH STATEMENT EXECUTE FUNCTION refuse_ledger_change();
ALTER TABLE "camera" ADD COLUMN "soundInputs" integer NOT NULL DEFAULT 2;
`
