import { DateTime } from 'luxon'
import { z } from 'zod'
import { type Outcome, readWith } from '../outcome/index.ts'
import { type FoundFile, type LoggedRun, type LoggedTake, reconcile } from './reconcile.ts'

/* A day's log and a listing of files, for other programs. Names are those of the file, not of this code. */
const text = z.string()
const FILE = z.object({
  date: z.iso.date(),
  devices: z.array(z.object({ id: text, timecode: z.boolean(), cards: z.array(text) })).max(200),
  takes: z
    .array(
      z.object({
        slate: text,
        take: z.number(),
        started_at: text.nullable().default(null),
        ended_at: text.nullable().default(null),
        good: z.boolean().nullable().default(false),
        devices: z.array(z.object({ device: text, card: text.nullable().default(null), start_tc: text.nullable().default(null) })), // prettier-ignore
      }),
    )
    .max(5000),
  files: z
    .array(
      z.object({
        card: text,
        name: text,
        start_tc: text.nullable().default(null),
        duration_s: z.number().min(0),
        modified: text.nullable().default(null),
      }),
    )
    .max(50_000),
})
export type ReconcileFile = z.infer<typeof FILE>

/** Reads such a file; refused with what is wrong and where. */
export const readReconcileFile = (asked: unknown): Outcome<ReconcileFile, { readonly says: string }> =>
  readWith(FILE, asked)

const secondsOf = (time: string | null): number | null => {
  if (time === null) return null
  const at = DateTime.fromISO(time, { zone: 'utc' })
  return at.isValid ? at.toSeconds() : null
}
/** A label as it stands: hours, minutes, seconds; frames are less than is asked here. */
const labelSeconds = (label: string | null): number | null => {
  const match = /^(\d{2}):(\d{2}):(\d{2})[:;](\d+)$/.exec(label ?? '')
  return match ? Number(match[1]) * 3600 + Number(match[2]) * 60 + Number(match[3]) : null
}

/** The answer to such a file. */
export function answerReconcile({ date, devices, takes, files }: ReconcileFile): object {
  const deviceOf = new Map(devices.flatMap(({ id, cards }) => cards.map((card) => [card, id] as const)))
  const hasTimecode = new Map(devices.map(({ id, timecode }) => [id, timecode]))
  const logged = takes.map((take): LoggedTake => ({ startS: secondsOf(take.started_at), endS: secondsOf(take.ended_at) })) // prettier-ignore
  const runs = takes.flatMap((take, t) => take.devices.map((run): LoggedRun => ({ take: t, device: run.device, card: run.card, startLabelS: labelSeconds(run.start_tc) }))) // prettier-ignore
  const found = files.map((file): FoundFile => ({
    card: file.card,
    name: file.name,
    device: deviceOf.get(file.card) ?? file.card.slice(0, 1),
    endedS: secondsOf(file.modified),
    durationS: file.duration_s,
    startLabelS: labelSeconds(file.start_tc),
  }))
  const result = reconcile(logged, runs, found, secondsOf(date)!)
  const fileOf = (i: number) => ({ card: files[i]!.card, name: files[i]!.name })
  const runOf = ({ take, device }: LoggedRun) => ({ slate: takes[take]!.slate, take: takes[take]!.take, device })
  const without = runs.filter((_, i) => !result.files[i]!.length)
  const cardsOf = new Map<string, string[]>()
  for (const { card, name } of files) cardsOf.set(name, [...(cardsOf.get(name) ?? []), card])
  return {
    matches: runs.map((run, i) => ({ ...runOf(run), files: result.files[i]!.map(fileOf) })),
    unlogged_files: result.unlogged.map(fileOf),
    old_files: result.old.map(fileOf),
    takes_without_file: without.map(runOf),
    good_takes_without_file: without.filter(({ take }) => takes[take]!.good === true).map(runOf),
    split_takes: runs.filter((_, i) => result.files[i]!.length > 1).map(runOf),
    duplicate_names: [...cardsOf].flatMap(([name, cards]) => (cards.length > 1 ? [{ name, cards }] : [])),
    wrong_card: runs.flatMap((run, i) => {
      const cards = [...new Set(result.files[i]!.map((f) => files[f]!.card))].filter((card) => run.card !== null && card !== run.card) // prettier-ignore
      return cards.map((card) => ({ ...runOf(run), logged: run.card, found: card }))
    }),
    clocks: result.clocks.map(({ device, aheadS, labelAheadS }) => ({
      device,
      modified_offset_s: aheadS === null ? null : Math.round(aheadS),
      timecode_offset_s: hasTimecode.get(device) ? labelAheadS : null,
    })),
  }
}
