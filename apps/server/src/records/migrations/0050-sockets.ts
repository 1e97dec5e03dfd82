/** How many sockets are free where batteries are charged. */
export const sockets = `
ALTER TABLE "chargeNight" ADD COLUMN "sockets" integer;
`
