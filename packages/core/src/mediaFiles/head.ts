import type { FrameRate } from '../timecode/index.ts'

/** What a Broadcast Wave says of itself (EBU Tech 3285). */
export interface Bext {
  readonly description: string
  readonly originator: string
  readonly originatorReference: string
  readonly originationDate: string
  readonly originationTime: string
  /** Samples since midnight. */
  readonly timeReference: number
  readonly version: number
  readonly codingHistory: string
}

/** What a recorder notes in its iXML chunk. */
export interface Ixml {
  readonly project: string
  readonly scene: string
  readonly take: string
  readonly tape: string
  readonly note: string
  readonly isCircled: boolean
  readonly rate: FrameRate | null
  readonly timestampSamples: number | null
  readonly tracks: readonly { readonly channel: number; readonly name: string; readonly function: string }[]
}

export interface SoundHead {
  readonly kind: 'sound'
  readonly container: 'RIFF' | 'RF64' | 'BW64'
  readonly sampleRate: number
  readonly channels: number
  readonly bits: number
  readonly samples: number
  /** In the order in which they stand. */
  readonly chunks: readonly string[]
  /** Where the samples begin, bytes. */
  readonly dataFrom: number
  readonly isFloat: boolean
  /** Its samples are plain numbers; else they are packed, and not read here. */
  readonly isPlain: boolean
  /** Bytes of one sample of all channels. */
  readonly frameBytes: number
  readonly bext: Bext | null
  readonly ixml: Ixml | null
  /** Samples since midnight at which it began; null where neither chunk says. */
  readonly startSamples: number | null
  /** The file is shorter than its head says. */
  readonly isCut: boolean
}

export interface PictureHead {
  readonly kind: 'picture'
  readonly rate: FrameRate
  readonly frames: number
  readonly width: number
  readonly height: number
  readonly codec: string
  /** First label in frames since 00:00:00:00; null where there is no timecode track. */
  readonly startFrame: number | null
  readonly createdAt: string | null
  readonly sound: { readonly sampleRate: number; readonly channels: number } | null
  readonly reel: string | null
  readonly isCut: boolean
}

/** What one picture says of itself that is a frame of a recording. */
export interface ImageHead {
  readonly kind: 'image'
  readonly codec: 'dpx' | 'exr' | 'dng' | 'tiff'
  readonly width: number
  readonly height: number
  /** Null where it does not say. */
  readonly rate: FrameRate | null
  readonly label: {
    readonly hours: number
    readonly minutes: number
    readonly seconds: number
    readonly frames: number
    readonly isDrop: boolean
  } | null
  readonly reel: string | null
}
export type MediaHead = SoundHead | PictureHead

/** Why nothing could be read of a file. */
export interface NoMedia {
  readonly code: 'empty' | 'not-media' | 'damaged'
  readonly says: string
}
