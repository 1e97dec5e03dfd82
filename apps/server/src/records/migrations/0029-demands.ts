/** What is demanded of an entry's place in the order, and when people are there on a day. */
export const demands = `
ALTER TABLE "orderItem" ADD COLUMN "afterIds" jsonb NOT NULL DEFAULT '[]';
ALTER TABLE "orderItem" ADD COLUMN "notBeforeMin" double precision;
ALTER TABLE "orderItem" ADD COLUMN "overByMin" double precision;
ALTER TABLE "orderItem" ADD COLUMN "keeps" text NOT NULL DEFAULT '';
ALTER TABLE "attendance" ADD COLUMN "fromMin" double precision;
ALTER TABLE "attendance" ADD COLUMN "untilMin" double precision;
`
