/** Who does what beside whom, what people cost, tides, and setups that stay up. */
export const unitsRatesTides = `
CREATE TABLE "tide" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "placeId" uuid NOT NULL,
  "date" text NOT NULL,
  "atMin" double precision NOT NULL,
  "type" text NOT NULL,
  "heightM" double precision,
  FOREIGN KEY ("placeId") REFERENCES "place"(id) DEFERRABLE INITIALLY DEFERRED
);
CREATE INDEX ON "tide" ("productionId");
CREATE INDEX ON "tide" ("placeId");

ALTER TABLE "setup" ADD COLUMN "staysUp" boolean NOT NULL DEFAULT false;
ALTER TABLE "orderItem" ADD COLUMN "unitId" uuid REFERENCES "unit"(id) DEFERRABLE INITIALLY DEFERRED;
CREATE INDEX ON "orderItem" ("unitId");
ALTER TABLE "place" ADD COLUMN "settleMin" double precision NOT NULL DEFAULT 0;
ALTER TABLE "person" ADD COLUMN "rateMinor" integer NOT NULL DEFAULT 0;
ALTER TABLE "person" ADD COLUMN "rateFor" text NOT NULL DEFAULT 'day';
ALTER TABLE "person" ADD COLUMN "rateMin" double precision NOT NULL DEFAULT 600;
ALTER TABLE "person" ADD COLUMN "overtimePct" double precision NOT NULL DEFAULT 150;
ALTER TABLE "person" ADD COLUMN "terms" text NOT NULL DEFAULT '';
ALTER TABLE "person" ADD COLUMN "standInForId" uuid REFERENCES "person"(id) DEFERRABLE INITIALLY DEFERRED;
CREATE INDEX ON "person" ("standInForId");
ALTER TABLE "production" ADD COLUMN "channels" text NOT NULL DEFAULT '';
ALTER TABLE "shot" ADD COLUMN "tideMin" double precision NOT NULL DEFAULT 45;
`
