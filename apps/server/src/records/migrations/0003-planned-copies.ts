/** Copies that somebody means to make, before anything is copied. */
export const plannedCopies = `
CREATE TABLE "plannedCopy" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "cardId" uuid NOT NULL,
  "driveId" uuid NOT NULL,
  FOREIGN KEY ("cardId") REFERENCES "card"(id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY ("driveId") REFERENCES "drive"(id) DEFERRABLE INITIALLY DEFERRED
);
CREATE INDEX ON "plannedCopy" ("productionId");
CREATE INDEX ON "plannedCopy" ("cardId");
CREATE INDEX ON "plannedCopy" ("driveId");
`
