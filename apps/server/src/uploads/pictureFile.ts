import path from 'node:path'

/** Where a picture lies: called by its production's id and its own hash, and nothing that anybody typed. */
export const pictureFile = (folder: string, productionId: string, fileId: string, small: boolean): string =>
  path.join(folder, productionId, `${fileId}${small ? '.small' : ''}.jpg`)
