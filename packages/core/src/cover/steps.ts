import {
  type CoverCamera,
  type CoverProblem,
  handlingSeconds,
  type Kind,
  KINDS,
  needByStep,
  newBattery,
  newCard,
} from './problem.ts'
import { twinsBy } from './twins.ts'

/** The problem in steps, with the cameras that count only. */
export interface Steps {
  readonly end: number
  /** Good angles that are wanted, by step. */
  readonly need: readonly number[]
  readonly walk: readonly (readonly number[])[]
  /** The longest of the walks. */
  readonly farthest: number
  readonly cameras: readonly SteppedCamera[]
  /** Cameras that differ in nothing that may still matter, and people likewise. */
  readonly cameraTwins: readonly (readonly number[])[]
  readonly personTwins: readonly (readonly number[])[]
  readonly people: readonly {
    readonly place: number
    readonly posts: readonly { readonly place: number; readonly from: number; readonly to: number }[]
  }[]
}
export interface SteppedCamera {
  readonly index: number
  readonly place: number
  readonly start: number
  readonly camera: CoverCamera
  readonly hands: Readonly<Record<Kind, number>>
  /**
   * What may be done to it: nobody changes a card or a battery that lasts from the first to the end. One that was
   * changed before may be changed again though it would last: longer hands can mean a later end.
   */
  readonly kinds: readonly Kind[]
  /** The longest it can record after one visit. */
  readonly mostPerVisit: number
  /** How long each clock goes once it is renewed, steps rounded down. */
  readonly renewed: { readonly run: number; readonly card: number; readonly battery: number }
  readonly first: readonly [run: number, card: number, battery: number]
}

/** All of a camera that its clocks do not say; the first of each are in them. */
const likenessOf = ({ place, start, hands, kinds, camera }: SteppedCamera): string =>
  JSON.stringify([place, start, hands, kinds, camera.runLimitS, camera.cardS, camera.batteryS, camera.restartS, camera.cardSwapS, camera.batterySwapS]) // prettier-ignore

export const [RUN, CARD, BATTERY, BUSY, PER_CAMERA] = [0, 1, 2, 3, 4]

/** The same in whole steps: hands and walks rounded up, what lasts rounded down, so that what holds in steps holds in seconds. */
export function inSteps(problem: CoverProblem): Steps {
  const { stepS } = problem
  const end = Math.floor(problem.durationS / stepS)
  const down = (seconds: number | null) => (seconds === null ? end : Math.min(end, Math.floor(seconds / stepS)))
  const up = (seconds: number) => Math.ceil(seconds / stepS)
  const cameras = problem.cameras.flatMap((camera, index): SteppedCamera[] => {
    if (!camera.isGood) return []
    const start = up(camera.startS)
    const run = down(camera.runLimitS)
    const hands = Object.fromEntries(KINDS.map((kind) => [kind, up(handlingSeconds(camera, kind))])) as Record<Kind, number> // prettier-ignore
    const [card, battery] = [down(camera.cardS), down(camera.batteryS)]
    // A clock that ends within a step has ended when it begins: what is promised of a step is held through it.
    const until = (seconds: number | null) => (seconds === null ? end : down(camera.startS + seconds))
    const first = [
      until(camera.runFirstS ?? camera.runLimitS),
      until(camera.cardFirstS),
      until(camera.batteryFirstS),
    ] as const
    const renewed = { run, card, battery }
    const mostPerVisit = Math.min(run, Math.max(card, down(camera.cardFirstS)), Math.max(battery, down(camera.batteryFirstS))) // prettier-ignore
    const [runs, cards, batteries] = first.map((ends_) => ends_ < end)
    const kinds = KINDS.filter((kind) => (kind === 'restart' ? runs : (!newCard(kind) || cards) && (!newBattery(kind) || batteries))) // prettier-ignore
    return [{ index, place: camera.place, start, camera, hands, kinds, mostPerVisit, renewed, first }]
  })
  const need = needByStep(problem).slice(0, end)
  return {
    end,
    need,
    walk: problem.walkS.map((row) => row.map(up)),
    farthest: Math.max(0, ...problem.walkS.flat().map(up)),
    cameras,
    cameraTwins: twinsBy(cameras, likenessOf),
    personTwins: twinsBy(problem.attendants, ({ posts }) => JSON.stringify(posts)),
    people: problem.attendants.map(({ place, posts }) => ({
      place,
      posts: posts
        .map((post) => ({ place: post.place, from: Math.floor(post.fromS / stepS), to: up(post.toS) }))
        .toSorted((a, b) => a.from - b.from),
    })),
  }
}

/** The step in which the first of a camera's clocks ends. */
export const ends = (clocks: Int32Array, c: number) => {
  const i = c * PER_CAMERA
  return Math.min(clocks[i + RUN]!, clocks[i + CARD]!, clocks[i + BATTERY]!)
}
