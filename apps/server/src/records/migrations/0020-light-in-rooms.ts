/** Cloths, flags, boards and blacks of setups, what rooms send back, and what a mark is wanted to be. */
export const lightInRooms = `
CREATE TABLE "panel" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "setupId" uuid NOT NULL,
  "name" text NOT NULL,
  "type" text NOT NULL,
  "widthM" double precision NOT NULL,
  "tallM" double precision NOT NULL,
  "xM" double precision NOT NULL,
  "yM" double precision NOT NULL,
  "heightM" double precision NOT NULL,
  "bearingDeg" double precision NOT NULL,
  "tiltDeg" double precision NOT NULL,
  "lossStops" double precision NOT NULL,
  "backPct" double precision NOT NULL,
  FOREIGN KEY ("setupId") REFERENCES "setup"(id) DEFERRABLE INITIALLY DEFERRED
);
CREATE INDEX ON "panel" ("productionId");
CREATE INDEX ON "panel" ("setupId");

ALTER TABLE "spot" ADD COLUMN "wallPct" double precision NOT NULL DEFAULT 50;
ALTER TABLE "spot" ADD COLUMN "ceilingPct" double precision NOT NULL DEFAULT 70;
ALTER TABLE "spot" ADD COLUMN "floorPct" double precision NOT NULL DEFAULT 20;
ALTER TABLE "mark" ADD COLUMN "wantStops" double precision NOT NULL DEFAULT 0;
ALTER TABLE "mark" ADD COLUMN "judged" boolean NOT NULL DEFAULT true;
`
