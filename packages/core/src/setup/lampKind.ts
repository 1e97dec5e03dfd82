import { behindGel, fittingMireds, fittingsOf, type Lamp, lampType } from '../light/index.ts'
import type { Candelas } from '../photometry/index.ts'
import { byId, type OwnLamp, type PlacedLamp, type Production } from '../records/index.ts'

/** What a lamp can do by its kind, of the library or as somebody measured it. */
export interface LampKind {
  /** Warmest and coldest it can be set to. */
  readonly cctK: readonly [warm: number, cold: number]
  readonly hot: boolean
  readonly battery: boolean
  readonly weightKg: number
}

type Lamps = Pick<Production, 'ownLamp'>

/** The lamp as somebody measured it that stands behind a placed one. */
export const ownLampOf = ({ ownLamp }: Lamps, { ownLampId }: Pick<PlacedLamp, 'ownLampId'>): OwnLamp | undefined =>
  byId(ownLamp, ownLampId)

/** What is known of a placed lamp's kind; null where it is of none. */
export function kindOfLamp(production: Lamps, lamp: Pick<PlacedLamp, 'ownLampId' | 'libraryKey'>): LampKind | null {
  const own = ownLampOf(production, lamp)
  if (own)
    return { cctK: [own.warmK, own.coldK], hot: own.hot, battery: own.batteryWh !== null, weightKg: own.weightKg }
  return lampType(lamp.libraryKey) ?? null
}

/** A lamp of one's own as it is put up: what a record of it begins with. */
export function ownLampFields(own: OwnLamp) {
  const { id, name, luxAt1m, beamDeg, fieldDeg, watts, batteryWh, faceWidthM, faceTallM, warmK, coldK } = own
  const cctK = Math.min(coldK, Math.max(warmK, 5600))
  return { ownLampId: id, libraryKey: '', name, luxAt1m, beamDeg, fieldDeg, watts, batteryWh, faceWidthM, faceTallM, cctK } // prettier-ignore
}

/** The kind of a lamp that shines to all sides alike. */
export const ALL_ROUND = 'all round'
const EVENLY: Candelas = { gammaDeg: [0, 180], planesDeg: [0], candela: [[1, 1]] }

/** A placed lamp as the light reckoning wants it: level as a share of 1, lengths in metres. */
export const lampOf = (production: Lamps, placed: PlacedLamp): Lamp & { role: PlacedLamp['role'] } => ({
  role: placed.role,
  at: { xM: placed.xM, yM: placed.yM, zM: placed.heightM },
  bearingDeg: placed.bearingDeg,
  tiltDeg: placed.tiltDeg,
  luxAt1m: placed.luxAt1m,
  beamDeg: placed.beamDeg,
  level: placed.levelPct / 100,
  lossStops: placed.lossStops,
  fieldDeg: placed.fieldDeg,
  faceM: [placed.faceWidthM, placed.faceTallM],
  candelas: ownLampOf(production, placed)?.candelas ?? (placed.libraryKey === ALL_ROUND ? EVENLY : null),
  fittings: fittingsOf(placed.fittings),
})

/** Colour of a placed lamp as it comes out of what is on it. */
export const lampKelvin = ({ cctK, gelMireds, fittings }: PlacedLamp): number =>
  behindGel(cctK, gelMireds + fittingMireds(fittingsOf(fittings)))
