/** What is to be done before the first take of a setup. */
export const steps = `
ALTER TABLE "setup" ADD COLUMN "steps" text NOT NULL DEFAULT '';

CREATE TABLE "stepDone" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "loggedAt" timestamptz NOT NULL DEFAULT now(),
  "loggedBy" text NOT NULL DEFAULT '',
  "loggedById" uuid,
  "setupId" uuid NOT NULL,
  "dayId" uuid NOT NULL,
  "step" text NOT NULL,
  "done" boolean NOT NULL,
  "happenedAt" timestamptz NOT NULL,
  "deviceAt" timestamptz,
  FOREIGN KEY ("setupId") REFERENCES "setup"(id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY ("dayId") REFERENCES "day"(id) DEFERRABLE INITIALLY DEFERRED
);
CREATE INDEX ON "stepDone" ("productionId");
CREATE INDEX ON "stepDone" ("setupId");
CREATE INDEX ON "stepDone" ("dayId");
CREATE TRIGGER only_added BEFORE UPDATE OR DELETE ON "stepDone" FOR EACH ROW EXECUTE FUNCTION refuse_ledger_change();
CREATE TRIGGER never_emptied BEFORE TRUNCATE ON "stepDone" FOR EACH STATEMENT EXECUTE FUNCTION refuse_ledger_change();
`
