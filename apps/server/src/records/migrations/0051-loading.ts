/** When vehicles were unloaded and loaded at a place. */
export const loading = `
CREATE TABLE "loading" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "loggedAt" timestamptz NOT NULL DEFAULT now(),
  "loggedBy" text NOT NULL DEFAULT '',
  "loggedById" uuid,
  "dayId" uuid NOT NULL,
  "placeId" uuid NOT NULL,
  "way" text NOT NULL,
  "state" text NOT NULL,
  "happenedAt" timestamptz NOT NULL,
  "deviceAt" timestamptz,
  FOREIGN KEY ("dayId") REFERENCES "day"(id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY ("placeId") REFERENCES "place"(id) DEFERRABLE INITIALLY DEFERRED
);
CREATE INDEX ON "loading" ("productionId");
CREATE INDEX ON "loading" ("dayId");
CREATE INDEX ON "loading" ("placeId");
CREATE TRIGGER only_added BEFORE UPDATE OR DELETE ON "loading" FOR EACH ROW EXECUTE FUNCTION refuse_ledger_change();
CREATE TRIGGER never_emptied BEFORE TRUNCATE ON "loading" FOR EACH STATEMENT EXECUTE FUNCTION refuse_ledger_change();
`
