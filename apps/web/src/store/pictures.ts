import { newRank } from './newRank.ts'
import { newId } from './newId.ts'
import { type Remote, wrap } from 'comlink'
import type { PaletteWorker } from '../workers/palette.worker.ts'
import { commit, useProductionStore } from './production.ts'
import { addressOf, ENDPOINTS, type Upload } from '@kavrell/contract'
import { ask, AwayError } from './api.ts'
import { createRecord, asId, type RecordFields, lastRank } from '@kavrell/core/records'

/** Where a picture of the open production is to be had. */
export const pictureUrl = (fileId: string, small = false): string =>
  `${addressOf(ENDPOINTS.picture, { productionId: useProductionStore.getState().productionId!, fileId })}${small ? '?size=small' : ''}`

let painter: Remote<PaletteWorker> | null = null
const palette = (): Remote<PaletteWorker> =>
  (painter ??= wrap<PaletteWorker>(
    new Worker(new URL('../workers/palette.worker.ts', import.meta.url), { type: 'module' }),
  ))

async function upload(file: Blob): Promise<Upload> {
  const productionId = useProductionStore.getState().productionId!
  try {
    return await ask(ENDPOINTS.bringPicture, { productionId }, file)
  } catch (cause) {
    if (!(cause instanceof AwayError)) throw cause
    throw new Error('The server is away: pictures can only be brought while it is there.', { cause })
  }
}

export interface Brought {
  /** Pictures that are kept now. */
  readonly ids: readonly string[]
  /** For each of them when its file was written, by the clock of what wrote it; milliseconds since 1970. */
  readonly writtenMs: readonly number[]
  /** What was not, a sentence each, with the name of the file. */
  readonly refused: readonly string[]
}

/** Brings pictures in, each with the colours drawn out of it; one that is none is told and the others are kept. */
export async function bringPictures(
  files: readonly File[],
  given: Partial<RecordFields<'picture'>>,
  onProgress: (done: number) => void = () => undefined,
): Promise<Brought> {
  const ids: string[] = []
  const writtenMs: number[] = []
  const refused: string[] = []
  for (const [i, file] of files.entries()) {
    try {
      const [{ fileId, widthPx, heightPx }, colours] = await Promise.all([
        upload(file),
        // Colours are a help: a picture whose pixels this device cannot read is kept without.
        palette()
          .draw(file, 6)
          .catch(() => []),
      ])
      const id = newId()
      const caption = given.caption ?? file.name.replace(/\.[^.]*$/, '').slice(0, 200)
      const done = commit(`Add picture ${caption}`.slice(0, 190), [
        createRecord(
          'picture',
          {
            ...given,
            caption,
            fileId,
            widthPx,
            heightPx,
            colours: [...colours],
            rank: newRank(lastRank(Object.values(useProductionStore.getState().records.picture))),
          },
          asId(id),
        ),
      ])
      if (done.ok) {
        ids.push(id)
        writtenMs.push(file.lastModified)
      } else refused.push(`${file.name}: ${done.error}`)
    } catch (error) {
      refused.push(`${file.name}: ${(error as Error).message}`)
    }
    onProgress(i + 1)
  }
  return { ids, writtenMs, refused }
}
