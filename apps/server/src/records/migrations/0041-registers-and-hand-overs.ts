/** Registers of media and kit in depth, hand-overs of cards and by both, copies of copies, and jobs that wait for something. */
export const registersAndHandOvers = `
CREATE TABLE "cardReader" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "name" text NOT NULL,
  "serial" text NOT NULL,
  "readMBps" double precision,
  "cards" double precision NOT NULL
);
CREATE INDEX ON "cardReader" ("productionId");

CREATE TABLE "custodyYes" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "loggedAt" timestamptz NOT NULL DEFAULT now(),
  "loggedBy" text NOT NULL DEFAULT '',
  "loggedById" uuid,
  "custodyId" uuid NOT NULL,
  "says" text NOT NULL,
  "happenedAt" timestamptz NOT NULL,
  "deviceAt" timestamptz,
  FOREIGN KEY ("custodyId") REFERENCES "custody"(id) DEFERRABLE INITIALLY DEFERRED
);
CREATE INDEX ON "custodyYes" ("productionId");
CREATE INDEX ON "custodyYes" ("custodyId");
CREATE TRIGGER only_added BEFORE UPDATE OR DELETE ON "custodyYes" FOR EACH ROW EXECUTE FUNCTION refuse_ledger_change();
CREATE TRIGGER never_emptied BEFORE TRUNCATE ON "custodyYes" FOR EACH STATEMENT EXECUTE FUNCTION refuse_ledger_change();

ALTER TABLE "custody" ALTER COLUMN "driveId" DROP NOT NULL;
ALTER TABLE "custody" ADD COLUMN "cardId" uuid REFERENCES "card"(id) DEFERRABLE INITIALLY DEFERRED;
CREATE INDEX ON "custody" ("cardId");
ALTER TABLE "copyRun" ADD COLUMN "fromDriveId" uuid REFERENCES "drive"(id) DEFERRABLE INITIALLY DEFERRED;
CREATE INDEX ON "copyRun" ("fromDriveId");
ALTER TABLE "card" ADD COLUMN "serial" text NOT NULL DEFAULT '';
ALTER TABLE "card" ADD COLUMN "readMBps" double precision;
ALTER TABLE "drive" ADD COLUMN "serial" text NOT NULL DEFAULT '';
ALTER TABLE "drive" ADD COLUMN "readMBps" double precision;
ALTER TABLE "drive" ADD COLUMN "writeMBps" double precision;
ALTER TABLE "production" ADD COLUMN "hashName" text NOT NULL DEFAULT 'xxh64';
ALTER TABLE "production" ADD COLUMN "handOvers" text NOT NULL DEFAULT 'said';
ALTER TABLE "kitItem" ADD COLUMN "borrowed" integer NOT NULL DEFAULT 0;
ALTER TABLE "kitItem" ADD COLUMN "serial" text NOT NULL DEFAULT '';
ALTER TABLE "kitItem" ADD COLUMN "from" text NOT NULL DEFAULT '';
ALTER TABLE "kitItem" ADD COLUMN "outOn" text;
ALTER TABLE "kitItem" ADD COLUMN "backOn" text;
ALTER TABLE "kitItem" ADD COLUMN "returnedOn" text;
ALTER TABLE "kitItem" ADD COLUMN "dayRateMinor" integer NOT NULL DEFAULT 0;
ALTER TABLE "kitItem" ADD COLUMN "valueMinor" integer NOT NULL DEFAULT 0;
ALTER TABLE "kitItem" ADD COLUMN "insurance" text NOT NULL DEFAULT '';
ALTER TABLE "kitItem" ADD COLUMN "state" text NOT NULL DEFAULT 'fine';
ALTER TABLE "kitItem" ADD COLUMN "carriesKg" double precision;
ALTER TABLE "kitItem" ADD COLUMN "ridesCamera" boolean NOT NULL DEFAULT false;
ALTER TABLE job ADD COLUMN "notBefore" timestamptz;
`
