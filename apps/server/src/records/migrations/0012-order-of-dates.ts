/** A production writes its dates in the order of its country. */
export const orderOfDates = `
ALTER TABLE "production" ADD COLUMN "dateOrder" text NOT NULL DEFAULT 'day first';
`
