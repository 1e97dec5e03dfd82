/** How much of a real card each byte of a stand-in is. */
export const standIns = `
ALTER TABLE "copyRun" ADD COLUMN "bytesStandFor" double precision NOT NULL DEFAULT 1;
`
