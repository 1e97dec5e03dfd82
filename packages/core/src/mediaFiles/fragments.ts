import { type Box, boxesIn, type FoundMovie, inside } from './boxes.ts'
import type { Bytes } from './bytes.ts'

/*
 * Movies that are written a fragment at a time, so that one which is cut off is lost only from there on: their tracks
 * are described first, and each fragment says where its own samples lie (ISO/IEC 14496-12, 8.8).
 */

/** What one `moof` box holds, and where the box begins in the file. */
export type Fragment = FoundMovie['fragments'][number]

/** Samples of one track that lie behind one another. */
export interface FragmentRun {
  readonly at: number
  readonly count: number
  /** Bytes and length of its n-th sample, in units of the track. */
  readonly bytesOf: (n: number) => number
  readonly lastsOf: (n: number) => number
  /** All have the same. */
  readonly isUniform: boolean
}

const FLAG = {
  base: 1, description: 2, lasts: 8, bytes: 0x10, flags: 0x20,
  offset: 1, firstFlags: 4, eachLasts: 0x100, eachBytes: 0x200, eachFlags: 0x400, eachShift: 0x800,
} as const // prettier-ignore

/** The number by which fragments name a track. */
export function trackIdOf(moov: Bytes, trak: Box): number {
  const tkhd = inside(moov, trak, 'tkhd')
  return tkhd ? moov.u32be(tkhd.from + (moov.u8(tkhd.from) === 1 ? 20 : 12)) : 0
}

/** What the samples of a track have where a fragment does not say otherwise. */
function usualOf(moov: Bytes, trackId: number): { lasts: number; bytes: number } {
  const mvex = boxesIn(moov, 0, moov.length).find(({ type }) => type === 'mvex')
  const trex = mvex && boxesIn(moov, mvex.from, mvex.to).find(({ type, from }) => type === 'trex' && moov.u32be(from + 4) === trackId) // prettier-ignore
  return trex ? { lasts: moov.u32be(trex.from + 12), bytes: moov.u32be(trex.from + 16) } : { lasts: 0, bytes: 0 }
}

/** Where the samples of a track lie, in order; nothing where the movie is not written in fragments. */
export function fragmentRuns(moov: Bytes, fragments: readonly Fragment[], trackId: number): readonly FragmentRun[] {
  const usual = usualOf(moov, trackId)
  return fragments.flatMap(({ at, bytes }) => {
    let end = at
    const runs: FragmentRun[] = []
    for (const traf of boxesIn(bytes, 0, bytes.length).filter(({ type }) => type === 'traf')) {
      const tfhd = inside(bytes, traf, 'tfhd')
      if (!tfhd) continue
      const isOwn = bytes.u32be(tfhd.from + 4) === trackId
      const flags = bytes.u32be(tfhd.from) & 0xffffff
      let next = tfhd.from + 8
      const optional = (flag: number, wide: number) => {
        if (!(flags & flag)) return null
        next += wide
        return wide === 8 ? bytes.u64be(next - 8) : bytes.u32be(next - 4)
      }
      const base = optional(FLAG.base, 8) ?? at
      optional(FLAG.description, 4)
      const lasts = optional(FLAG.lasts, 4) ?? usual.lasts
      const size = optional(FLAG.bytes, 4) ?? usual.bytes
      for (const trun of boxesIn(bytes, traf.from, traf.to).filter(({ type }) => type === 'trun')) {
        const run = runOf(bytes, trun, { base, end, lasts, bytes: size })
        if (run.isUniform) end = run.at + run.count * run.bytesOf(0)
        else {
          end = run.at
          for (let i = 0; i < run.count; i++) end += run.bytesOf(i)
        }
        if (isOwn && run.count > 0) runs.push(run)
      }
    }
    return runs
  })
}

function runOf(
  bytes: Bytes,
  trun: Box,
  usual: { readonly base: number; readonly end: number; readonly lasts: number; readonly bytes: number },
): FragmentRun {
  const flags = bytes.u32be(trun.from) & 0xffffff
  const hasOffset = (flags & FLAG.offset) !== 0
  const first = trun.from + 8 + (hasOffset ? 4 : 0) + (flags & FLAG.firstFlags ? 4 : 0)
  const [hasLasts, hasBytes] = [(flags & FLAG.eachLasts) !== 0, (flags & FLAG.eachBytes) !== 0]
  const wide = [hasLasts, hasBytes, flags & FLAG.eachFlags, flags & FLAG.eachShift].filter(Boolean).length * 4
  const promised = bytes.u32be(trun.from + 4)
  return {
    at: hasOffset ? usual.base + bytes.i32be(trun.from + 8) : usual.end,
    count: wide > 0 ? Math.min(promised, Math.max(0, Math.floor((trun.to - first) / wide))) : promised,
    lastsOf: (n) => (hasLasts ? bytes.u32be(first + n * wide) : usual.lasts),
    bytesOf: (n) => (hasBytes ? bytes.u32be(first + n * wide + (hasLasts ? 4 : 0)) : usual.bytes),
    isUniform: !hasLasts && !hasBytes,
  }
}

/** How many samples a track has, and how long they last: the first may be off by what comes before it. */
export function countedIn(runs: readonly FragmentRun[]): { samples: number; lasts: number } {
  const votes = new Map<number, number>()
  for (const { count, lastsOf, isUniform } of runs)
    for (let i = 0; i < (isUniform ? 1 : count); i++) votes.set(lastsOf(i), (votes.get(lastsOf(i)) ?? 0) + 1)
  const [usual] = [...votes].toSorted((a, b) => b[1] - a[1])
  return { samples: runs.reduce((sum, { count }) => sum + count, 0), lasts: usual?.[0] ?? 0 }
}
