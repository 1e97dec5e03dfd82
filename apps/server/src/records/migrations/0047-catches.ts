/** Who or what has to be caught before a second of a moment, and that it was. */
export const catches = `
CREATE TABLE "momentCatch" (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  version integer NOT NULL,
  "fieldVersions" jsonb NOT NULL DEFAULT '{}',
  "momentId" uuid NOT NULL,
  "name" text NOT NULL,
  "untilS" integer NOT NULL,
  "momentCameraId" uuid,
  FOREIGN KEY ("momentId") REFERENCES "moment"(id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY ("momentCameraId") REFERENCES "momentCamera"(id) DEFERRABLE INITIALLY DEFERRED
);
CREATE INDEX ON "momentCatch" ("productionId");
CREATE INDEX ON "momentCatch" ("momentId");
CREATE INDEX ON "momentCatch" ("momentCameraId");
ALTER TABLE "momentEvent" ADD COLUMN "catchId" uuid REFERENCES "momentCatch"(id) DEFERRABLE INITIALLY DEFERRED;
CREATE INDEX ON "momentEvent" ("catchId");
`
