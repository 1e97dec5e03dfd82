/** What each copy holds, kept where the drive cannot change it; and which device the drive was. */
export const manifests = `
ALTER TABLE "copyRun" ADD COLUMN "manifest" text NOT NULL DEFAULT '';
ALTER TABLE "copyRun" ADD COLUMN "medium" text NOT NULL DEFAULT '';
CREATE TABLE "copyManifest" (
  digest text PRIMARY KEY,
  body bytea NOT NULL
);
CREATE TRIGGER only_added BEFORE UPDATE OR DELETE ON "copyManifest"
  FOR EACH ROW EXECUTE FUNCTION refuse_ledger_change();
CREATE TRIGGER never_emptied BEFORE TRUNCATE ON "copyManifest"
  FOR EACH STATEMENT EXECUTE FUNCTION refuse_ledger_change();
`
