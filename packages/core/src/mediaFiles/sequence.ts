import { counted } from '../text/index.ts'
import { type FrameRate, parseTimecode } from '../timecode/index.ts'
import type { ImageHead, PictureHead } from './head.ts'

/** Files of one name that differ by a number alone: the frames of one recording. */
export interface Sequence<File> {
  /** As it is written for people: the name with its first and last number. */
  readonly name: string
  /** In the order of their numbers. */
  readonly files: readonly File[]
  /** Numbers that are not there, as stretches from and to; each is a lost frame. */
  readonly gaps: readonly (readonly [number, number])[]
}

const NUMBERED = /^(.*?)(\d+)(\.(?:dpx|exr|dng|tif|tiff))$/i
/** Fewer pictures with numbers are pictures. */
const LEAST_FRAMES = 3

/**
 * Puts files together that are frames of one recording: of one folder, name and kind, with numbers of one length.
 * @param nameOf the path of a file, with `/` between folders
 */
export function sequencesOf<File>(
  files: readonly File[],
  nameOf: (file: File) => string,
): { readonly sequences: readonly Sequence<File>[]; readonly others: readonly File[] } {
  const groups = new Map<string, { before: string; after: string; frames: { file: File; number: string }[] }>()
  const others: File[] = []
  for (const file of files) {
    const match = NUMBERED.exec(nameOf(file))
    if (!match) {
      others.push(file)
      continue
    }
    const [, before, number, after] = match as unknown as [string, string, string, string]
    const key = `${before}\n${after.toLowerCase()}`
    const group = groups.get(key) ?? { before, after, frames: [] }
    groups.set(key, group)
    group.frames.push({ file, number })
  }
  const sequences: Sequence<File>[] = []
  for (const { before, after, frames } of groups.values()) {
    if (frames.length < LEAST_FRAMES) {
      others.push(...frames.map(({ file }) => file))
      continue
    }
    const sorted = frames.toSorted((a, b) => Number(a.number) - Number(b.number))
    const numbers = sorted.map(({ number }) => Number(number))
    sequences.push({
      name: `${before}${sorted[0]!.number}-${sorted.at(-1)!.number}${after}`,
      files: sorted.map(({ file }) => file),
      gaps: numbers.slice(1).flatMap((number, i) => (number > numbers[i]! + 1 ? [[numbers[i]! + 1, number - 1] as const] : [])), // prettier-ignore
    })
  }
  return { sequences, others }
}

/** Frames that are missing between the first and the last of a sequence. */
export const framesMissing = ({ gaps }: Pick<Sequence<unknown>, 'gaps'>): number =>
  gaps.reduce((sum, [from, to]) => sum + to - from + 1, 0)

/** Frames from the first to the last; lost ones count, so that what comes after them lies where it was. */
export const framesOf = (sequence: Sequence<unknown>): number => sequence.files.length + framesMissing(sequence)

const MOST_NAMED = 5
/** Which frames are not there, in words; empty where all are. */
export function sayGaps(sequence: Pick<Sequence<unknown>, 'gaps'>): string {
  const { gaps } = sequence
  if (gaps.length === 0) return ''
  const named = gaps.slice(0, MOST_NAMED).map(([from, to]) => (from === to ? String(from) : `${from} to ${to}`))
  const more = gaps.length > MOST_NAMED ? ` and ${counted(gaps.length - MOST_NAMED, 'other stretch', 'other stretches')}` : '' // prettier-ignore
  return `${counted(framesMissing(sequence), 'frame is', 'frames are')} missing: ${named.join(', ')}${more}.`
}

const two = (value: number) => String(value).padStart(2, '0')
const labelText = ({ hours, minutes, seconds, frames }: NonNullable<ImageHead['label']>, { drop }: FrameRate) =>
  `${two(hours)}:${two(minutes)}:${two(seconds)}${drop ? ';' : ':'}${two(frames)}`

/**
 * The head of the recording whose frames lie in files of their own, out of the first frame's.
 * @param frames from the first to the last
 * @param otherwise the rate where the pictures say none
 */
export function headOfSequence(first: ImageHead, frames: number, otherwise: FrameRate): PictureHead {
  const rate = first.rate ?? otherwise
  const label = first.label && parseTimecode(labelText(first.label, rate), rate)
  return {
    kind: 'picture',
    rate,
    frames,
    width: first.width,
    height: first.height,
    codec: first.codec,
    startFrame: label?.ok ? label.value : null,
    createdAt: null,
    sound: null,
    reel: first.reel,
    isCut: false,
  }
}
