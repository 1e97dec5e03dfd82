import { z } from 'zod'
import { fail, ok, type Outcome, readWith } from '../outcome/index.ts'
import type { CoverProblem, Intervention } from './problem.ts'
import { type Rota, solveWithin } from './solve.ts'

/* An event as a file, for other programs. Names are those of the file, not of this code. */
const seconds = z.number().min(0).max(1_000_000)
const FILE = z.object({
  duration_s: seconds,
  step_s: z.number().positive().max(3600),
  need_good: z.int().min(0).max(100),
  cover_from_s: seconds,
  /** Where another number is wanted: from which second until the next of them. */
  phases: z
    .array(z.object({ from_s: seconds, need_good: z.int().min(0).max(100) }))
    .max(100)
    .default([]),
  places: z.array(z.string()).max(100),
  walk_s: z.record(z.string(), z.record(z.string(), seconds)),
  cameras: z
    .array(
      z.object({
        id: z.string(),
        place: z.string(),
        good_angle: z.boolean(),
        start_s: seconds,
        run_limit_s: seconds.nullable(),
        card_s: seconds,
        card_first_s: seconds,
        battery_s: seconds,
        battery_first_s: seconds,
        restart_s: seconds,
        card_swap_s: seconds,
        battery_swap_s: seconds,
      }),
    )
    .max(24),
  attendants: z
    .array(
      z.object({
        id: z.string(),
        place: z.string(),
        posts: z.array(z.object({ place: z.string(), from_s: seconds, to_s: seconds })).default([]),
      }),
    )
    .max(24),
})

export interface CoverFile {
  readonly problem: CoverProblem
}

/** Reads such a file; refused with what is wrong and where. */
export function readCoverFile(asked: unknown): Outcome<CoverFile, { readonly says: string }> {
  const read = readWith(FILE, asked)
  if (!read.ok) return read
  const { places, walk_s, cameras, attendants } = read.value
  const named = [...cameras, ...attendants, ...attendants.flatMap(({ posts }) => posts)].map(({ place }) => place)
  const strange = named.find((place) => !places.includes(place))
  if (strange !== undefined) return fail({ says: `places: there is no place ${strange}.` })
  for (const list of [cameras, attendants]) {
    const twice = list.find(({ id }, i) => list.findIndex((other) => other.id === id) !== i)
    if (twice) return fail({ says: `${twice.id} is there twice.` })
  }
  const far = places.flatMap((a) => places.flatMap((b) => (a !== b && walk_s[a]?.[b] === undefined ? [`${a} to ${b}`] : [])))[0] // prettier-ignore
  if (far !== undefined) return fail({ says: `walk_s: nothing is said of ${far}.` })
  const at = (place: string) => places.indexOf(place)
  return ok({
    problem: {
      durationS: read.value.duration_s,
      stepS: read.value.step_s,
      needGood: read.value.need_good,
      coverFromS: read.value.cover_from_s,
      phases: read.value.phases.toSorted((a, b) => a.from_s - b.from_s).map(({ from_s, need_good }) => ({ fromS: from_s, needGood: need_good })), // prettier-ignore
      walkS: places.map((a) => places.map((b) => walk_s[a]?.[b] ?? 0)),
      cameras: cameras.map((camera) => ({
        id: camera.id,
        place: at(camera.place),
        isGood: camera.good_angle,
        startS: camera.start_s,
        runLimitS: camera.run_limit_s,
        cardFirstS: camera.card_first_s,
        cardS: camera.card_s,
        batteryFirstS: camera.battery_first_s,
        batteryS: camera.battery_s,
        restartS: camera.restart_s,
        cardSwapS: camera.card_swap_s,
        batterySwapS: camera.battery_swap_s,
      })),
      attendants: attendants.map(({ id, place, posts }) => ({
        id,
        place: at(place),
        posts: posts.map((post) => ({ place: at(post.place), fromS: post.from_s, toS: post.to_s })),
      })),
    },
  })
}

/** How long proofs are looked for: an instance of 8 cameras and 3 hours would take far longer. */
const PATIENCE_MS = 60_000

/** The answer to such a file: the schedule with its slack and what is proved of it; or how far it can be held. */
export function answerCover({ problem }: CoverFile, rota: Rota = solveWithin(problem, PATIENCE_MS)): object {
  const told = (schedule: readonly Intervention[]) =>
    schedule.map(({ beginS, attendant, camera, kind }) => ({
      begin_s: beginS,
      attendant: problem.attendants[attendant]!.id,
      camera: problem.cameras[camera]!.id,
      kind,
    }))
  if (rota.status === 'held')
    return {
      status: rota.isFewestProved ? 'optimal' : 'best_known',
      interventions: rota.schedule.length,
      least_interventions: rota.leastVisits,
      smallest_slack_s: rota.smallestSlackS,
      slack_proved: rota.isSlackProved,
      schedule: told(rota.schedule),
    }
  return {
    status: rota.isProved ? 'infeasible' : 'not_found',
    first_uncovered_s: rota.firstUncoveredS,
    largest_n: rota.most.good,
    interventions_for_largest_n: rota.most.good ? rota.most.visits : null,
    schedule_for_largest_n: told(rota.most.schedule),
    a_longest_schedule: told(rota.longest),
  }
}
