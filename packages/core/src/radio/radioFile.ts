import { z } from 'zod'
import { fail, ok, type Outcome } from '../outcome/index.ts'
import { largestSet } from './largest.ts'
import { conflictsOf, type RadioConflict, type RadioRules } from './products.ts'

/* Frequencies as a file, for other programs: megahertz, distances in kilohertz. */
const mhz = z.number().positive().max(300_000)
const khz = z.number().positive().max(1_000_000)
const RULES = {
  min_spacing_khz: khz,
  guard_2tx_khz: khz,
  guard_3tx_khz: khz.nullable().default(null),
  guard_5th_khz: khz.nullable().default(null),
}
const FILE = z.union([
  z.object({ frequencies_mhz: z.array(mhz).max(200), ...RULES }),
  z.object({
    band_mhz: z.tuple([mhz, mhz]),
    grid_khz: khz,
    exclusions_mhz: z.array(z.tuple([mhz, mhz])).default([]),
    in_the_air_mhz: z.array(mhz).max(100).default([]),
    ...RULES,
  }),
])
export type RadioFile = z.infer<typeof FILE>

const inKHz = (megahertz: number) => Math.round(megahertz * 1000)
const MOST_CANDIDATES = 4000

/** Reads such a file; refused with what is wrong and where. */
export function readRadioFile(asked: unknown): Outcome<RadioFile, { readonly says: string }> {
  const read = FILE.safeParse(asked)
  if (!read.success)
    return fail({ says: 'Asked are frequencies_mhz, or band_mhz with grid_khz; both with min_spacing_khz and guard_2tx_khz, above 0.' }) // prettier-ignore
  if ('band_mhz' in read.data) {
    const [low, high] = read.data.band_mhz
    if (low > high) return fail({ says: `band_mhz: ${low} is above ${high}.` })
    if (((high - low) * 1000) / read.data.grid_khz > MOST_CANDIDATES) return fail({ says: `grid_khz: more than ${MOST_CANDIDATES} steps in the band.` }) // prettier-ignore
  }
  return ok(read.data)
}

const toldTypes = { spacing: 'spacing', two: 'im3_2tx', three: 'im3_3tx', fifth: 'im5_2tx' } as const
const inMHz = (kHz: number) => kHz / 1000

function told(conflict: RadioConflict): object {
  const type = toldTypes[conflict.type]
  if (conflict.type === 'spacing')
    return { type, frequencies: [inMHz(conflict.a), inMHz(conflict.b)], distance_khz: conflict.distanceKHz }
  const { a, b, product, victim, distanceKHz } = conflict
  const third = conflict.type === 'three' ? { c: inMHz(conflict.c) } : {}
  return { type, a: inMHz(a), b: inMHz(b), ...third, product: inMHz(product), victim: inMHz(victim), distance_khz: distanceKHz } // prettier-ignore
}

/** The points of a band's grid outside the exclusions, whose ends belong to them. Kilohertz. */
export function gridOf(
  bandKHz: readonly [number, number],
  stepKHz: number,
  exclusionsKHz: readonly (readonly [number, number])[],
): number[] {
  const steps = Math.floor((bandKHz[1] - bandKHz[0]) / stepKHz)
  return Array.from({ length: steps + 1 }, (_, i) => bandKHz[0] + i * stepKHz).filter(
    (f) => !exclusionsKHz.some(([from, to]) => f >= from && f <= to),
  )
}

/** The answer to such a file: what disturbs what, or the largest set that leaves one another alone. */
export function answerRadio(file: RadioFile): object {
  const rules: RadioRules = {
    spacingKHz: file.min_spacing_khz,
    guard2KHz: file.guard_2tx_khz,
    guard3KHz: file.guard_3tx_khz,
    guard5KHz: file.guard_5th_khz,
  }
  if ('frequencies_mhz' in file) {
    const conflicts = conflictsOf(file.frequencies_mhz.map(inKHz), rules)
    const count = (type: RadioConflict['type']) => conflicts.filter((conflict) => conflict.type === type).length
    return {
      compatible: !conflicts.length,
      count_spacing: count('spacing'),
      count_im3_2tx: count('two'),
      count_im3_3tx: count('three'),
      count_im5_2tx: count('fifth'),
      conflicts: conflicts.map(told),
    }
  }
  const [low, high] = file.band_mhz
  const exclusions = file.exclusions_mhz.map(([from, to]) => [inKHz(from), inKHz(to)] as const)
  const found = largestSet({
    candidatesKHz: gridOf([inKHz(low), inKHz(high)], file.grid_khz, exclusions),
    fixedKHz: file.in_the_air_mhz.map(inKHz),
    rules,
  })
  return {
    proved_optimal: found.isProved,
    [found.isProved ? 'max_size' : 'best_known_size']: found.setKHz.length,
    at_most: found.most,
    set_mhz: found.setKHz.map(inMHz),
  }
}
