/** Where a place is may not be known yet; nobody shoots at the point where the equator meets the first meridian. */
export const where = `
ALTER TABLE "place" ALTER COLUMN "latitudeDeg" DROP NOT NULL;
ALTER TABLE "place" ALTER COLUMN "longitudeDeg" DROP NOT NULL;
UPDATE "place" SET "latitudeDeg" = NULL, "longitudeDeg" = NULL WHERE "latitudeDeg" = 0 AND "longitudeDeg" = 0;
ALTER TABLE "production" ADD COLUMN "job" text NOT NULL DEFAULT 'nothing';
`
