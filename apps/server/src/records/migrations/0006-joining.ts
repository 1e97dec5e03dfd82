/** Joining by a link that expires and can be withdrawn; sessions that can be listed and ended. */
export const joining = `
CREATE TABLE invitation (
  id uuid PRIMARY KEY,
  "tokenHash" text NOT NULL UNIQUE,
  "productionId" uuid NOT NULL REFERENCES production(id),
  role text NOT NULL CHECK (role IN ('planner', 'logger', 'reader')),
  "createdBy" text NOT NULL,
  "expiresAt" timestamptz NOT NULL,
  "withdrawnAt" timestamptz,
  joined integer NOT NULL DEFAULT 0
);
CREATE INDEX ON invitation ("productionId");
ALTER TABLE session ADD COLUMN id uuid NOT NULL DEFAULT gen_random_uuid() UNIQUE;
ALTER TABLE session ADD COLUMN device text NOT NULL DEFAULT '';
ALTER TABLE session ADD COLUMN "openedAt" timestamptz NOT NULL DEFAULT now();
ALTER TABLE session ADD COLUMN "seenAt" timestamptz NOT NULL DEFAULT now();
CREATE INDEX ON session ("accountId");
`
