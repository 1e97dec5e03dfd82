import { fittingsOf } from '../light/index.ts'
import { blank, byId, type Panel, type PlacedLamp, type Production, type Setup } from '../records/index.ts'

/** One thing to be done to have a setup standing. */
export interface BuildTask {
  readonly says: string
  /** Of one pair of hands, minutes. */
  readonly minutes: number
}

/** What it takes to have a setup standing. */
export interface BuildWork {
  readonly tasks: readonly BuildTask[]
  /** With the hands that the setup has, rounded up to whole minutes. */
  readonly minutes: number
}

/** Minutes of one pair of hands. Usual of a small crew that knows its kit; what was typed for other setups corrects them. */
const MINUTES = {
  lamp: 3,
  practical: 1,
  softFitting: 2,
  fitting: 0.5,
  high: 2,
  heavy: 2,
  arm: 3,
  cable: 1.5,
  panel: 2.5,
  largePanel: 5,
  hugePanel: 12,
  bag: 0.5,
  move: 1.5,
  change: 0.5,
  strike: 1,
  camera: 4,
} as const
const HIGH_M = 3
const LARGE_M = 2
const HUGE_M = 3.5
/** Aiming, a look through each camera, a meter in hand: nobody can help with it. */
const TUNING_MIN = 4
/** Two people at one thing are not twice as quick. */
const SHARED = 0.85

const lampMinutes = (lamp: PlacedLamp): number =>
  (lamp.role === 'practical' ? MINUTES.practical : MINUTES.lamp) +
  fittingsOf(lamp.fittings).reduce((sum, { faceM }) => sum + (faceM ? MINUTES.softFitting : MINUTES.fitting), 0) +
  (lamp.gelMireds !== 0 ? MINUTES.fitting : 0) +
  (lamp.heightM > HIGH_M ? MINUTES.high : 0) +
  (lamp.watts > 900 ? MINUTES.heavy : 0) +
  (lamp.armM > 0 ? MINUTES.arm : 0) +
  (lamp.circuitId !== null ? MINUTES.cable : 0) +
  lamp.bags * MINUTES.bag

const panelMinutes = ({ widthM, tallM, bags }: Panel): number => {
  const side = Math.max(widthM, tallM)
  return (
    (side >= HUGE_M ? MINUTES.hugePanel : side >= LARGE_M ? MINUTES.largePanel : MINUTES.panel) + bags * MINUTES.bag
  )
}

type Thing =
  | { readonly kind: 'lamp'; readonly name: string; readonly is: string; readonly record: PlacedLamp }
  | { readonly kind: 'panel'; readonly name: string; readonly is: string; readonly record: Panel }

const thingsOf = (production: Tables, setupId: string): Thing[] => [
  ...Object.values(production.lamp)
    .filter((lamp) => lamp.setupId === setupId)
    .map((record): Thing => ({ kind: 'lamp', name: `${record.role}, ${record.name}`, is: `${record.name} ${record.role}`, record })), // prettier-ignore
  ...Object.values(production.panel)
    .filter((panel) => panel.setupId === setupId)
    .map((record): Thing => ({ kind: 'panel', name: record.name, is: `${record.type} ${record.widthM} ${record.tallM}`, record })), // prettier-ignore
]

type Tables = Pick<Production, 'setup' | 'lamp' | 'panel' | 'cameraPosition'>

const fullMinutes = (thing: Thing) => (thing.kind === 'lamp' ? lampMinutes(thing.record) : panelMinutes(thing.record))

const MOVED_M = 0.05
const TURNED_DEG = 3

function changeOf(thing: Thing, was: Thing): BuildTask[] {
  const [a, b] = [thing.record, was.record]
  const movedM = Math.hypot(a.xM - b.xM, a.yM - b.yM, a.heightM - b.heightM)
  const turnedDeg = Math.abs(((a.bearingDeg - b.bearingDeg + 540) % 360) - 180)
  const tasks: BuildTask[] = []
  if (movedM > MOVED_M) tasks.push({ says: `${thing.name}: moved`, minutes: MINUTES.move })
  else if (turnedDeg > TURNED_DEG) tasks.push({ says: `${thing.name}: turned`, minutes: MINUTES.change })
  if (thing.kind === 'lamp' && was.kind === 'lamp') {
    const set = ({ levelPct, lossStops, gelMireds, cctK, fittings }: PlacedLamp) =>
      JSON.stringify([levelPct, lossStops, gelMireds, cctK, fittings])
    if (set(thing.record) !== set(was.record)) tasks.push({ says: `${thing.name}: set anew`, minutes: MINUTES.change })
  }
  return tasks
}

const inMinutes = (tasks: readonly BuildTask[], hands: number): number => {
  if (tasks.length === 0) return 0
  const all = tasks.reduce((sum, { minutes }) => sum + minutes, 0)
  const longest = Math.max(...tasks.map(({ minutes }) => minutes))
  const shared = hands > 1 ? all / (1 + (hands - 1) * SHARED) : all
  return Math.ceil(Math.max(longest, shared) + TUNING_MIN)
}

