import { addRecord } from '../../ui/addRecord.ts'
import { extentOf, freePlace, type PlanPoint, turnTo } from '@kavrell/core/geometry'
import { aimAt, LAMP_LIBRARY, lampFields, PANEL_LIBRARY } from '@kavrell/core/light'
import { outlineOfSpot } from '@kavrell/core/place'
import { asId, type Production, type RecordOf } from '@kavrell/core/records'
import { ofSetup, ownLampFields, type SetupReading } from '@kavrell/core/setup'

type Setup = RecordOf<'setup'>
type Spot = Parameters<typeof outlineOfSpot>[0]

/** As near to the walls as something new is put. */
const CLEAR_M = 0.3

/** The middle of a spot's floor and how far it goes; new things land in it, free of those that stand there. */
function floorOf(production: Production, setup: Setup, spot: Spot) {
  const outline = outlineOfSpot(spot)
  const { leftM, topM, widthM, depthM } = extentOf(outline)
  const taken: PlanPoint[] = [
    ...ofSetup(production.lamp, setup),
    ...ofSetup(production.mark, setup),
    ...ofSetup(production.cameraPosition, setup),
    ...ofSetup(production.panel, setup),
  ]
  return {
    middle: { xM: leftM + widthM / 2, yM: topM + depthM / 2 },
    leftM: leftM + CLEAR_M,
    bottomM: topM + depthM - CLEAR_M,
    free: (wanted: PlanPoint) => freePlace(wanted, taken, outline),
  }
}

/** A lamp of the library, or one's own by its id, beside the middle and aimed at a mark, in the first role that nobody has. Gives its id. */
export function addLamp(
  production: Production,
  setup: Setup,
  spot: Spot,
  key: string,
  lamps: readonly { readonly role: string }[],
  mark: { readonly xM: number; readonly yM: number; readonly heightM: number } | undefined,
): string | null {
  const type = LAMP_LIBRARY.find((l) => l.key === key)
  const own = production.ownLamp[key]
  const fields = own ? ownLampFields(own) : type && lampFields(type)
  if (!fields) return null
  const { middle, leftM, bottomM, free } = floorOf(production, setup, spot)
  const from = { ...free({ xM: Math.max(leftM, middle.xM - 1.5), yM: Math.min(bottomM, middle.yM + 1.5) }), zM: 2.2 }
  const target = mark ? { xM: mark.xM, yM: mark.yM, zM: mark.heightM } : { ...middle, zM: 1.5 }
  const aim = aimAt(from, target)
  const isFree = (role: string) => !lamps.some((lamp) => lamp.role === role)
  return addRecord('lamp', `Add ${fields.name}`, {
    ...fields,
    setupId: setup.id,
    role: isFree('key') ? 'key' : isFree('fill') ? 'fill' : 'edge',
    xM: from.xM,
    yM: from.yM,
    heightM: from.zM,
    bearingDeg: Math.round(aim.bearingDeg),
    tiltDeg: Math.round(aim.tiltDeg),
  })
}

/**
 * Something of the library put up: a cloth or flag halfway from the key to the first mark and facing it, a board or black
 * beside the mark. Gives its id.
 */
export function addPanel(
  production: Production,
  setup: Setup,
  spot: Spot,
  key: string,
  reading: SetupReading,
): string | null {
  const kind = PANEL_LIBRARY.find((one) => one.key === key)
  if (!kind) return null
  const { middle, free } = floorOf(production, setup, spot)
  const mark = reading.marks[0]?.mark
  const keyLamp = reading.lamps[0]
  const face = mark ?? { ...middle, heightM: 1.5 }
  const isBefore = keyLamp && (kind.type === 'cloth' || kind.type === 'flag')
  const wanted = isBefore
    ? { xM: (keyLamp.xM + face.xM) / 2, yM: (keyLamp.yM + face.yM) / 2 }
    : { xM: face.xM + 0.9, yM: face.yM }
  const at = free(wanted)
  const { key: _, ...fields } = kind
  const heightM = isBefore
    ? Math.max(kind.tallM / 2, (keyLamp.heightM + face.heightM) / 2)
    : Math.max(kind.tallM / 2, face.heightM)
  const aim = aimAt({ ...at, zM: heightM }, { xM: face.xM, yM: face.yM, zM: face.heightM })
  return addRecord('panel', `Put up ${kind.name}`, {
    ...fields,
    setupId: setup.id,
    ...at,
    heightM: Math.round(heightM * 100) / 100,
    bearingDeg: Math.round(aim.bearingDeg) % 360,
    tiltDeg: isBefore ? Math.round(aim.tiltDeg) : 0,
  })
}

/** A mark in the middle of the spot. Gives its id. */
export function addMark(production: Production, setup: Setup, spot: Spot, marks: SetupReading['marks']): string | null {
  const { middle, free } = floorOf(production, setup, spot)
  return addRecord('mark', 'Add a mark', {
    setupId: setup.id,
    name: marks.length === 0 ? 'Mark' : `Mark ${marks.length + 1}`,
    ...free(middle),
  })
}

/** A camera two metres before the first mark, or the middle, looking at it. Gives its id. */
export function placeCamera(
  production: Production,
  setup: Setup,
  spot: Spot,
  camera: { readonly id: string; readonly letter: string },
): string | null {
  const { middle, bottomM, free } = floorOf(production, setup, spot)
  const subject = ofSetup(production.mark, setup)[0] ?? middle
  const at = free({ xM: subject.xM, yM: Math.min(bottomM, subject.yM + 2) })
  return addRecord('cameraPosition', `Place camera ${camera.letter}`, {
    setupId: setup.id,
    cameraId: asId(camera.id),
    ...at,
    bearingDeg: turnTo(at, subject),
  })
}
