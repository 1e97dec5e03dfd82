/** Moments that happen once: who keeps which camera running, and what became of it. */
export const moments = `
CREATE TABLE "moment" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "name" text NOT NULL,
  "shotIds" jsonb NOT NULL,
  "lastsS" integer NOT NULL,
  "coverFromS" integer NOT NULL,
  "pictures" integer
);
CREATE INDEX ON "moment" ("productionId");

CREATE TABLE "momentPlace" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "momentId" uuid NOT NULL,
  "name" text NOT NULL,
  FOREIGN KEY ("momentId") REFERENCES "moment"(id) DEFERRABLE INITIALLY DEFERRED
);
CREATE INDEX ON "momentPlace" ("productionId");
CREATE INDEX ON "momentPlace" ("momentId");

CREATE TABLE "momentWalk" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "momentId" uuid NOT NULL,
  "fromId" uuid NOT NULL,
  "toId" uuid NOT NULL,
  "walkS" integer NOT NULL,
  FOREIGN KEY ("momentId") REFERENCES "moment"(id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY ("fromId") REFERENCES "momentPlace"(id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY ("toId") REFERENCES "momentPlace"(id) DEFERRABLE INITIALLY DEFERRED
);
CREATE INDEX ON "momentWalk" ("productionId");
CREATE INDEX ON "momentWalk" ("momentId");
CREATE INDEX ON "momentWalk" ("fromId");
CREATE INDEX ON "momentWalk" ("toId");

CREATE TABLE "momentCamera" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "momentId" uuid NOT NULL,
  "cameraId" uuid NOT NULL,
  "placeId" uuid NOT NULL,
  "isGood" boolean NOT NULL,
  "startS" integer NOT NULL,
  "runLimitMin" double precision,
  "cardMin" double precision NOT NULL,
  "cardFirstMin" double precision,
  "batteryMin" double precision NOT NULL,
  "batteryFirstMin" double precision,
  "restartS" integer NOT NULL,
  "cardSwapS" integer NOT NULL,
  "batterySwapS" integer NOT NULL,
  FOREIGN KEY ("momentId") REFERENCES "moment"(id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY ("cameraId") REFERENCES "camera"(id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY ("placeId") REFERENCES "momentPlace"(id) DEFERRABLE INITIALLY DEFERRED
);
CREATE INDEX ON "momentCamera" ("productionId");
CREATE INDEX ON "momentCamera" ("momentId");
CREATE INDEX ON "momentCamera" ("cameraId");
CREATE INDEX ON "momentCamera" ("placeId");

CREATE TABLE "momentHand" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "momentId" uuid NOT NULL,
  "personId" uuid NOT NULL,
  "placeId" uuid NOT NULL,
  "posts" jsonb NOT NULL,
  FOREIGN KEY ("momentId") REFERENCES "moment"(id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY ("personId") REFERENCES "person"(id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY ("placeId") REFERENCES "momentPlace"(id) DEFERRABLE INITIALLY DEFERRED
);
CREATE INDEX ON "momentHand" ("productionId");
CREATE INDEX ON "momentHand" ("momentId");
CREATE INDEX ON "momentHand" ("personId");
CREATE INDEX ON "momentHand" ("placeId");

CREATE TABLE "momentEvent" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "loggedAt" timestamptz NOT NULL DEFAULT now(),
  "loggedBy" text NOT NULL DEFAULT '',
  "loggedById" uuid,
  "momentId" uuid NOT NULL,
  "type" text NOT NULL,
  "momentCameraId" uuid,
  "handId" uuid,
  "happenedAt" timestamptz NOT NULL,
  "deviceAt" timestamptz,
  FOREIGN KEY ("momentId") REFERENCES "moment"(id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY ("momentCameraId") REFERENCES "momentCamera"(id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY ("handId") REFERENCES "momentHand"(id) DEFERRABLE INITIALLY DEFERRED
);
CREATE INDEX ON "momentEvent" ("productionId");
CREATE INDEX ON "momentEvent" ("momentId");
CREATE INDEX ON "momentEvent" ("momentCameraId");
CREATE INDEX ON "momentEvent" ("handId");
CREATE TRIGGER only_added BEFORE UPDATE OR DELETE ON "momentEvent" FOR EACH ROW EXECUTE FUNCTION refuse_ledger_change();
CREATE TRIGGER never_emptied BEFORE TRUNCATE ON "momentEvent" FOR EACH STATEMENT EXECUTE FUNCTION refuse_ledger_change();
`
