/** When a camera stops by itself, and whether it says so. */
export const ownStops = `
ALTER TABLE "camera" ADD COLUMN "stopsItselfMin" double precision;
ALTER TABLE "camera" ADD COLUMN "tellsItself" boolean NOT NULL DEFAULT false;
`
