/** What size a shot is meant to be, and what else is to be known of it. */
export const sizeAndNotes = `
ALTER TABLE "shot" ADD COLUMN "size" text NOT NULL DEFAULT 'auto';
ALTER TABLE "shot" ADD COLUMN "notes" text NOT NULL DEFAULT '';
`
