import type { Shot } from '../records/index.ts'

/** Where somebody in a shot looks: as said, else into the frame; null at the camera or from its middle. */
export const looksOf = (shot: Pick<Shot, 'looks' | 'frameSide'>): 'left' | 'right' | 'camera' | null =>
  shot.looks !== 'auto' ? shot.looks : shot.frameSide === 'left' ? 'right' : shot.frameSide === 'right' ? 'left' : null