const camerasOf = ({ cameraPosition }: Tables, setupId: string) =>
  Object.values(cameraPosition).filter((position) => position.setupId === setupId)

/** A setup from an empty floor: every lamp, cloth and camera placed, cabled, weighted and set. */
export function buildWork(production: Tables, setup: Setup): BuildWork {
  const tasks = [
    ...thingsOf(production, setup.id).map((thing): BuildTask => ({ says: thing.name, minutes: fullMinutes(thing) })),
    ...camerasOf(production, setup.id).map((): BuildTask => ({ says: 'a camera placed', minutes: MINUTES.camera })),
  ]
  return { tasks, minutes: inMinutes(tasks, setup.hands) }
}

/** A setup from another that stands there: what stays is not done again. */
export function workFrom(production: Tables, from: Setup, to: Setup): BuildWork {
  const left = thingsOf(production, from.id)
  const tasks: BuildTask[] = []
  for (const thing of thingsOf(production, to.id)) {
    const at = left.findIndex((other) => other.is === thing.is)
    if (at < 0) tasks.push({ says: `${thing.name}: added`, minutes: fullMinutes(thing) })
    else tasks.push(...changeOf(thing, left.splice(at, 1)[0]!))
  }
  tasks.push(...left.map((thing) => ({ says: `${thing.name}: struck`, minutes: MINUTES.strike })))
  const stood = new Map(camerasOf(production, from.id).map((position) => [position.cameraId as string, position]))
  for (const position of camerasOf(production, to.id)) {
    const was = stood.get(position.cameraId)
    const movedM = was ? Math.hypot(was.xM - position.xM, was.yM - position.yM) : Infinity
    if (movedM > MOVED_M) tasks.push({ says: 'a camera moved', minutes: was ? MINUTES.move : MINUTES.camera })
  }
  return { tasks, minutes: inMinutes(tasks, to.hands) }
}

const PACE_FROM = 2
const UNSAID_MIN = blank('setup').buildMin

/** What was reckoned of one state of the tables: an order asks for the same pairs over and over. */
interface Kept extends Tables {
  readonly pace: OwnPace
  readonly relight: Map<string, number>
}
const keptByLamps = new WeakMap<Tables['lamp'], Kept>()
function keptOf(production: Tables): Kept {
  const { setup, lamp, panel, cameraPosition } = production
  const known = keptByLamps.get(lamp)
  if (known?.setup === setup && known.panel === panel && known.cameraPosition === cameraPosition) return known
  const made: Kept = { setup, lamp, panel, cameraPosition, pace: paceOf(production), relight: new Map() }
  keptByLamps.set(lamp, made)
  return made
}

/**
 * How much longer than by their parts this crew says that setups take: the middle of what was typed against what the
 * parts say, over setups from an empty floor; 1 where too few say something of their own.
 */
export const ownPace = (production: Tables): OwnPace => keptOf(production).pace

/** How a crew's minutes stand to those by parts, and by how many setups that is known. */
export interface OwnPace {
  readonly factor: number
  readonly setups: number
}

function paceOf(production: Tables): OwnPace {
  const ratios = Object.values(production.setup).flatMap((setup) => {
    // What a setup begins with nobody has said.
    if (setup.parentId !== null || setup.buildMin <= 0 || setup.buildMin === UNSAID_MIN) return []
    const { tasks, minutes } = buildWork(production, setup)
    return tasks.length > 0 && setup.buildMin !== minutes ? [setup.buildMin / minutes] : []
  })
  if (ratios.length < PACE_FROM) return { factor: 1, setups: 0 }
  const sorted = [...ratios].sort((a, b) => a - b)
  return { factor: sorted[Math.floor(sorted.length / 2)]!, setups: ratios.length }
}

/** What by its parts a setup takes here, at this crew's pace, minutes. */
export const suggestedMinutes = (production: Tables, setup: Setup): number =>
  Math.ceil(buildWork(production, setup).minutes * ownPace(production).factor)

/** Setups of one family: made from one another, or from the same one. */
const isKin = (a: Setup, b: Setup): boolean =>
  a.parentId === b.id || b.parentId === a.id || (a.parentId !== null && a.parentId === b.parentId)

/**
 * Minutes to have a setup standing when another stands there: what was said for it, or less where both are of one family
 * in one spot and most of it stands already.
 */
export function relightMinutes(production: Tables, fromSetupId: string, toSetupId: string): number | null {
  const to = byId(production.setup, toSetupId)
  if (!to) return null
  const from = byId(production.setup, fromSetupId)
  if (!from || from.spotId !== to.spotId || !isKin(from, to)) return to.buildMin
  if (thingsOf(production, to.id).length === 0 && thingsOf(production, from.id).length === 0) return to.buildMin
  const { relight, pace } = keptOf(production)
  const key = `${fromSetupId} ${toSetupId}`
  const found =
    relight.get(key) ?? Math.min(to.buildMin, Math.ceil(workFrom(production, from, to).minutes * pace.factor))
  relight.set(key, found)
  return found
}
