/** The record tables as the contract described them when the project began. Never edited: later changes are later migrations. */
export const recordTables = `
CREATE FUNCTION refuse_ledger_change() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  RAISE EXCEPTION 'ledger % is only added to', TG_TABLE_NAME USING ERRCODE = 'restrict_violation';
END $$;

CREATE TABLE "production" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "title" text NOT NULL,
  "client" text NOT NULL,
  "message" text NOT NULL,
  "feel" text NOT NULL,
  "units" text NOT NULL,
  "paper" text NOT NULL,
  "mainsHz" integer NOT NULL,
  "mainsVolts" double precision NOT NULL,
  "copiesBeforeWipe" integer NOT NULL,
  "checkedBeforeWipe" integer NOT NULL,
  "holdersBeforeWipe" integer NOT NULL,
  "cardSchool" text NOT NULL,
  "longestDayMin" double precision NOT NULL,
  "shortestRestMin" double precision NOT NULL,
  "mealEveryMin" double precision NOT NULL,
  "shutterSchool" text NOT NULL,
  "slateScheme" text NOT NULL,
  "circuitHeadroomPct" double precision NOT NULL,
  "onceOnlyPictures" integer NOT NULL,
  "onceOnlySounds" integer NOT NULL,
  "relightMin" double precision NOT NULL,
  "turnMin" double precision NOT NULL,
  "rigMin" double precision NOT NULL,
  "moveMin" double precision NOT NULL,
  "spotMoveMin" double precision NOT NULL,
  "wrapOutMin" double precision NOT NULL
);
CREATE INDEX ON "production" ("productionId");

CREATE TABLE "deliverable" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "name" text NOT NULL,
  "aspect" double precision NOT NULL,
  "rasterWidthPx" integer NOT NULL,
  "rasterHeightPx" integer NOT NULL,
  "rateNum" integer NOT NULL,
  "rateDen" integer NOT NULL,
  "dropFrame" boolean NOT NULL,
  "runningTimeS" integer NOT NULL
);
CREATE INDEX ON "deliverable" ("productionId");

CREATE TABLE "place" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "name" text NOT NULL,
  "address" text NOT NULL,
  "latitudeDeg" double precision NOT NULL,
  "longitudeDeg" double precision NOT NULL,
  "timeZone" text NOT NULL,
  "opensMin" double precision,
  "closesMin" double precision,
  "directions" text NOT NULL,
  "parking" text NOT NULL,
  "noise" text NOT NULL,
  "shelter" text NOT NULL,
  "hospital" text NOT NULL,
  "hazards" text NOT NULL
);
CREATE INDEX ON "place" ("productionId");

CREATE TABLE "circuit" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "placeId" uuid NOT NULL,
  "name" text NOT NULL,
  "ratingA" double precision NOT NULL,
  "otherLoadW" double precision NOT NULL,
  "otherLoadNote" text NOT NULL,
  FOREIGN KEY ("placeId") REFERENCES "place"(id) DEFERRABLE INITIALLY DEFERRED
);
CREATE INDEX ON "circuit" ("productionId");
CREATE INDEX ON "circuit" ("placeId");

CREATE TABLE "spot" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "placeId" uuid NOT NULL,
  "name" text NOT NULL,
  "widthM" double precision NOT NULL,
  "depthM" double precision NOT NULL,
  "heightM" double precision NOT NULL,
  "outdoors" boolean NOT NULL,
  "upBearingDeg" double precision NOT NULL,
  "note" text NOT NULL,
  FOREIGN KEY ("placeId") REFERENCES "place"(id) DEFERRABLE INITIALLY DEFERRED
);
CREATE INDEX ON "spot" ("productionId");
CREATE INDEX ON "spot" ("placeId");

CREATE TABLE "scene" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "number" text NOT NULL,
  "title" text NOT NULL,
  "note" text NOT NULL,
  "spotId" uuid,
  "rank" double precision NOT NULL,
  FOREIGN KEY ("spotId") REFERENCES "spot"(id) DEFERRABLE INITIALLY DEFERRED
);
CREATE INDEX ON "scene" ("productionId");
CREATE INDEX ON "scene" ("spotId");

CREATE TABLE "person" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "name" text NOT NULL,
  "role" text NOT NULL,
  "phone" text NOT NULL,
  "email" text NOT NULL,
  "needed" text NOT NULL,
  "leadMin" double precision NOT NULL,
  "note" text NOT NULL
);
CREATE INDEX ON "person" ("productionId");

CREATE TABLE "camera" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "letter" text NOT NULL,
  "name" text NOT NULL,
  "sensorWidthMm" double precision NOT NULL,
  "sensorHeightMm" double precision NOT NULL,
  "dataRateMbps" double precision NOT NULL,
  "nativeIso" integer NOT NULL,
  "mostIso" integer NOT NULL,
  "operatorId" uuid,
  FOREIGN KEY ("operatorId") REFERENCES "person"(id) DEFERRABLE INITIALLY DEFERRED
);
CREATE INDEX ON "camera" ("productionId");
CREATE INDEX ON "camera" ("operatorId");

CREATE TABLE "recorder" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "letter" text NOT NULL,
  "name" text NOT NULL,
  "tracks" integer NOT NULL
);
CREATE INDEX ON "recorder" ("productionId");

CREATE TABLE "day" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "title" text NOT NULL,
  "date" text NOT NULL,
  "placeId" uuid NOT NULL,
  "callMin" double precision NOT NULL,
  "outByMin" double precision,
  "note" text NOT NULL,
  "weather" text NOT NULL,
  FOREIGN KEY ("placeId") REFERENCES "place"(id) DEFERRABLE INITIALLY DEFERRED
);
CREATE INDEX ON "day" ("productionId");
CREATE INDEX ON "day" ("placeId");

CREATE TABLE "attendance" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "personId" uuid NOT NULL,
  "dayId" uuid NOT NULL,
  FOREIGN KEY ("personId") REFERENCES "person"(id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY ("dayId") REFERENCES "day"(id) DEFERRABLE INITIALLY DEFERRED
);
CREATE INDEX ON "attendance" ("productionId");
CREATE INDEX ON "attendance" ("personId");
CREATE INDEX ON "attendance" ("dayId");

CREATE TABLE "setup" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "letter" text NOT NULL,
  "name" text NOT NULL,
  "spotId" uuid NOT NULL,
  "parentId" uuid,
  "colour" integer NOT NULL,
  "buildMin" double precision NOT NULL,
  "ambientLux" double precision NOT NULL,
  "ratioLeast" double precision,
  "ratioMost" double precision,
  "cautions" jsonb NOT NULL,
  "note" text NOT NULL,
  FOREIGN KEY ("spotId") REFERENCES "spot"(id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY ("parentId") REFERENCES "setup"(id) DEFERRABLE INITIALLY DEFERRED
);
CREATE INDEX ON "setup" ("productionId");
CREATE INDEX ON "setup" ("spotId");
CREATE INDEX ON "setup" ("parentId");

CREATE TABLE "lamp" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "setupId" uuid NOT NULL,
  "name" text NOT NULL,
  "libraryKey" text NOT NULL,
  "role" text NOT NULL,
  "luxAt1m" double precision NOT NULL,
  "beamDeg" double precision NOT NULL,
  "watts" double precision NOT NULL,
  "cctK" double precision NOT NULL,
  "xM" double precision NOT NULL,
  "yM" double precision NOT NULL,
  "heightM" double precision NOT NULL,
  "bearingDeg" double precision NOT NULL,
  "tiltDeg" double precision NOT NULL,
  "levelPct" double precision NOT NULL,
  "lossStops" double precision NOT NULL,
  "circuitId" uuid,
  FOREIGN KEY ("setupId") REFERENCES "setup"(id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY ("circuitId") REFERENCES "circuit"(id) DEFERRABLE INITIALLY DEFERRED
);
CREATE INDEX ON "lamp" ("productionId");
CREATE INDEX ON "lamp" ("setupId");
CREATE INDEX ON "lamp" ("circuitId");

CREATE TABLE "mark" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "setupId" uuid NOT NULL,
  "name" text NOT NULL,
  "xM" double precision NOT NULL,
  "yM" double precision NOT NULL,
  "heightM" double precision NOT NULL,
  "facingDeg" double precision NOT NULL,
  FOREIGN KEY ("setupId") REFERENCES "setup"(id) DEFERRABLE INITIALLY DEFERRED
);
CREATE INDEX ON "mark" ("productionId");
CREATE INDEX ON "mark" ("setupId");

CREATE TABLE "cameraPosition" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "setupId" uuid NOT NULL,
  "cameraId" uuid NOT NULL,
  "xM" double precision NOT NULL,
  "yM" double precision NOT NULL,
  "heightM" double precision NOT NULL,
  "bearingDeg" double precision NOT NULL,
  FOREIGN KEY ("setupId") REFERENCES "setup"(id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY ("cameraId") REFERENCES "camera"(id) DEFERRABLE INITIALLY DEFERRED
);
CREATE INDEX ON "cameraPosition" ("productionId");
CREATE INDEX ON "cameraPosition" ("setupId");
CREATE INDEX ON "cameraPosition" ("cameraId");

CREATE TABLE "shot" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "sceneId" uuid NOT NULL,
  "code" text NOT NULL,
  "sees" text NOT NULL,
  "cameraId" uuid,
  "personIds" jsonb NOT NULL,
  "focalLengthMm" double precision NOT NULL,
  "squeeze" double precision NOT NULL,
  "tStop" double precision NOT NULL,
  "fpsNum" integer NOT NULL,
  "fpsDen" integer NOT NULL,
  "shutterDeg" double precision NOT NULL,
  "iso" integer NOT NULL,
  "ndStops" double precision NOT NULL,
  "distanceM" double precision NOT NULL,
  "figure" text NOT NULL,
  "side" text NOT NULL,
  "frameSide" text NOT NULL,
  "setupId" uuid,
  "rig" text NOT NULL,
  "minutes" double precision NOT NULL,
  "takesExpected" integer NOT NULL,
  "takeSeconds" integer NOT NULL,
  "mustHave" boolean NOT NULL,
  "onceOnly" boolean NOT NULL,
  "slowMotion" boolean NOT NULL,
  "quiet" boolean NOT NULL,
  "pairId" uuid,
  "window" text NOT NULL,
  "windowFromMin" double precision,
  "windowToMin" double precision,
  "rank" double precision NOT NULL,
  FOREIGN KEY ("sceneId") REFERENCES "scene"(id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY ("cameraId") REFERENCES "camera"(id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY ("setupId") REFERENCES "setup"(id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY ("pairId") REFERENCES "shot"(id) DEFERRABLE INITIALLY DEFERRED
);
CREATE INDEX ON "shot" ("productionId");
CREATE INDEX ON "shot" ("sceneId");
CREATE INDEX ON "shot" ("cameraId");
CREATE INDEX ON "shot" ("setupId");
CREATE INDEX ON "shot" ("pairId");

CREATE TABLE "orderItem" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "dayId" uuid NOT NULL,
  "rank" double precision NOT NULL,
  "type" text NOT NULL,
  "shotIds" jsonb NOT NULL,
  "recorderIds" jsonb NOT NULL,
  "title" text NOT NULL,
  "minutes" double precision,
  "fixedAtMin" double precision,
  FOREIGN KEY ("dayId") REFERENCES "day"(id) DEFERRABLE INITIALLY DEFERRED
);
CREATE INDEX ON "orderItem" ("productionId");
CREATE INDEX ON "orderItem" ("dayId");

CREATE TABLE "fixedEvent" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "dayId" uuid NOT NULL,
  "title" text NOT NULL,
  "startMin" double precision NOT NULL,
  "endMin" double precision,
  FOREIGN KEY ("dayId") REFERENCES "day"(id) DEFERRABLE INITIALLY DEFERRED
);
CREATE INDEX ON "fixedEvent" ("productionId");
CREATE INDEX ON "fixedEvent" ("dayId");

CREATE TABLE "kitItem" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "name" text NOT NULL,
  "answersTo" text NOT NULL,
  "owned" integer NOT NULL,
  "rented" integer NOT NULL,
  "case" text NOT NULL,
  "note" text NOT NULL
);
CREATE INDEX ON "kitItem" ("productionId");

CREATE TABLE "card" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "label" text NOT NULL,
  "cameraId" uuid,
  "recorderId" uuid,
  "capacityGb" double precision NOT NULL,
  "folder" text NOT NULL,
  FOREIGN KEY ("cameraId") REFERENCES "camera"(id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY ("recorderId") REFERENCES "recorder"(id) DEFERRABLE INITIALLY DEFERRED
);
CREATE INDEX ON "card" ("productionId");
CREATE INDEX ON "card" ("cameraId");
CREATE INDEX ON "card" ("recorderId");

CREATE TABLE "drive" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "label" text NOT NULL,
  "capacityGb" double precision NOT NULL,
  "speed" text NOT NULL,
  "folder" text NOT NULL
);
CREATE INDEX ON "drive" ("productionId");

CREATE TABLE "timecodeBox" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "name" text NOT NULL,
  "offsetMs" double precision NOT NULL,
  "driftPpm" double precision NOT NULL,
  "setAt" timestamptz NOT NULL
);
CREATE INDEX ON "timecodeBox" ("productionId");

CREATE TABLE "acceptance" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "check" text NOT NULL,
  "about" text NOT NULL,
  "evidence" text NOT NULL,
  "reason" text NOT NULL
);
CREATE INDEX ON "acceptance" ("productionId");

CREATE TABLE "take" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "loggedAt" timestamptz NOT NULL DEFAULT now(),
  "loggedBy" text NOT NULL DEFAULT '',
  "dayId" uuid NOT NULL,
  "orderItemId" uuid,
  "slate" text NOT NULL,
  "number" integer NOT NULL,
  "shotIds" jsonb NOT NULL,
  "cameraIds" jsonb NOT NULL,
  "recorderIds" jsonb NOT NULL,
  "cardIds" jsonb NOT NULL,
  "startTimecode" text NOT NULL,
  "rateNum" integer NOT NULL,
  "rateDen" integer NOT NULL,
  "dropFrame" boolean NOT NULL,
  "wild" boolean NOT NULL,
  "startedAt" timestamptz NOT NULL,
  FOREIGN KEY ("dayId") REFERENCES "day"(id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY ("orderItemId") REFERENCES "orderItem"(id) DEFERRABLE INITIALLY DEFERRED
);
CREATE INDEX ON "take" ("productionId");
CREATE INDEX ON "take" ("dayId");
CREATE INDEX ON "take" ("orderItemId");
CREATE TRIGGER only_added BEFORE UPDATE OR DELETE ON "take" FOR EACH ROW EXECUTE FUNCTION refuse_ledger_change();
CREATE TRIGGER never_emptied BEFORE TRUNCATE ON "take" FOR EACH STATEMENT EXECUTE FUNCTION refuse_ledger_change();

CREATE TABLE "takeEvent" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "loggedAt" timestamptz NOT NULL DEFAULT now(),
  "loggedBy" text NOT NULL DEFAULT '',
  "takeId" uuid NOT NULL,
  "type" text NOT NULL,
  "timecode" text NOT NULL,
  "text" text NOT NULL,
  "happenedAt" timestamptz NOT NULL,
  FOREIGN KEY ("takeId") REFERENCES "take"(id) DEFERRABLE INITIALLY DEFERRED
);
CREATE INDEX ON "takeEvent" ("productionId");
CREATE INDEX ON "takeEvent" ("takeId");
CREATE TRIGGER only_added BEFORE UPDATE OR DELETE ON "takeEvent" FOR EACH ROW EXECUTE FUNCTION refuse_ledger_change();
CREATE TRIGGER never_emptied BEFORE TRUNCATE ON "takeEvent" FOR EACH STATEMENT EXECUTE FUNCTION refuse_ledger_change();

CREATE TABLE "copyRun" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "loggedAt" timestamptz NOT NULL DEFAULT now(),
  "loggedBy" text NOT NULL DEFAULT '',
  "cardId" uuid NOT NULL,
  "driveId" uuid NOT NULL,
  "folder" text NOT NULL,
  "files" integer NOT NULL,
  "bytes" double precision NOT NULL,
  "afterSeq" integer NOT NULL,
  "outcome" text NOT NULL,
  "problems" jsonb NOT NULL,
  "hashName" text NOT NULL,
  "startedAt" timestamptz NOT NULL,
  "endedAt" timestamptz NOT NULL,
  FOREIGN KEY ("cardId") REFERENCES "card"(id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY ("driveId") REFERENCES "drive"(id) DEFERRABLE INITIALLY DEFERRED
);
CREATE INDEX ON "copyRun" ("productionId");
CREATE INDEX ON "copyRun" ("cardId");
CREATE INDEX ON "copyRun" ("driveId");
CREATE TRIGGER only_added BEFORE UPDATE OR DELETE ON "copyRun" FOR EACH ROW EXECUTE FUNCTION refuse_ledger_change();
CREATE TRIGGER never_emptied BEFORE TRUNCATE ON "copyRun" FOR EACH STATEMENT EXECUTE FUNCTION refuse_ledger_change();

CREATE TABLE "copyCheck" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "loggedAt" timestamptz NOT NULL DEFAULT now(),
  "loggedBy" text NOT NULL DEFAULT '',
  "copyRunId" uuid NOT NULL,
  "files" integer NOT NULL,
  "outcome" text NOT NULL,
  "problems" jsonb NOT NULL,
  "checkedAt" timestamptz NOT NULL,
  FOREIGN KEY ("copyRunId") REFERENCES "copyRun"(id) DEFERRABLE INITIALLY DEFERRED
);
CREATE INDEX ON "copyCheck" ("productionId");
CREATE INDEX ON "copyCheck" ("copyRunId");
CREATE TRIGGER only_added BEFORE UPDATE OR DELETE ON "copyCheck" FOR EACH ROW EXECUTE FUNCTION refuse_ledger_change();
CREATE TRIGGER never_emptied BEFORE TRUNCATE ON "copyCheck" FOR EACH STATEMENT EXECUTE FUNCTION refuse_ledger_change();

CREATE TABLE "custody" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "loggedAt" timestamptz NOT NULL DEFAULT now(),
  "loggedBy" text NOT NULL DEFAULT '',
  "driveId" uuid NOT NULL,
  "personId" uuid NOT NULL,
  "place" text NOT NULL,
  "since" timestamptz NOT NULL,
  FOREIGN KEY ("driveId") REFERENCES "drive"(id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY ("personId") REFERENCES "person"(id) DEFERRABLE INITIALLY DEFERRED
);
CREATE INDEX ON "custody" ("productionId");
CREATE INDEX ON "custody" ("driveId");
CREATE INDEX ON "custody" ("personId");
CREATE TRIGGER only_added BEFORE UPDATE OR DELETE ON "custody" FOR EACH ROW EXECUTE FUNCTION refuse_ledger_change();
CREATE TRIGGER never_emptied BEFORE TRUNCATE ON "custody" FOR EACH STATEMENT EXECUTE FUNCTION refuse_ledger_change();

CREATE TABLE "wipe" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "loggedAt" timestamptz NOT NULL DEFAULT now(),
  "loggedBy" text NOT NULL DEFAULT '',
  "cardId" uuid NOT NULL,
  "reason" text NOT NULL,
  "wipedAt" timestamptz NOT NULL,
  FOREIGN KEY ("cardId") REFERENCES "card"(id) DEFERRABLE INITIALLY DEFERRED
);
CREATE INDEX ON "wipe" ("productionId");
CREATE INDEX ON "wipe" ("cardId");
CREATE TRIGGER only_added BEFORE UPDATE OR DELETE ON "wipe" FOR EACH ROW EXECUTE FUNCTION refuse_ledger_change();
CREATE TRIGGER never_emptied BEFORE TRUNCATE ON "wipe" FOR EACH STATEMENT EXECUTE FUNCTION refuse_ledger_change();

CREATE TABLE "sentSheet" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "loggedAt" timestamptz NOT NULL DEFAULT now(),
  "loggedBy" text NOT NULL DEFAULT '',
  "dayId" uuid NOT NULL,
  "number" integer NOT NULL,
  "fingerprint" text NOT NULL,
  "sentAt" timestamptz NOT NULL,
  "content" jsonb NOT NULL,
  FOREIGN KEY ("dayId") REFERENCES "day"(id) DEFERRABLE INITIALLY DEFERRED
);
CREATE INDEX ON "sentSheet" ("productionId");
CREATE INDEX ON "sentSheet" ("dayId");
CREATE TRIGGER only_added BEFORE UPDATE OR DELETE ON "sentSheet" FOR EACH ROW EXECUTE FUNCTION refuse_ledger_change();
CREATE TRIGGER never_emptied BEFORE TRUNCATE ON "sentSheet" FOR EACH STATEMENT EXECUTE FUNCTION refuse_ledger_change();

CREATE TABLE "delivery" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "loggedAt" timestamptz NOT NULL DEFAULT now(),
  "loggedBy" text NOT NULL DEFAULT '',
  "sentSheetId" uuid NOT NULL,
  "personId" uuid NOT NULL,
  "status" text NOT NULL,
  "says" text NOT NULL,
  "happenedAt" timestamptz NOT NULL,
  FOREIGN KEY ("sentSheetId") REFERENCES "sentSheet"(id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY ("personId") REFERENCES "person"(id) DEFERRABLE INITIALLY DEFERRED
);
CREATE INDEX ON "delivery" ("productionId");
CREATE INDEX ON "delivery" ("sentSheetId");
CREATE INDEX ON "delivery" ("personId");
CREATE TRIGGER only_added BEFORE UPDATE OR DELETE ON "delivery" FOR EACH ROW EXECUTE FUNCTION refuse_ledger_change();
CREATE TRIGGER never_emptied BEFORE TRUNCATE ON "delivery" FOR EACH STATEMENT EXECUTE FUNCTION refuse_ledger_change();
`
