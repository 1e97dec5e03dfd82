import { alongWall, cornersOf, extentOf, type PlanPoint, wallsOf } from '../geometry/index.ts'
import { isOnWall, spotPlan } from '../place/index.ts'
import { byId, type Production, type Setup } from '../records/index.ts'
import { lampsOfSetup, letter, ofSetup } from '../setup/index.ts'

/** A drawing for a paper: black on white, to scale. */
export interface PlanDrawing {
  readonly svg: string
  /** One metre of the drawing is so many to one on paper. */
  readonly scale: number
  readonly widthPt: number
  readonly heightPt: number
}

/** Round scales that people have rulers for. */
const SCALES = [20, 25, 50, 75, 100, 125, 150, 200, 250, 300, 400, 500, 750, 1000] as const
const POINTS_PER_METRE = 72 / 0.0254
const PAD_PT = 26

const escaped = (text: string) => text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('"', '&quot;')
const n = (value: number) => value.toFixed(1)

/** What is turned on a plan: 0 up the page and clockwise. */
const turned = (x: number, y: number, deg: number, inner: string) => `<g transform="translate(${n(x)} ${n(y)}) rotate(${n(deg)})">${inner}</g>` // prettier-ignore

/** The plan of a setup to a round scale, as large as fits a box of a paper; null where it has no spot. */
export function planDrawing(
  production: Production,
  setup: Setup,
  box: { readonly widthPt: number; readonly heightPt: number },
): PlanDrawing | null {
  // prettier-ignore
  const spot = byId(production.spot, setup.spotId)
  if (!spot) return null
  const plan = spotPlan(production, spot)
  const lamps = lampsOfSetup(production, setup.id)
  const marks = ofSetup(production.mark, setup)
  const cameras = ofSetup(production.cameraPosition, setup)
  const panels = ofSetup(production.panel, setup)
  const all: PlanPoint[] = [...plan.outline, ...lamps, ...marks, ...cameras, ...panels]
  const { leftM, topM, widthM, depthM } = extentOf(all)
  const fits = (scale: number) => {
    const k = POINTS_PER_METRE / scale
    return widthM * k + 2 * PAD_PT <= box.widthPt && depthM * k + 2 * PAD_PT <= box.heightPt
  }
  const scale = SCALES.find(fits) ?? SCALES.at(-1)!
  const k = POINTS_PER_METRE / scale
  const X = (m: number) => (m - leftM) * k + PAD_PT
  const Y = (m: number) => (m - topM) * k + PAD_PT
  const around = (points: readonly PlanPoint[]) => `M ${points.map((p) => `${n(X(p.xM))} ${n(Y(p.yM))}`).join(' L ')} Z`
  // A halo first, then the letters: the paper's renderer knows no stroke beneath a fill.
  const word = (at: PlanPoint, text: string, down = 14) => {
    const where = `x="${n(X(at.xM))}" y="${n(Y(at.yM) + down)}" text-anchor="middle" font-size="7.5"`
    return `<text ${where} stroke="#ffffff" stroke-width="2.5">${escaped(text)}</text><text ${where}>${escaped(text)}</text>`
  }
  const walls = wallsOf(plan.outline)
  const openings = plan.fittings.filter(isOnWall).flatMap((f) => {
    const wall = walls[f.wall]
    if (!wall) return []
    const [a, b] = [alongWall(wall, f.alongM), alongWall(wall, f.alongM + f.widthM)]
    const line = `x1="${n(X(a.xM))}" y1="${n(Y(a.yM))}" x2="${n(X(b.xM))}" y2="${n(Y(b.yM))}"`
    return [
      `<line ${line} stroke="#ffffff" stroke-width="5"/>`,
      `<line ${line} stroke="#000000" stroke-width="1.2"${f.type === 'window' ? '' : ' stroke-dasharray="3 2"'}/>`,
    ]
  })
  const standing = plan.fittings
    .filter((f) => !isOnWall(f) && f.type !== 'socket' && f.type !== 'fixed lamp')
    .flatMap((f) => [
      `<path d="${around(cornersOf(f))}" fill="none" stroke="#777777" stroke-width="0.7"${f.type === 'no-go' || f.type === 'roof window' ? ' stroke-dasharray="3 2"' : ''}/>`,
      word(f, f.name || f.type, 3),
    ])
  const sockets = plan.fittings
    .filter((f) => f.type === 'socket')
    .map((f) => `<circle cx="${n(X(f.xM))}" cy="${n(Y(f.yM))}" r="2.4" fill="#000000"/>`)
  const parts = [
    `<path d="${around(plan.outline)}" fill="none" stroke="#000000" stroke-width="${spot.outdoors ? 0.8 : 3}"${spot.outdoors ? ' stroke-dasharray="5 4"' : ''}/>`,
    ...openings,
    ...standing,
    ...sockets,
    ...panels.flatMap((p) => {
      const half = Math.max(4, (p.widthM * k) / 2)
      const full = p.type === 'flag' || p.type === 'black'
      const bar = `<rect x="${n(-half)}" y="-1.6" width="${n(2 * half)}" height="3.2" fill="${full ? '#000000' : '#ffffff'}" stroke="#000000" stroke-width="0.8"/><path d="M -3 -2 L 0 -6 L 3 -2" fill="none" stroke="#000000" stroke-width="0.8"/>`
      return [turned(X(p.xM), Y(p.yM), p.bearingDeg, bar), word(p, p.name)]
    }),
    ...cameras.flatMap((c) => [
      turned(X(c.xM), Y(c.yM), c.bearingDeg, '<path d="M -5 7 H 5 V -3 H 3 L 2 -7 H -2 L -3 -3 H -5 Z" fill="#ffffff" stroke="#000000"/>'), // prettier-ignore
      word(c, letter(production, c), 16),
    ]),
    ...marks.flatMap((m) => [
      turned(X(m.xM), Y(m.yM), m.facingDeg, '<path d="M -3 -5 L 0 -11 L 3 -5 Z"/><circle r="4.5"/>'),
      word(m, m.name, 15),
    ]),
    ...lamps.flatMap((l, i) => [
      turned(X(l.xM), Y(l.yM), l.bearingDeg, '<path d="M -4 6 L 4 6 L 4 -1 L 7 -7 L -7 -7 L -4 -1 Z" fill="#ffffff" stroke="#000000" stroke-width="1.2"/>'), // prettier-ignore
      word(l, String(i + 1), 16),
    ]),
  ]
  const [widthPt, heightPt] = [widthM * k + 2 * PAD_PT, depthM * k + 2 * PAD_PT]
  const north = turned(widthPt - 12, 14, (360 - spot.upBearingDeg) % 360, '<path d="M 0 -9 L 4 6 L 0 3 L -4 6 Z"/>')
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${n(widthPt)}" height="${n(heightPt)}" viewBox="0 0 ${n(widthPt)} ${n(heightPt)}">${parts.join('')}${north}</svg>`
  return { svg, scale, widthPt, heightPt }
}
