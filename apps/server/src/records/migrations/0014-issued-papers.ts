/** A call sheet that was issued is kept as it was drawn then. */
export const issuedPapers = `
CREATE TABLE "issuedPaper" (
  "productionId" uuid NOT NULL REFERENCES production(id),
  "sentSheetId" uuid NOT NULL,
  "drawnAt" timestamptz NOT NULL DEFAULT now(),
  body bytea NOT NULL,
  PRIMARY KEY ("productionId", "sentSheetId")
);
`
