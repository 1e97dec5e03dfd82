import { addRecord } from '../../ui/addRecord.ts'
import { extentOf } from '@kavrell/core/geometry'
import { aimAt, LAMP_LIBRARY } from '@kavrell/core/light'
import { outlineOfSpot } from '@kavrell/core/place'
import { asId, type RecordOf } from '@kavrell/core/records'
import type { SetupReading } from '@kavrell/core/setup'

type Setup = RecordOf<'setup'>
type Spot = Parameters<typeof outlineOfSpot>[0]

/** As near to the walls as something new is put. */
const CLEAR_M = 0.3

/** The middle of a spot on its plan, to 5 cm, and how far its floor goes. */
function floorOf(spot: Spot) {
  const { leftM, topM, widthM, depthM } = extentOf(outlineOfSpot(spot))
  const nearest = (m: number) => Math.round(m * 20) / 20
  return {
    middle: { xM: nearest(leftM + widthM / 2), yM: nearest(topM + depthM / 2) },
    leftM: leftM + CLEAR_M,
    bottomM: topM + depthM - CLEAR_M,
  }
}

/** A lamp of the library, beside the middle and aimed at a mark, in the first role that nobody has. Gives its id. */
export function addLamp(
  setup: Setup,
  spot: Spot,
  key: string,
  lamps: readonly { readonly role: string }[],
  mark: { readonly xM: number; readonly yM: number; readonly heightM: number } | undefined,
): string | null {
  const type = LAMP_LIBRARY.find((l) => l.key === key)
  if (!type) return null
  const { middle, leftM, bottomM } = floorOf(spot)
  const from = { xM: Math.max(leftM, middle.xM - 1.5), yM: Math.min(bottomM, middle.yM + 1.5), zM: 2.2 }
  const target = mark ? { xM: mark.xM, yM: mark.yM, zM: mark.heightM } : { ...middle, zM: 1.5 }
  const aim = aimAt(from, target)
  const isFree = (role: string) => !lamps.some((lamp) => lamp.role === role)
  const { name, cctK, luxAt1m, beamDeg, watts } = type
  return addRecord('lamp', `Add ${name}`, {
    setupId: setup.id,
    name,
    libraryKey: key,
    role: isFree('key') ? 'key' : isFree('fill') ? 'fill' : 'edge',
    luxAt1m,
    beamDeg,
    watts,
    cctK,
    xM: from.xM,
    yM: from.yM,
    heightM: from.zM,
    bearingDeg: Math.round(aim.bearingDeg),
    tiltDeg: Math.round(aim.tiltDeg),
  })
}

/** A mark in the middle of the spot. Gives its id. */
export const addMark = (setup: Setup, spot: Spot, marks: SetupReading['marks']): string | null =>
  addRecord('mark', 'Add a mark', {
    setupId: setup.id,
    name: marks.length === 0 ? 'Mark' : `Mark ${marks.length + 1}`,
    ...floorOf(spot).middle,
  })

/** A camera two metres before the middle. */
export function placeCamera(setup: Setup, spot: Spot, camera: { readonly id: string; readonly letter: string }): void {
  const { middle, bottomM } = floorOf(spot)
  addRecord('cameraPosition', `Place camera ${camera.letter}`, {
    setupId: setup.id,
    cameraId: asId(camera.id),
    xM: middle.xM,
    yM: Math.min(bottomM, middle.yM + 2),
  })
}
