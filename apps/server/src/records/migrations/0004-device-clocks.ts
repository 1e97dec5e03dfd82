/** What the clock of the device said, beside the moment by the clock that all share. */
export const deviceClocks = ['take', 'takeEvent', 'custody', 'wipe']
  .map((table) => `ALTER TABLE "${table}" ADD COLUMN "deviceAt" timestamptz;`)
  .join('\n')
