import type { SetUpCell } from '@kavrell/core/patch'
import { createRecord } from '@kavrell/core/records'
import { stamp } from '../../store/clock.ts'
import { newId } from '../../store/newId.ts'
import { commitOrSay } from '../../store/production.ts'

/** Writes down that somebody looked at a camera and what it showed. */
export function writeLook({ line, camera }: SetUpCell, shown: string): boolean {
  const { at, deviceAt } = stamp()
  const look = createRecord(
    'setUpLook',
    { lineId: line.id, cameraId: camera.id, shown, lookedAt: at, deviceAt },
    newId(),
  )
  return commitOrSay(`${camera.letter}, ${line.name}: ${shown}`, [look])
}
