import { fail, type Outcome } from '../outcome/index.ts'
import { Bytes, type ByteSource } from './bytes.ts'
import type { MediaHead, NoMedia } from './head.ts'
import { readMovie } from './movie.ts'
import { movieSounds } from './movieSound.ts'
import { readMxf } from './mxf.ts'
import { isMxf } from './mxfSets.ts'
import { mxfSounds } from './mxfSound.ts'
import { type SoundTrack, trackOfWave } from './soundTrack.ts'
import { readWave } from './wave.ts'

const MOVIE_BOXES = new Set(['ftyp', 'styp', 'moov', 'mdat', 'wide', 'free', 'skip', 'pnot'])

/** What a file says of itself, by what is in it and not by its name. */
export async function readMediaHead(source: ByteSource): Promise<Outcome<MediaHead, NoMedia>> {
  if (source.size === 0) return fail({ code: 'empty', says: 'The file is empty.' })
  if (source.size < 44) return fail({ code: 'not-media', says: 'It is too short for a picture or a sound.' })
  const first = new Bytes(await source.read(0, 44))
  try {
    if (['RIFF', 'RF64', 'BW64'].includes(first.code(0)) && first.code(8) === 'WAVE')
      return await readWave(source, first)
    if (MOVIE_BOXES.has(first.code(4))) return await readMovie(source)
    if (isMxf(first)) return await readMxf(source)
  } catch (error) {
    // A figure that points past the end.
    if (!(error instanceof RangeError)) throw error
    return fail({ code: 'damaged', says: 'Its head points to what is not there: the file is damaged or cut off.' })
  }
  return fail({ code: 'not-media', says: 'It is neither WAV nor QuickTime, MP4 or MXF.' })
}

/** Where the sound of a file lies whose head was read; nothing where there is none, or none of a coding known here. */
export async function readSoundTracks(source: ByteSource, head: MediaHead): Promise<readonly SoundTrack[]> {
  if (head.kind === 'sound') return [trackOfWave(head)].flatMap((track) => track ?? [])
  try {
    const isMovie = MOVIE_BOXES.has(new Bytes(await source.read(0, 8)).code(4))
    return isMovie ? await movieSounds(source) : await mxfSounds(source)
  } catch (error) {
    // Tables that point past their end: the pictures are there all the same.
    if (!(error instanceof RangeError)) throw error
    return []
  }
}
