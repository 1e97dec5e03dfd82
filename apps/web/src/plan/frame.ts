import { createContext, use } from 'react'
import type { Extent, LabelPlace, PlanPoint } from '@kavrell/core/geometry'
import type { Units } from '@kavrell/core/text'

/** Points round what is drawn: room for a wall's length, and to put a lamp outside. */
export const PAD = 40

/** Points of a drawing across and most points down; fewer on a phone, where its words would be too small. */
export interface PlanSize {
  readonly wide: number
  readonly tall: number
}
export const SIZES: Readonly<Record<'desk' | 'phone', PlanSize>> = {
  desk: { wide: 700, tall: 480 },
  phone: { wide: 390, tall: 420 },
}

/** How much nearer than the whole of it one looks, and at which point of the plan. */
export interface Look {
  readonly zoom: number
  readonly at: PlanPoint
}

/** From metres on a plan to points of its drawing and back. */
export interface PlanScale {
  readonly width: number
  readonly height: number
  /** Points to a metre. */
  readonly scale: number
  readonly X: (metres: number) => number
  readonly Y: (metres: number) => number
  readonly metres: (x: number, y: number) => PlanPoint
}

/** A drawing that holds an extent and its margin, or, zoomed, a part of it. */
export function planScale(extent: Extent, look: Look | null, { wide, tall }: PlanSize): PlanScale {
  const { leftM, topM, widthM, depthM } = extent
  const whole = Math.min((wide - 2 * PAD) / widthM, (tall - 2 * PAD) / depthM)
  // As wide as a page gives it, whatever the room: then a point of it is a point of the page at one rate.
  const [width, height] = [wide, depthM * whole + 2 * PAD]
  const zoom = look?.zoom ?? 1
  const at = look?.at ?? { xM: leftM + widthM / 2, yM: topM + depthM / 2 }
  const scale = whole * zoom
  return {
    width,
    height,
    scale,
    X: (m) => width / 2 + (m - at.xM) * scale,
    Y: (m) => height / 2 + (m - at.yM) * scale,
    metres: (x, y) => ({ xM: at.xM + (x - width / 2) / scale, yM: at.yM + (y - height / 2) / scale }),
  }
}

/** An extent that takes in what stands outside of it. */
export function extentWith(extent: Extent, points: readonly PlanPoint[]): Extent {
  const left = Math.min(extent.leftM, ...points.map((p) => p.xM))
  const top = Math.min(extent.topM, ...points.map((p) => p.yM))
  const right = Math.max(extent.leftM + extent.widthM, ...points.map((p) => p.xM))
  const bottom = Math.max(extent.topM + extent.depthM, ...points.map((p) => p.yM))
  return { leftM: left, topM: top, widthM: right - left, depthM: bottom - top }
}

/** What every layer of a plan is drawn with. */
export interface PlanFrame extends PlanScale {
  readonly units: Units
  readonly mayPlan: boolean
  /** Where a word stands beside its thing. */
  readonly labels: ReadonlyMap<string, LabelPlace>
  /** A point of the page on the plan. */
  readonly pointAt: (clientX: number, clientY: number) => PlanPoint
}
export const PlanContext = createContext<PlanFrame | null>(null)
export function usePlan(): PlanFrame {
  const frame = use(PlanContext)
  if (!frame) throw new Error('A layer of a plan was drawn outside of one')
  return frame
}

/** A colour of the theme, for what is drawn. */
export const colour = (token: string): string => `var(--chakra-colors-${token})`

/** The path round some points. */
export const around = ({ X, Y }: PlanScale, points: readonly PlanPoint[]): string =>
  `${points.map((p, i) => `${i ? 'L' : 'M'} ${X(p.xM)} ${Y(p.yM)}`).join(' ')} Z`
