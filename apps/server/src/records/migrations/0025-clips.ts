/** What files on cards say of themselves, and who has looked. */
export const clips = `
ALTER TABLE "copyRun" ADD COLUMN "reading" text NOT NULL DEFAULT '';

CREATE TABLE "clip" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "loggedAt" timestamptz NOT NULL DEFAULT now(),
  "loggedBy" text NOT NULL DEFAULT '',
  "loggedById" uuid,
  "cardId" uuid NOT NULL,
  "reading" text NOT NULL,
  "path" text NOT NULL,
  "bytes" double precision NOT NULL,
  "holds" text NOT NULL,
  "startTimecode" text NOT NULL,
  "rateNum" integer NOT NULL,
  "rateDen" integer NOT NULL,
  "dropFrame" boolean NOT NULL,
  "seconds" double precision,
  "modifiedAt" timestamptz NOT NULL,
  FOREIGN KEY ("cardId") REFERENCES "card"(id) DEFERRABLE INITIALLY DEFERRED
);
CREATE INDEX ON "clip" ("productionId");
CREATE INDEX ON "clip" ("cardId");
CREATE TRIGGER only_added BEFORE UPDATE OR DELETE ON "clip" FOR EACH ROW EXECUTE FUNCTION refuse_ledger_change();
CREATE TRIGGER never_emptied BEFORE TRUNCATE ON "clip" FOR EACH STATEMENT EXECUTE FUNCTION refuse_ledger_change();

CREATE TABLE "cardLook" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "loggedAt" timestamptz NOT NULL DEFAULT now(),
  "loggedBy" text NOT NULL DEFAULT '',
  "loggedById" uuid,
  "cardId" uuid NOT NULL,
  "reading" text NOT NULL,
  "lookedAt" timestamptz NOT NULL,
  "deviceAt" timestamptz,
  FOREIGN KEY ("cardId") REFERENCES "card"(id) DEFERRABLE INITIALLY DEFERRED
);
CREATE INDEX ON "cardLook" ("productionId");
CREATE INDEX ON "cardLook" ("cardId");
CREATE TRIGGER only_added BEFORE UPDATE OR DELETE ON "cardLook" FOR EACH ROW EXECUTE FUNCTION refuse_ledger_change();
CREATE TRIGGER never_emptied BEFORE TRUNCATE ON "cardLook" FOR EACH STATEMENT EXECUTE FUNCTION refuse_ledger_change();
`
