/** A recorder has somebody who works it, and a row of the order those whom it needs besides. */
export const whoIsNeeded = `
ALTER TABLE "recorder" ADD COLUMN "operatorId" uuid REFERENCES "person"(id) DEFERRABLE INITIALLY DEFERRED;
CREATE INDEX ON "recorder" ("operatorId");
ALTER TABLE "orderItem" ADD COLUMN "personIds" jsonb NOT NULL DEFAULT '[]';
`
