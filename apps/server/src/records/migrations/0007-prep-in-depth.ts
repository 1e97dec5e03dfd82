/** Brief, scout and shots in depth: what they are planned with, and the files of pictures. */
export const prepInDepth = `
CREATE TABLE "sensorMode" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "cameraId" uuid NOT NULL,
  "name" text NOT NULL,
  "widthMm" double precision NOT NULL,
  "heightMm" double precision NOT NULL,
  "widthPx" integer NOT NULL,
  "heightPx" integer NOT NULL,
  "mostFps" double precision NOT NULL,
  FOREIGN KEY ("cameraId") REFERENCES "camera"(id) DEFERRABLE INITIALLY DEFERRED
);
CREATE INDEX ON "sensorMode" ("productionId");
CREATE INDEX ON "sensorMode" ("cameraId");

CREATE TABLE "lens" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "name" text NOT NULL,
  "focalLengthMm" double precision NOT NULL,
  "longestMm" double precision NOT NULL,
  "tStop" double precision NOT NULL,
  "squeeze" double precision NOT NULL,
  "closeFocusM" double precision NOT NULL,
  "imageCircleMm" double precision NOT NULL,
  "note" text NOT NULL
);
CREATE INDEX ON "lens" ("productionId");

CREATE TABLE "picture" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "fileId" text NOT NULL,
  "widthPx" integer NOT NULL,
  "heightPx" integer NOT NULL,
  "purpose" text NOT NULL,
  "caption" text NOT NULL,
  "sceneId" uuid,
  "shotId" uuid,
  "spotId" uuid,
  "xM" double precision,
  "yM" double precision,
  "facingDeg" double precision,
  "colours" jsonb NOT NULL,
  "cropX" double precision NOT NULL,
  "cropY" double precision NOT NULL,
  "rank" double precision NOT NULL,
  FOREIGN KEY ("sceneId") REFERENCES "scene"(id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY ("shotId") REFERENCES "shot"(id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY ("spotId") REFERENCES "spot"(id) DEFERRABLE INITIALLY DEFERRED
);
CREATE INDEX ON "picture" ("productionId");
CREATE INDEX ON "picture" ("sceneId");
CREATE INDEX ON "picture" ("shotId");
CREATE INDEX ON "picture" ("spotId");

CREATE TABLE "palette" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "name" text NOT NULL,
  "sceneIds" jsonb NOT NULL,
  "stretch" text NOT NULL,
  "colours" jsonb NOT NULL,
  "note" text NOT NULL,
  "rank" double precision NOT NULL
);
CREATE INDEX ON "palette" ("productionId");

CREATE TABLE "lookItem" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "name" text NOT NULL,
  "type" text NOT NULL,
  "personId" uuid,
  "sceneIds" jsonb NOT NULL,
  "hex" text NOT NULL,
  "note" text NOT NULL,
  FOREIGN KEY ("personId") REFERENCES "person"(id) DEFERRABLE INITIALLY DEFERRED
);
CREATE INDEX ON "lookItem" ("productionId");
CREATE INDEX ON "lookItem" ("personId");

CREATE TABLE "need" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "text" text NOT NULL,
  "sceneId" uuid,
  "shotIds" jsonb NOT NULL,
  "rank" double precision NOT NULL,
  FOREIGN KEY ("sceneId") REFERENCES "scene"(id) DEFERRABLE INITIALLY DEFERRED
);
CREATE INDEX ON "need" ("productionId");
CREATE INDEX ON "need" ("sceneId");

CREATE TABLE "moneyLine" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "title" text NOT NULL,
  "basis" text NOT NULL,
  "quantity" double precision NOT NULL,
  "days" double precision NOT NULL,
  "unit" text NOT NULL,
  "rateMinor" integer NOT NULL,
  "years" double precision NOT NULL,
  "media" integer NOT NULL,
  "growsWith" text NOT NULL,
  "actualMinor" integer,
  "note" text NOT NULL,
  "rank" double precision NOT NULL
);
CREATE INDEX ON "moneyLine" ("productionId");

CREATE TABLE "fitting" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "spotId" uuid NOT NULL,
  "type" text NOT NULL,
  "name" text NOT NULL,
  "wall" integer NOT NULL,
  "alongM" double precision NOT NULL,
  "xM" double precision NOT NULL,
  "yM" double precision NOT NULL,
  "widthM" double precision NOT NULL,
  "depthM" double precision NOT NULL,
  "turnDeg" double precision NOT NULL,
  "sillM" double precision NOT NULL,
  "headM" double precision NOT NULL,
  "groundBelowM" double precision NOT NULL,
  "circuitId" uuid,
  "note" text NOT NULL,
  FOREIGN KEY ("spotId") REFERENCES "spot"(id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY ("circuitId") REFERENCES "circuit"(id) DEFERRABLE INITIALLY DEFERRED
);
CREATE INDEX ON "fitting" ("productionId");
CREATE INDEX ON "fitting" ("spotId");
CREATE INDEX ON "fitting" ("circuitId");

CREATE TABLE "noiseSource" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "placeId" uuid NOT NULL,
  "name" text NOT NULL,
  "fromMin" double precision NOT NULL,
  "toMin" double precision NOT NULL,
  "note" text NOT NULL,
  FOREIGN KEY ("placeId") REFERENCES "place"(id) DEFERRABLE INITIALLY DEFERRED
);
CREATE INDEX ON "noiseSource" ("productionId");
CREATE INDEX ON "noiseSource" ("placeId");

ALTER TABLE "production" ADD COLUMN "strayLimit" double precision NOT NULL DEFAULT 20;
ALTER TABLE "production" ADD COLUMN "alikeLimit" double precision NOT NULL DEFAULT 6;
ALTER TABLE "production" ADD COLUMN "currency" text NOT NULL DEFAULT 'EUR';
ALTER TABLE "production" ADD COLUMN "budgetMinor" integer NOT NULL DEFAULT 0;
ALTER TABLE "production" ADD COLUMN "quoteMinor" integer NOT NULL DEFAULT 0;
ALTER TABLE "production" ADD COLUMN "contingencyPct" double precision NOT NULL DEFAULT 10;
ALTER TABLE "production" ADD COLUMN "scriptName" text NOT NULL DEFAULT '';
ALTER TABLE "deliverable" ADD COLUMN "shownAt" text NOT NULL DEFAULT '';
ALTER TABLE "deliverable" ADD COLUMN "rank" double precision NOT NULL DEFAULT 0;
ALTER TABLE "place" ADD COLUMN "toilets" text NOT NULL DEFAULT '';
ALTER TABLE "place" ADD COLUMN "food" text NOT NULL DEFAULT '';
ALTER TABLE "place" ADD COLUMN "lockable" text NOT NULL DEFAULT '';
ALTER TABLE "place" ADD COLUMN "others" text NOT NULL DEFAULT '';
ALTER TABLE "place" ADD COLUMN "phoneSignal" text NOT NULL DEFAULT '';
ALTER TABLE "place" ADD COLUMN "vanAccess" text NOT NULL DEFAULT '';
ALTER TABLE "place" ADD COLUMN "permission" text NOT NULL DEFAULT '';
ALTER TABLE "spot" ADD COLUMN "outline" jsonb NOT NULL DEFAULT '[]';
ALTER TABLE "scene" ADD COLUMN "heading" text NOT NULL DEFAULT '';
ALTER TABLE "scene" ADD COLUMN "inOut" text NOT NULL DEFAULT '';
ALTER TABLE "scene" ADD COLUMN "timeOfDay" text NOT NULL DEFAULT '';
ALTER TABLE "scene" ADD COLUMN "eighths" integer NOT NULL DEFAULT 0;
ALTER TABLE "scene" ADD COLUMN "estimatedS" integer NOT NULL DEFAULT 0;
ALTER TABLE "scene" ADD COLUMN "characters" jsonb NOT NULL DEFAULT '[]';
ALTER TABLE "scene" ADD COLUMN "scriptText" text NOT NULL DEFAULT '';
ALTER TABLE "scene" ADD COLUMN "dropped" boolean NOT NULL DEFAULT false;
ALTER TABLE "shot" ADD COLUMN "modeId" uuid REFERENCES "sensorMode"(id) DEFERRABLE INITIALLY DEFERRED;
CREATE INDEX ON "shot" ("modeId");
ALTER TABLE "shot" ADD COLUMN "lensId" uuid REFERENCES "lens"(id) DEFERRABLE INITIALLY DEFERRED;
CREATE INDEX ON "shot" ("lensId");
ALTER TABLE "shot" ADD COLUMN "cameraHeightM" double precision NOT NULL DEFAULT 1.5;
ALTER TABLE "shot" ADD COLUMN "looks" text NOT NULL DEFAULT 'auto';
ALTER TABLE "shot" ADD COLUMN "diffusion" text NOT NULL DEFAULT '';
ALTER TABLE "shot" ADD COLUMN "diffusionStops" double precision NOT NULL DEFAULT 0;
ALTER TABLE "shot" ADD COLUMN "screenHz" double precision;
ALTER TABLE "shot" ADD COLUMN "operatorId" uuid REFERENCES "person"(id) DEFERRABLE INITIALLY DEFERRED;
CREATE INDEX ON "shot" ("operatorId");
ALTER TABLE "shot" ADD COLUMN "matchId" uuid REFERENCES "shot"(id) DEFERRABLE INITIALLY DEFERRED;
CREATE INDEX ON "shot" ("matchId");
ALTER TABLE "shot" ADD COLUMN "wardrobe" text NOT NULL DEFAULT '';
ALTER TABLE "shot" ADD COLUMN "props" text NOT NULL DEFAULT '';

CREATE TABLE upload (
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  "fileId" text NOT NULL,
  type text NOT NULL,
  bytes integer NOT NULL,
  "widthPx" integer NOT NULL,
  "heightPx" integer NOT NULL,
  "uploadedBy" text NOT NULL,
  at timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY ("productionId", "fileId")
);
`
