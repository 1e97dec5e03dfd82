/** The edit log, accounts and jobs: what stands beside the records. */
export const doorAndAccounts = `
CREATE TABLE account (
  id uuid PRIMARY KEY,
  name text NOT NULL UNIQUE,
  "passwordHash" text,
  demo boolean NOT NULL DEFAULT false
);
CREATE TABLE membership (
  "accountId" uuid NOT NULL REFERENCES account(id),
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  role text NOT NULL CHECK (role IN ('owner', 'planner', 'logger', 'reader')),
  PRIMARY KEY ("accountId", "productionId")
);
CREATE TABLE session (
  "tokenHash" text PRIMARY KEY,
  "accountId" uuid NOT NULL REFERENCES account(id),
  "expiresAt" timestamptz NOT NULL
);
CREATE TABLE "editCounter" (
  "productionId" uuid PRIMARY KEY,
  seq integer NOT NULL DEFAULT 0
);
CREATE TABLE edit (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id) DEFERRABLE INITIALLY DEFERRED,
  seq integer NOT NULL,
  label text NOT NULL,
  author text NOT NULL,
  at timestamptz NOT NULL DEFAULT now(),
  changes jsonb NOT NULL,
  before jsonb NOT NULL,
  UNIQUE ("productionId", seq)
);
CREATE TRIGGER only_added BEFORE UPDATE OR DELETE ON edit FOR EACH ROW EXECUTE FUNCTION refuse_ledger_change();
CREATE TABLE job (
  id uuid PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id),
  state text NOT NULL CHECK (state IN ('running', 'done', 'failed', 'stopped')),
  detail jsonb NOT NULL,
  "startedAt" timestamptz NOT NULL DEFAULT now()
);
CREATE TABLE reading (
  token text PRIMARY KEY,
  "productionId" uuid NOT NULL REFERENCES production(id),
  "sentSheetId" uuid NOT NULL,
  "personId" uuid NOT NULL
);
`
