import type { SyncRow } from '../sync/index.ts'
import { toCsv } from '../text/index.ts'
import type { FrameRate } from '../timecode/index.ts'
import { otioTimeline } from './openTimelineIo.ts'

/** Sound is counted in thousands of a second, finer than any frame; an editor reads it at the rate it likes. */
const SOUND_RATE = { num: 48_000, den: 1 }

const metadataOf = ({ heard, believed, why }: SyncRow) => ({
  believed,
  why,
  ...(heard !== null && heard !== 'nothing in common'
    ? { driftPpm: heard.driftPpm, withinSeconds: heard.offsetWithinSeconds, inverted: heard.isInverted }
    : {}),
})

/** Recordings at where they lie, as an OpenTimelineIO timeline: a track each, drift noted. What lies nowhere is left out. */
export function syncTimeline(name: string, rate: FrameRate, rows: readonly SyncRow[]): object {
  const placed = rows.filter(({ atS }) => atS !== null)
  const first = Math.min(0, ...placed.map(({ atS }) => atS!))
  return otioTimeline(
    name,
    rate,
    placed.map((row) => {
      const clipRate = row.source.kind === 'sound' ? SOUND_RATE : rate
      const perSecond = clipRate.num / clipRate.den
      return {
        name: row.source.name,
        kind: row.source.kind === 'sound' ? ('Audio' as const) : ('Video' as const),
        clips: [
          {
            name: row.source.name,
            rate: clipRate,
            atSeconds: row.atS! - first,
            startFrame: Math.round((row.source.startS ?? 0) * perSecond),
            frames: Math.round(row.source.seconds * perSecond),
            markers: [],
            metadata: metadataOf(row),
          },
        ],
      }
    }),
  )
}

/** The same as a table, seconds with six decimals. */
export const syncCsv = (rows: readonly SyncRow[]): string =>
  toCsv(
    [
      'file',
      'at s',
      'by sound s',
      'by claps s',
      'by timecode s',
      'apart s',
      'believed',
      'drift ppm',
      'inverted',
      'why',
    ],
    rows.map((row) => {
      const lined = row.heard !== null && row.heard !== 'nothing in common' ? row.heard : null
      const seconds = (value: number | null) => (value === null ? '' : value.toFixed(6))
      return [row.source.name, seconds(row.atS), seconds(row.bySoundS), seconds(row.byClap?.offsetS ?? null), seconds(row.byTimecodeS), seconds(row.apartS), row.believed, lined ? lined.driftPpm.toFixed(2) : '', lined ? (lined.isInverted ? 'yes' : 'no') : '', row.why] // prettier-ignore
    }),
  )
