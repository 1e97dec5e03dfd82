/** An entry that says that another one of the same ledger was a mistake. */
export const mistakenBattery = `
ALTER TABLE "batteryChange" ADD COLUMN "mistakenId" uuid REFERENCES "batteryChange"(id) DEFERRABLE INITIALLY DEFERRED;
CREATE INDEX ON "batteryChange" ("mistakenId");
`
