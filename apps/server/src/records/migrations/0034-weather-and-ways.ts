/** Cover sets and weather days, ways between places, and what is wished of an order. */
export const weatherAndWays = `
CREATE TABLE "journey" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "fromPlaceId" uuid NOT NULL,
  "toPlaceId" uuid NOT NULL,
  "minutes" double precision NOT NULL,
  "note" text NOT NULL,
  FOREIGN KEY ("fromPlaceId") REFERENCES "place"(id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY ("toPlaceId") REFERENCES "place"(id) DEFERRABLE INITIALLY DEFERRED
);
CREATE INDEX ON "journey" ("productionId");
CREATE INDEX ON "journey" ("fromPlaceId");
CREATE INDEX ON "journey" ("toPlaceId");

ALTER TABLE "orderItem" ADD COLUMN "standsBy" boolean NOT NULL DEFAULT false;
ALTER TABLE "day" ADD COLUMN "weatherDayOf" uuid REFERENCES "day"(id) DEFERRABLE INITIALLY DEFERRED;
CREATE INDEX ON "day" ("weatherDayOf");
ALTER TABLE "place" ADD COLUMN "loadInMin" double precision NOT NULL DEFAULT 0;
ALTER TABLE "place" ADD COLUMN "loadOutMin" double precision NOT NULL DEFAULT 0;
ALTER TABLE "person" ADD COLUMN "diet" text NOT NULL DEFAULT '';
ALTER TABLE "person" ADD COLUMN "travel" text NOT NULL DEFAULT '';
ALTER TABLE "shot" ADD COLUMN "hard" boolean NOT NULL DEFAULT false;
ALTER TABLE "production" ADD COLUMN "waitWeight" double precision NOT NULL DEFAULT 0;
ALTER TABLE "production" ADD COLUMN "changeWeight" double precision NOT NULL DEFAULT 0;
ALTER TABLE "production" ADD COLUMN "freshWeight" double precision NOT NULL DEFAULT 0;
ALTER TABLE "production" ADD COLUMN "driveKmh" double precision NOT NULL DEFAULT 40;
`
