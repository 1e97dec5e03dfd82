/**
 * What every device recorded by itself, cards that go in and out, units, what puts an entry of the log right, and shots
 * that are done with otherwise.
 */
export const runs = `
CREATE TABLE "unit" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "name" text NOT NULL
);
CREATE INDEX ON "unit" ("productionId");

CREATE TABLE "run" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "loggedAt" timestamptz NOT NULL DEFAULT now(),
  "loggedBy" text NOT NULL DEFAULT '',
  "loggedById" uuid,
  "dayId" uuid NOT NULL,
  "unitId" uuid,
  "takeId" uuid,
  "cameraId" uuid,
  "recorderId" uuid,
  "cardId" uuid,
  "startTimecode" text NOT NULL,
  "rateNum" integer NOT NULL,
  "rateDen" integer NOT NULL,
  "dropFrame" boolean NOT NULL,
  "startedAt" timestamptz NOT NULL,
  "how" text NOT NULL,
  "stays" boolean NOT NULL,
  "deviceAt" timestamptz,
  FOREIGN KEY ("dayId") REFERENCES "day"(id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY ("unitId") REFERENCES "unit"(id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY ("takeId") REFERENCES "take"(id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY ("cameraId") REFERENCES "camera"(id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY ("recorderId") REFERENCES "recorder"(id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY ("cardId") REFERENCES "card"(id) DEFERRABLE INITIALLY DEFERRED
);
CREATE INDEX ON "run" ("productionId");
CREATE INDEX ON "run" ("dayId");
CREATE INDEX ON "run" ("unitId");
CREATE INDEX ON "run" ("takeId");
CREATE INDEX ON "run" ("cameraId");
CREATE INDEX ON "run" ("recorderId");
CREATE INDEX ON "run" ("cardId");
CREATE TRIGGER only_added BEFORE UPDATE OR DELETE ON "run" FOR EACH ROW EXECUTE FUNCTION refuse_ledger_change();
CREATE TRIGGER never_emptied BEFORE TRUNCATE ON "run" FOR EACH STATEMENT EXECUTE FUNCTION refuse_ledger_change();

CREATE TABLE "runStop" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "loggedAt" timestamptz NOT NULL DEFAULT now(),
  "loggedBy" text NOT NULL DEFAULT '',
  "loggedById" uuid,
  "runId" uuid NOT NULL,
  "timecode" text NOT NULL,
  "how" text NOT NULL,
  "happenedAt" timestamptz NOT NULL,
  "deviceAt" timestamptz,
  FOREIGN KEY ("runId") REFERENCES "run"(id) DEFERRABLE INITIALLY DEFERRED
);
CREATE INDEX ON "runStop" ("productionId");
CREATE INDEX ON "runStop" ("runId");
CREATE TRIGGER only_added BEFORE UPDATE OR DELETE ON "runStop" FOR EACH ROW EXECUTE FUNCTION refuse_ledger_change();
CREATE TRIGGER never_emptied BEFORE TRUNCATE ON "runStop" FOR EACH STATEMENT EXECUTE FUNCTION refuse_ledger_change();

CREATE TABLE "correction" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "loggedAt" timestamptz NOT NULL DEFAULT now(),
  "loggedBy" text NOT NULL DEFAULT '',
  "loggedById" uuid,
  "takeId" uuid,
  "runId" uuid,
  "eventId" uuid,
  "reslates" boolean NOT NULL,
  "slate" text NOT NULL,
  "number" integer NOT NULL,
  "orderItemId" uuid,
  "shotIds" jsonb NOT NULL,
  "startTimecode" text NOT NULL,
  "startedAt" timestamptz,
  "stopTimecode" text NOT NULL,
  "stoppedAt" timestamptz,
  "cardId" uuid,
  "text" text NOT NULL,
  "strikes" text NOT NULL,
  "reason" text NOT NULL,
  "happenedAt" timestamptz NOT NULL,
  "deviceAt" timestamptz,
  FOREIGN KEY ("takeId") REFERENCES "take"(id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY ("runId") REFERENCES "run"(id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY ("eventId") REFERENCES "takeEvent"(id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY ("orderItemId") REFERENCES "orderItem"(id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY ("cardId") REFERENCES "card"(id) DEFERRABLE INITIALLY DEFERRED
);
CREATE INDEX ON "correction" ("productionId");
CREATE INDEX ON "correction" ("takeId");
CREATE INDEX ON "correction" ("runId");
CREATE INDEX ON "correction" ("eventId");
CREATE INDEX ON "correction" ("orderItemId");
CREATE INDEX ON "correction" ("cardId");
CREATE TRIGGER only_added BEFORE UPDATE OR DELETE ON "correction" FOR EACH ROW EXECUTE FUNCTION refuse_ledger_change();
CREATE TRIGGER never_emptied BEFORE TRUNCATE ON "correction" FOR EACH STATEMENT EXECUTE FUNCTION refuse_ledger_change();

CREATE TABLE "cardMove" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "loggedAt" timestamptz NOT NULL DEFAULT now(),
  "loggedBy" text NOT NULL DEFAULT '',
  "loggedById" uuid,
  "cardId" uuid NOT NULL,
  "cameraId" uuid,
  "recorderId" uuid,
  "type" text NOT NULL,
  "happenedAt" timestamptz NOT NULL,
  "deviceAt" timestamptz,
  FOREIGN KEY ("cardId") REFERENCES "card"(id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY ("cameraId") REFERENCES "camera"(id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY ("recorderId") REFERENCES "recorder"(id) DEFERRABLE INITIALLY DEFERRED
);
CREATE INDEX ON "cardMove" ("productionId");
CREATE INDEX ON "cardMove" ("cardId");
CREATE INDEX ON "cardMove" ("cameraId");
CREATE INDEX ON "cardMove" ("recorderId");
CREATE TRIGGER only_added BEFORE UPDATE OR DELETE ON "cardMove" FOR EACH ROW EXECUTE FUNCTION refuse_ledger_change();
CREATE TRIGGER never_emptied BEFORE TRUNCATE ON "cardMove" FOR EACH STATEMENT EXECUTE FUNCTION refuse_ledger_change();

CREATE TABLE "shotMark" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "loggedAt" timestamptz NOT NULL DEFAULT now(),
  "loggedBy" text NOT NULL DEFAULT '',
  "loggedById" uuid,
  "dayId" uuid NOT NULL,
  "shotId" uuid NOT NULL,
  "type" text NOT NULL,
  "reason" text NOT NULL,
  "happenedAt" timestamptz NOT NULL,
  "deviceAt" timestamptz,
  FOREIGN KEY ("dayId") REFERENCES "day"(id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY ("shotId") REFERENCES "shot"(id) DEFERRABLE INITIALLY DEFERRED
);
CREATE INDEX ON "shotMark" ("productionId");
CREATE INDEX ON "shotMark" ("dayId");
CREATE INDEX ON "shotMark" ("shotId");
CREATE TRIGGER only_added BEFORE UPDATE OR DELETE ON "shotMark" FOR EACH ROW EXECUTE FUNCTION refuse_ledger_change();
CREATE TRIGGER never_emptied BEFORE TRUNCATE ON "shotMark" FOR EACH STATEMENT EXECUTE FUNCTION refuse_ledger_change();

ALTER TABLE "take" ADD COLUMN "unitId" uuid REFERENCES "unit"(id) DEFERRABLE INITIALLY DEFERRED;
ALTER TABLE "take" ADD COLUMN "spotId" uuid REFERENCES "spot"(id) DEFERRABLE INITIALLY DEFERRED;
CREATE INDEX ON "take" ("unitId");
CREATE INDEX ON "take" ("spotId");
ALTER TABLE "production" ADD COLUMN "slateLetters" text NOT NULL DEFAULT 'no I and O';
ALTER TABLE "card" ADD COLUMN "medium" text NOT NULL DEFAULT '';
ALTER TABLE "copyRun" ADD COLUMN "cardMedium" text NOT NULL DEFAULT '';
`
