/** A flat thing on a stand, upright to the wind. */
export interface Stood {
  readonly areaM2: number
  /** Of its middle above the ground. */
  readonly heightM: number
  /** Bags of sand on the stand's legs. */
  readonly bags: number
}

/** What wind does to it, about the foot of its stand. */
export interface Overturning {
  /** Pressure times area, newtons. */
  readonly forceN: number
  readonly momentNm: number
  /** What stand and bags hold against it. */
  readonly holdsNm: number
}

/** Of dry air at 15 °C, kg/m³. */
const AIR_KG_M3 = 1.225
/** Of a flat square plate across the wind. @source Hoerner, Fluid-Dynamic Drag: 1.17, rounded up */
const DRAG = 1.2
const GRAVITY = 9.81
/** A large stand: from its middle to the line between two feet, and its own weight with frame. */
const FOOT_M = 0.55
const STAND_KG = 14
const BAG_KG = 11
/** What is worked with: half of what would hold it in still arithmetic. */
const SAFETY = 2

/** Held by stand and bags within the safety that is worked with, newton metres. */
const holds = (bags: number) => ((STAND_KG + bags * BAG_KG) * GRAVITY * FOOT_M) / SAFETY
const moment = ({ areaM2, heightM }: Stood, gustMs: number) => 0.5 * AIR_KG_M3 * gustMs ** 2 * DRAG * areaM2 * heightM

/**
 * What a gust does to something on a stand. An estimate for planning: the maker's limits, local rules and a qualified
 * person decide, and whoever holds it may take it down before.
 * @source drag of a flat plate, F = ½ ρ v² c A
 */
export const overturning = (stood: Stood, gustMs: number): Overturning => ({
  forceN: 0.5 * AIR_KG_M3 * gustMs ** 2 * DRAG * stood.areaM2,
  momentNm: moment(stood, gustMs),
  holdsNm: holds(stood.bags),
})

/** Bags that hold it in a gust, with those that lie there. */
export const bagsNeeded = (stood: Stood, gustMs: number): number =>
  Math.max(0, Math.ceil((moment(stood, gustMs) * SAFETY) / (GRAVITY * FOOT_M * BAG_KG) - STAND_KG / BAG_KG))

/** The gust at which it has to be down, m/s. */
export const gustAtWhichItTips = (stood: Stood): number =>
  Math.sqrt(holds(stood.bags) / Math.max(1e-9, moment(stood, 1)))

/** How far about its foot something on a stand can fall: to its upper edge. */
export const reachOfFall = (heightM: number, tallM: number): number => heightM + tallM / 2

/** A usual arm is held so far behind its head. */
const TAIL_M = 0.6
/** What has to hang on the tail of an arm so that it is in balance, kg. */
export const counterweightKg = (weightKg: number, armM: number): number => (weightKg * armM) / TAIL_M
