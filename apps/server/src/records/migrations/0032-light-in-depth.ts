/** Rooms, lamps and marks in depth: surfaces wall by wall, doors that stand open, fittings, own lamps, cues, meter and what else draws current. */
export const lightInDepth = `
CREATE TABLE "ownLamp" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "name" text NOT NULL,
  "luxAt1m" double precision NOT NULL,
  "beamDeg" double precision NOT NULL,
  "fieldDeg" double precision,
  "watts" double precision NOT NULL,
  "warmK" double precision NOT NULL,
  "coldK" double precision NOT NULL,
  "weightKg" double precision NOT NULL,
  "faceWidthM" double precision NOT NULL,
  "faceTallM" double precision NOT NULL,
  "batteryWh" double precision,
  "hot" boolean NOT NULL,
  "candelas" jsonb,
  "note" text NOT NULL
);
CREATE INDEX ON "ownLamp" ("productionId");

CREATE TABLE "load" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "setupId" uuid NOT NULL,
  "name" text NOT NULL,
  "watts" double precision NOT NULL,
  "circuitId" uuid,
  FOREIGN KEY ("setupId") REFERENCES "setup"(id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY ("circuitId") REFERENCES "circuit"(id) DEFERRABLE INITIALLY DEFERRED
);
CREATE INDEX ON "load" ("productionId");
CREATE INDEX ON "load" ("setupId");
CREATE INDEX ON "load" ("circuitId");

CREATE TABLE "lightCue" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "setupId" uuid NOT NULL,
  "name" text NOT NULL,
  "shotId" uuid,
  "personId" uuid,
  "levels" jsonb NOT NULL,
  "meant" boolean NOT NULL,
  "rank" text NOT NULL,
  FOREIGN KEY ("setupId") REFERENCES "setup"(id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY ("shotId") REFERENCES "shot"(id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY ("personId") REFERENCES "person"(id) DEFERRABLE INITIALLY DEFERRED
);
CREATE INDEX ON "lightCue" ("productionId");
CREATE INDEX ON "lightCue" ("setupId");
CREATE INDEX ON "lightCue" ("shotId");
CREATE INDEX ON "lightCue" ("personId");

CREATE TABLE "meterReading" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "setupId" uuid NOT NULL,
  "markId" uuid NOT NULL,
  "lampId" uuid,
  "lux" double precision NOT NULL,
  "predictedLux" double precision NOT NULL,
  "note" text NOT NULL,
  FOREIGN KEY ("setupId") REFERENCES "setup"(id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY ("markId") REFERENCES "mark"(id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY ("lampId") REFERENCES "lamp"(id) DEFERRABLE INITIALLY DEFERRED
);
CREATE INDEX ON "meterReading" ("productionId");
CREATE INDEX ON "meterReading" ("setupId");
CREATE INDEX ON "meterReading" ("markId");
CREATE INDEX ON "meterReading" ("lampId");

ALTER TABLE "spot" ADD COLUMN "wallsPct" jsonb NOT NULL DEFAULT '[]';
ALTER TABLE "fitting" ADD COLUMN "openPct" double precision NOT NULL DEFAULT 0;
ALTER TABLE "fitting" ADD COLUMN "curtainStops" double precision NOT NULL DEFAULT 0;
ALTER TABLE "fitting" ADD COLUMN "hiddenPct" double precision NOT NULL DEFAULT 0;
ALTER TABLE "setup" ADD COLUMN "gustFromDeg" double precision;
ALTER TABLE "setup" ADD COLUMN "hands" integer NOT NULL DEFAULT 2;
ALTER TABLE "setup" ADD COLUMN "planBOf" uuid REFERENCES "setup"(id) DEFERRABLE INITIALLY DEFERRED;
CREATE INDEX ON "setup" ("planBOf");
ALTER TABLE "setup" ADD COLUMN "ratioOf" text NOT NULL DEFAULT 'key to fill';
ALTER TABLE "lamp" ADD COLUMN "ownLampId" uuid REFERENCES "ownLamp"(id) DEFERRABLE INITIALLY DEFERRED;
CREATE INDEX ON "lamp" ("ownLampId");
ALTER TABLE "lamp" ADD COLUMN "fittings" jsonb NOT NULL DEFAULT '[]';
ALTER TABLE "lamp" ADD COLUMN "fieldDeg" double precision;
ALTER TABLE "lamp" ADD COLUMN "faceWidthM" double precision NOT NULL DEFAULT 0;
ALTER TABLE "lamp" ADD COLUMN "faceTallM" double precision NOT NULL DEFAULT 0;
ALTER TABLE "lamp" ADD COLUMN "bags" integer NOT NULL DEFAULT 0;
ALTER TABLE "lamp" ADD COLUMN "armM" double precision NOT NULL DEFAULT 0;
ALTER TABLE "lamp" ADD COLUMN "batteryWh" double precision;
ALTER TABLE "mark" ADD COLUMN "what" text NOT NULL DEFAULT 'standing';
ALTER TABLE "mark" ADD COLUMN "spectacles" boolean NOT NULL DEFAULT false;
`
