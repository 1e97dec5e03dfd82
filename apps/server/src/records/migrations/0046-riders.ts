/** In which vehicle somebody rides: what they carry is lost with it. */
export const riders = `
ALTER TABLE "person" ADD COLUMN "ridesInId" uuid REFERENCES vehicle(id) DEFERRABLE INITIALLY DEFERRED;
CREATE INDEX ON "person" ("ridesInId");
`
