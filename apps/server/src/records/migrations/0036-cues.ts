/** Cues and how they came, what is read aloud, and what each camera of a moment shows. */
export const cues = `
CREATE TABLE "cue" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "momentId" uuid,
  "shotId" uuid,
  "name" text NOT NULL,
  "personId" uuid,
  "onWords" text NOT NULL,
  "atS" integer,
  "afterId" uuid,
  "afterS" integer NOT NULL,
  "cameraId" uuid,
  "sourceId" uuid,
  "gone" boolean NOT NULL,
  "rank" text NOT NULL,
  FOREIGN KEY ("momentId") REFERENCES "moment"(id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY ("shotId") REFERENCES "shot"(id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY ("personId") REFERENCES "person"(id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY ("afterId") REFERENCES "cue"(id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY ("cameraId") REFERENCES "camera"(id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY ("sourceId") REFERENCES "soundSource"(id) DEFERRABLE INITIALLY DEFERRED
);
CREATE INDEX ON "cue" ("productionId");
CREATE INDEX ON "cue" ("momentId");
CREATE INDEX ON "cue" ("shotId");
CREATE INDEX ON "cue" ("personId");
CREATE INDEX ON "cue" ("afterId");
CREATE INDEX ON "cue" ("cameraId");
CREATE INDEX ON "cue" ("sourceId");

CREATE TABLE "rehearsal" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "loggedAt" timestamptz NOT NULL DEFAULT now(),
  "loggedBy" text NOT NULL DEFAULT '',
  "loggedById" uuid,
  "momentId" uuid,
  "shotId" uuid,
  "beganAt" timestamptz NOT NULL,
  "deviceAt" timestamptz,
  FOREIGN KEY ("momentId") REFERENCES "moment"(id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY ("shotId") REFERENCES "shot"(id) DEFERRABLE INITIALLY DEFERRED
);
CREATE INDEX ON "rehearsal" ("productionId");
CREATE INDEX ON "rehearsal" ("momentId");
CREATE INDEX ON "rehearsal" ("shotId");
CREATE TRIGGER only_added BEFORE UPDATE OR DELETE ON "rehearsal" FOR EACH ROW EXECUTE FUNCTION refuse_ledger_change();
CREATE TRIGGER never_emptied BEFORE TRUNCATE ON "rehearsal" FOR EACH STATEMENT EXECUTE FUNCTION refuse_ledger_change();

CREATE TABLE "cueRun" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "loggedAt" timestamptz NOT NULL DEFAULT now(),
  "loggedBy" text NOT NULL DEFAULT '',
  "loggedById" uuid,
  "cueId" uuid NOT NULL,
  "rehearsalId" uuid NOT NULL,
  "came" text NOT NULL,
  "byS" double precision,
  "why" text NOT NULL,
  "ranAt" timestamptz NOT NULL,
  "deviceAt" timestamptz,
  FOREIGN KEY ("cueId") REFERENCES "cue"(id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY ("rehearsalId") REFERENCES "rehearsal"(id) DEFERRABLE INITIALLY DEFERRED
);
CREATE INDEX ON "cueRun" ("productionId");
CREATE INDEX ON "cueRun" ("cueId");
CREATE INDEX ON "cueRun" ("rehearsalId");
CREATE TRIGGER only_added BEFORE UPDATE OR DELETE ON "cueRun" FOR EACH ROW EXECUTE FUNCTION refuse_ledger_change();
CREATE TRIGGER never_emptied BEFORE TRUNCATE ON "cueRun" FOR EACH STATEMENT EXECUTE FUNCTION refuse_ledger_change();

CREATE TABLE "prompt" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "name" text NOT NULL,
  "personId" uuid,
  "words" text NOT NULL,
  "rank" text NOT NULL,
  FOREIGN KEY ("personId") REFERENCES "person"(id) DEFERRABLE INITIALLY DEFERRED
);
CREATE INDEX ON "prompt" ("productionId");
CREATE INDEX ON "prompt" ("personId");

CREATE TABLE "promptRead" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "loggedAt" timestamptz NOT NULL DEFAULT now(),
  "loggedBy" text NOT NULL DEFAULT '',
  "loggedById" uuid,
  "promptId" uuid NOT NULL,
  "personId" uuid,
  "words" integer NOT NULL,
  "tookS" double precision NOT NULL,
  "readAt" timestamptz NOT NULL,
  "deviceAt" timestamptz,
  FOREIGN KEY ("promptId") REFERENCES "prompt"(id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY ("personId") REFERENCES "person"(id) DEFERRABLE INITIALLY DEFERRED
);
CREATE INDEX ON "promptRead" ("productionId");
CREATE INDEX ON "promptRead" ("promptId");
CREATE INDEX ON "promptRead" ("personId");
CREATE TRIGGER only_added BEFORE UPDATE OR DELETE ON "promptRead" FOR EACH ROW EXECUTE FUNCTION refuse_ledger_change();
CREATE TRIGGER never_emptied BEFORE TRUNCATE ON "promptRead" FOR EACH STATEMENT EXECUTE FUNCTION refuse_ledger_change();

CREATE TABLE "promptIssue" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "loggedAt" timestamptz NOT NULL DEFAULT now(),
  "loggedBy" text NOT NULL DEFAULT '',
  "loggedById" uuid,
  "promptId" uuid NOT NULL,
  "words" text NOT NULL,
  "issuedAt" timestamptz NOT NULL,
  "deviceAt" timestamptz,
  FOREIGN KEY ("promptId") REFERENCES "prompt"(id) DEFERRABLE INITIALLY DEFERRED
);
CREATE INDEX ON "promptIssue" ("productionId");
CREATE INDEX ON "promptIssue" ("promptId");
CREATE TRIGGER only_added BEFORE UPDATE OR DELETE ON "promptIssue" FOR EACH ROW EXECUTE FUNCTION refuse_ledger_change();
CREATE TRIGGER never_emptied BEFORE TRUNCATE ON "promptIssue" FOR EACH STATEMENT EXECUTE FUNCTION refuse_ledger_change();

ALTER TABLE "momentCamera" ADD COLUMN "shows" text NOT NULL DEFAULT '';
`
