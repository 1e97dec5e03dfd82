/** Lamps that hang in a spot for good shine, and a setup may have them off. */
export const whatShinesThere = `
ALTER TABLE "fitting" ADD COLUMN "lumens" double precision NOT NULL DEFAULT 0;
ALTER TABLE "fitting" ADD COLUMN "cctK" double precision NOT NULL DEFAULT 2700;
ALTER TABLE "fitting" ADD COLUMN "throws" text NOT NULL DEFAULT 'all round';
ALTER TABLE "lamp" ADD COLUMN "hangs" boolean NOT NULL DEFAULT false;
ALTER TABLE "kitItem" ADD COLUMN "ndStops" double precision NOT NULL DEFAULT 0;
ALTER TABLE "setup" ADD COLUMN "darkIds" jsonb NOT NULL DEFAULT '[]';
`
