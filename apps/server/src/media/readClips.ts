import { constants } from 'node:fs'
import { open } from 'node:fs/promises'
import path from 'node:path'
import type { CopiedFile } from '@kavrell/copying'
import { type ByteSource, framesOf, headOfSequence, type MediaHead, type PictureHead, readImage, readMediaHead, type Sequence, sequencesOf } from '@kavrell/core/mediaFiles' // prettier-ignore
import type { Outcome } from '@kavrell/core/outcome'
import { blank, type RecordFields, refuseTogether, refuseValue } from '@kavrell/core/records'
import { formatTimecode, type FrameRate, secondsOfFrames } from '@kavrell/core/timecode'

type ClipFields = RecordFields<'clip'>

/** More are not read of one card: what is on the log and not among these is said not to be known. */
const MOST_CLIPS = 2000
/** What is shorter and no recording that can be read is what a camera notes beside its clips. */
const LEAST_UNREAD_BYTES = 1_000_000
/** A recorder that does not say how it counts frames still says when it began. */
const CLOCK_RATE: FrameRate = { num: 25, den: 1, drop: false }

/** Reads of each recording on a card what it says of itself. What cannot be read stands by its length and time alone. */
export async function readClips(
  root: string,
  files: readonly CopiedFile[],
  about: Pick<ClipFields, 'cardId' | 'reading'> & { readonly bytesStandFor: number },
): Promise<ClipFields[]> {
  const { cardId, reading, bytesStandFor } = about
  const clips: ClipFields[] = []
  // Frames in files of their own are one recording.
  const { sequences, others } = sequencesOf(files, ({ path }) => path)
  for (const file of [...sequences.map(asOne), ...others]) {
    if (clips.length === MOST_CLIPS) break
    const head = 'sequence' in file ? await headOfFrames(root, file.sequence) : await headOf(path.join(root, file.path))
    if (!head && file.bytes * bytesStandFor < LEAST_UNREAD_BYTES) continue
    const plain = blank('clip', {
      cardId,
      reading,
      // Cut, it may end in half a letter, which the database would refuse.
      path: Buffer.from(file.path.slice(0, 1000)).toString(),
      bytes: file.bytes,
      holds: head?.kind ?? ('sequence' in file ? 'picture' : 'unread'),
      modifiedAt: new Date(Math.max(0, file.modifiedMs)).toISOString(),
    })
    const said = head ? saidBy(head) : {}
    const { seconds = null } = said
    // A label that is none at its rate leaves the length.
    clips.push(
      [
        { ...plain, ...said },
        { ...plain, seconds },
      ].find(isKeepable) ?? plain,
    )
  }
  return clips
}

/** A recording of many files as if it were one: all their bytes, and the newest of their times. */
const asOne = (sequence: Sequence<CopiedFile>) => ({
  sequence,
  path: sequence.name,
  bytes: sequence.files.reduce((sum, { bytes }) => sum + bytes, 0),
  modifiedMs: sequence.files.reduce((newest, { modifiedMs }) => Math.max(newest, modifiedMs), 0),
})

/** Without a rate in its pictures nobody knows how long it lasts. */
async function headOfFrames(root: string, sequence: Sequence<CopiedFile>): Promise<PictureHead | null> {
  const first = await readFrom(path.join(root, sequence.files[0]!.path), readImage)
  return first?.rate ? headOfSequence(first, framesOf(sequence), first.rate) : null
}

const headOf = (file: string): Promise<MediaHead | null> => readFrom(file, readMediaHead)

/** What a reader finds in a file; nothing where it cannot be read. */
async function readFrom<Head>(
  file: string,
  reader: (source: ByteSource) => Promise<Outcome<Head, unknown>>,
): Promise<Head | null> {
  const handle = await open(file, constants.O_RDONLY | constants.O_NOFOLLOW).catch(() => null)
  if (!handle) return null
  try {
    const { size } = await handle.stat()
    const head = await reader({
      size,
      async read(from, to) {
        const bytes = Buffer.alloc(Math.max(0, Math.min(to, size) - from))
        let done = 0
        while (done < bytes.length) {
          const { bytesRead } = await handle.read(bytes, done, bytes.length - done, from + done)
          if (bytesRead === 0) break
          done += bytesRead
        }
        return bytes.subarray(0, done)
      },
    })
    return head.ok ? head.value : null
  } catch {
    // What cannot be read now stands by its length and time.
    return null
  } finally {
    await handle.close()
  }
}

function saidBy(head: MediaHead): Partial<ClipFields> {
  if (head.kind === 'picture')
    return {
      startTimecode: head.startFrame === null ? '' : formatTimecode(head.startFrame, head.rate),
      ...partsOf(head.rate),
      seconds: secondsOfFrames(head.frames, head.rate),
    }
  const rate = head.ixml?.rate ?? CLOCK_RATE
  const began = head.startSamples === null ? null : (head.startSamples * rate.num) / (head.sampleRate * rate.den)
  return {
    startTimecode: began === null ? '' : formatTimecode(Math.floor(began + 1e-9), rate),
    ...partsOf(rate),
    seconds: head.samples / head.sampleRate,
  }
}

const partsOf = ({ num, den, drop }: FrameRate) => ({ rateNum: num, rateDen: den, dropFrame: drop })

/** A file may say anything of itself. */
const isKeepable = (clip: ClipFields): boolean =>
  refuseTogether('clip', clip) === null &&
  Object.entries(clip).every(([field, value]) => refuseValue('clip', field, value) === null)
