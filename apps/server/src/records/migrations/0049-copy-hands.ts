/** Who puts cards in on the evening of a day, and when they sleep. */
export const copyHands = `
CREATE TABLE "copyHand" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "dayId" uuid NOT NULL,
  "personId" uuid NOT NULL,
  "fromMin" double precision,
  "asleepFromMin" double precision,
  "asleepUntilMin" double precision,
  FOREIGN KEY ("dayId") REFERENCES "day"(id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY ("personId") REFERENCES "person"(id) DEFERRABLE INITIALLY DEFERRED
);
CREATE INDEX ON "copyHand" ("productionId");
CREATE INDEX ON "copyHand" ("dayId");
CREATE INDEX ON "copyHand" ("personId");
`
