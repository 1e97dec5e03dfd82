/** Machines and hubs that readers and drives hang on; in how many places copies have to be before a card may be wiped. */
export const hubs = `
CREATE TABLE "hub" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "name" text NOT NULL,
  "is" text NOT NULL,
  "serial" text NOT NULL,
  "passesMBps" double precision,
  "onId" uuid,
  FOREIGN KEY ("onId") REFERENCES "hub"(id) DEFERRABLE INITIALLY DEFERRED
);
CREATE INDEX ON "hub" ("productionId");
CREATE INDEX ON "hub" ("onId");
ALTER TABLE "drive" ADD COLUMN "hubId" uuid REFERENCES "hub"(id) DEFERRABLE INITIALLY DEFERRED;
CREATE INDEX ON "drive" ("hubId");
ALTER TABLE "cardReader" ADD COLUMN "hubId" uuid REFERENCES "hub"(id) DEFERRABLE INITIALLY DEFERRED;
CREATE INDEX ON "cardReader" ("hubId");
ALTER TABLE "production" ADD COLUMN "placesBeforeWipe" integer NOT NULL DEFAULT 0;
`
