import { exposureErrorStops, shutterSeconds, stopForIlluminance } from '../exposure/index.ts'
import { type Lamp, type LampRole, type MarkReading, readMark } from '../light/index.ts'
import type { Mark, PlacedLamp, Production, Setup, Shot } from '../records/index.ts'
import { captureRate, filterStops } from '../shotlist/index.ts'

/** How one shot of a setup comes out at the setup's first mark. */
export interface ShotReading {
  readonly shot: Shot
  readonly shutterS: number
  /** The stop this light gives at the shot's index, shutter and filters. */
  readonly stop: number
  /** Over (+) or under (−) at the stop the shot asks for. */
  readonly errorStops: number
}

/** Less than this is within what grading and metering forgive. */
const SEEN_STOPS = 0.33

/** Whether a shot is further under than is forgiven. */
export const isTooDark = ({ errorStops }: Pick<ShotReading, 'errorStops'>): boolean => errorStops < -SEEN_STOPS

export interface SetupReading {
  readonly setup: Setup
  readonly lamps: readonly PlacedLamp[]
  readonly marks: readonly { readonly mark: Mark; readonly reading: MarkReading }[]
  readonly shots: readonly ShotReading[]
}

/** The light in lux that a shot of a setup asks for where it is read; null without a mark. */
export const luxWanted = ({ marks }: SetupReading, { errorStops }: Pick<ShotReading, 'errorStops'>): number | null =>
  marks[0] ? marks[0].reading.totalLux / 2 ** errorStops : null

/** The lamps of a setup: key first, practicals last. */
export const lampsOfSetup = (production: Production, setupId: string): PlacedLamp[] =>
  Object.values(production.lamp)
    .filter((lamp) => lamp.setupId === setupId)
    .sort((a, b) => ROLE_ORDER.indexOf(a.role) - ROLE_ORDER.indexOf(b.role) || (a.id < b.id ? -1 : 1))

const ROLE_ORDER: readonly LampRole[] = ['key', 'fill', 'edge', 'background', 'practical']

/** A placed lamp as the light reckoning wants it: level as a share of 1, lengths in metres. */
export const lampOf = (placed: PlacedLamp): Lamp & { role: LampRole } => ({
  role: placed.role,
  at: { xM: placed.xM, yM: placed.yM, zM: placed.heightM },
  bearingDeg: placed.bearingDeg,
  tiltDeg: placed.tiltDeg,
  luxAt1m: placed.luxAt1m,
  beamDeg: placed.beamDeg,
  level: placed.levelPct / 100,
  lossStops: placed.lossStops,
})

/** Every lamp on every mark, and what that gives each shot of the setup at its first mark. */
export function readSetup(production: Production, setup: Setup): SetupReading {
  const lamps = lampsOfSetup(production, setup.id)
  const physical = lamps.map(lampOf)
  const marks = Object.values(production.mark)
    .filter((mark) => mark.setupId === setup.id)
    .sort((a, b) => (a.id < b.id ? -1 : 1))
    .map((mark) => ({
      mark,
      reading: readMark(
        { at: { xM: mark.xM, yM: mark.yM, zM: mark.heightM }, facingDeg: mark.facingDeg },
        physical,
        setup.ambientLux,
      ),
    }))
  const lux = marks[0]?.reading.totalLux
  const shots =
    lux === undefined
      ? []
      : Object.values(production.shot)
          .filter((shot) => shot.setupId === setup.id)
          .sort((a, b) => a.code.localeCompare(b.code, 'en', { numeric: true }))
          .map((shot) => {
            const shutterS = shutterSeconds(shot.shutterDeg, captureRate(shot))
            return {
              shot,
              shutterS,
              stop: stopForIlluminance(lux, shot.iso, shutterS, filterStops(shot)),
              errorStops: exposureErrorStops(lux, {
                tStop: shot.tStop,
                iso: shot.iso,
                shutterS,
                ndStops: filterStops(shot),
              }),
            }
          })
  return { setup, lamps, marks, shots }
}
