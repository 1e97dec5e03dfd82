/** A word said during a moment that was a slip of the thumb: a later entry takes it back. */
export const takenBack = `
ALTER TABLE "momentEvent" ADD COLUMN "takesBackId" uuid REFERENCES "momentEvent"(id) DEFERRABLE INITIALLY DEFERRED;
CREATE INDEX ON "momentEvent" ("takesBackId");
`
