/** Phases of moments and who is heard in them, ways of pictures and their delays, pictures of faults and displays, what is used up. */
export const phasesAndSignals = `
CREATE TABLE "momentPhase" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "momentId" uuid NOT NULL,
  "name" text NOT NULL,
  "fromS" integer NOT NULL,
  "pictures" integer,
  "sounds" integer,
  "speakerIds" jsonb NOT NULL,
  FOREIGN KEY ("momentId") REFERENCES "moment"(id) DEFERRABLE INITIALLY DEFERRED
);
CREATE INDEX ON "momentPhase" ("productionId");
CREATE INDEX ON "momentPhase" ("momentId");

CREATE TABLE "signalDevice" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "name" text NOT NULL,
  "is" text NOT NULL,
  "pictureInputs" integer NOT NULL,
  "soundInputs" integer NOT NULL,
  "delayMs" double precision NOT NULL,
  "rank" text NOT NULL
);
CREATE INDEX ON "signalDevice" ("productionId");

CREATE TABLE "pictureWay" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "cameraId" uuid,
  "fromDeviceId" uuid,
  "intoDeviceId" uuid NOT NULL,
  "input" integer NOT NULL,
  "transmitterId" uuid,
  "delayMs" double precision NOT NULL,
  FOREIGN KEY ("cameraId") REFERENCES "camera"(id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY ("fromDeviceId") REFERENCES "signalDevice"(id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY ("intoDeviceId") REFERENCES "signalDevice"(id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY ("transmitterId") REFERENCES "transmitter"(id) DEFERRABLE INITIALLY DEFERRED
);
CREATE INDEX ON "pictureWay" ("productionId");
CREATE INDEX ON "pictureWay" ("cameraId");
CREATE INDEX ON "pictureWay" ("fromDeviceId");
CREATE INDEX ON "pictureWay" ("intoDeviceId");
CREATE INDEX ON "pictureWay" ("transmitterId");

ALTER TABLE "moment" ADD COLUMN "sounds" integer;
ALTER TABLE "moment" ADD COLUMN "speakerIds" jsonb NOT NULL DEFAULT '[]';
ALTER TABLE "momentCamera" ADD COLUMN "circuitId" uuid REFERENCES "circuit"(id) DEFERRABLE INITIALLY DEFERRED;
CREATE INDEX ON "momentCamera" ("circuitId");
ALTER TABLE "picture" ADD COLUMN "faultId" uuid REFERENCES "fault"(id) DEFERRABLE INITIALLY DEFERRED;
CREATE INDEX ON "picture" ("faultId");
ALTER TABLE "clockLook" ADD COLUMN "pictureId" uuid REFERENCES "picture"(id) DEFERRABLE INITIALLY DEFERRED;
CREATE INDEX ON "clockLook" ("pictureId");
ALTER TABLE "soundWay" ADD COLUMN "signalDeviceId" uuid REFERENCES "signalDevice"(id) DEFERRABLE INITIALLY DEFERRED;
CREATE INDEX ON "soundWay" ("signalDeviceId");
ALTER TABLE "soundWay" ADD COLUMN "delayMs" double precision NOT NULL DEFAULT 0;
ALTER TABLE "kitItem" ADD COLUMN "perDay" double precision;
ALTER TABLE "card" ADD COLUMN "valueMinor" integer NOT NULL DEFAULT 0;
ALTER TABLE "drive" ADD COLUMN "valueMinor" integer NOT NULL DEFAULT 0;
`
