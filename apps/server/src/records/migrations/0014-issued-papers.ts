/** A call sheet that was issued is kept as it was drawn then. */
export const issuedPapers = `
CREATE TABLE "issuedPaper" (
  "sentSheetId" uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id),
  "drawnAt" timestamptz NOT NULL DEFAULT now(),
  body bytea NOT NULL
);
`
