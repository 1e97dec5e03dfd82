/** What a case measures and what a door lets through; which cameras a thing sits on; who changes batteries at night. */
export const doorsAndBuilds = `
ALTER TABLE "kitItem" ADD COLUMN "ridesWith" text NOT NULL DEFAULT '';
ALTER TABLE "kitCase" ADD COLUMN "longCm" double precision;
ALTER TABLE "kitCase" ADD COLUMN "wideCm" double precision;
ALTER TABLE "kitCase" ADD COLUMN "highCm" double precision;
ALTER TABLE "place" ADD COLUMN "doorWideCm" double precision;
ALTER TABLE "place" ADD COLUMN "doorHighCm" double precision;
ALTER TABLE "place" ADD COLUMN "rampKg" double precision;
ALTER TABLE "chargeNight" ADD COLUMN "personId" uuid REFERENCES person(id) DEFERRABLE INITIALLY DEFERRED;
CREATE INDEX ON "chargeNight" ("personId");
ALTER TABLE "charger" ADD COLUMN "circuitId" uuid REFERENCES circuit(id) DEFERRABLE INITIALLY DEFERRED;
CREATE INDEX ON "charger" ("circuitId");
`
