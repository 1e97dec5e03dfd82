/** Figures placed in the computed frame of a shot. */
export const placedFigures = `
ALTER TABLE "shot" ADD COLUMN "figures" jsonb NOT NULL DEFAULT '[]';
`
