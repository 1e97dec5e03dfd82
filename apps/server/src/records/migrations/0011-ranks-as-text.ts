/**
 * Places in an order become text, between any two of which there is room. Those that were numbers are counted through
 * anew, each production and kind by itself: a0 … az, b00 … bzz, c000 …
 */
const RANKED = ['deliverable', 'scene', 'shot', 'orderItem', 'picture', 'palette', 'need', 'moneyLine']

export const ranksAsText = `
CREATE FUNCTION pg_temp.digit(n bigint) RETURNS text LANGUAGE sql IMMUTABLE AS
  $$ SELECT substr('0123456789ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz', (n % 62)::int + 1, 1) $$;
CREATE FUNCTION pg_temp.nth_rank(n bigint) RETURNS text LANGUAGE sql IMMUTABLE AS
  $$ SELECT CASE
       WHEN n < 62 THEN 'a' || pg_temp.digit(n)
       WHEN n < 62 + 3844 THEN 'b' || pg_temp.digit((n - 62) / 62) || pg_temp.digit(n - 62)
       ELSE 'c' || pg_temp.digit((n - 3906) / 3844) || pg_temp.digit((n - 3906) / 62) || pg_temp.digit(n - 3906)
     END $$;
${RANKED.map(
  (table) => `
ALTER TABLE "${table}" ADD COLUMN place text NOT NULL DEFAULT 'a0';
UPDATE "${table}" SET place = pg_temp.nth_rank(turn.n)
  FROM (SELECT id, row_number() OVER (PARTITION BY "productionId" ORDER BY rank, id) - 1 AS n FROM "${table}") turn
  WHERE turn.id = "${table}".id;
ALTER TABLE "${table}" DROP COLUMN rank;
ALTER TABLE "${table}" RENAME COLUMN place TO rank;`,
).join('\n')}
`
