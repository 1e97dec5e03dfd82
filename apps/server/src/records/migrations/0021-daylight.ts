/** The sky of a setup, its gusts, and colours of light. */
export const daylight = `
ALTER TABLE "setup" ADD COLUMN "ambientK" double precision NOT NULL DEFAULT 5600;
ALTER TABLE "setup" ADD COLUMN "daylight" text NOT NULL DEFAULT 'left out';
ALTER TABLE "setup" ADD COLUMN "coloursMeet" boolean NOT NULL DEFAULT false;
ALTER TABLE "setup" ADD COLUMN "gustMs" double precision;
ALTER TABLE "panel" ADD COLUMN "bags" integer NOT NULL DEFAULT 0;
ALTER TABLE "lamp" ADD COLUMN "gelMireds" double precision NOT NULL DEFAULT 0;
`
