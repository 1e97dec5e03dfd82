import { blank, type RecordFields, type Refusal, type Upload } from '@kavrell/contract'
import { type Remote, wrap } from 'comlink'
import { v7 as uuidv7 } from 'uuid'
import type { PaletteWorker } from '../workers/palette.worker.ts'
import { commit, useProductionStore } from './production.ts'

/** Where a picture of the open production is to be had. */
export const pictureUrl = (fileId: string, small = false): string =>
  `/api/productions/${useProductionStore.getState().productionId}/uploads/${fileId}${small ? '?size=small' : ''}`

let painter: Remote<PaletteWorker> | null = null
const palette = (): Remote<PaletteWorker> =>
  (painter ??= wrap<PaletteWorker>(
    new Worker(new URL('../workers/palette.worker.ts', import.meta.url), { type: 'module' }),
  ))

async function upload(file: Blob): Promise<Upload> {
  const productionId = useProductionStore.getState().productionId
  let response: Response
  try {
    response = await fetch(`/api/productions/${productionId}/uploads`, {
      method: 'POST',
      headers: { 'x-kavrell': '1' },
      body: file,
    })
  } catch (cause) {
    throw new Error('The server is away: pictures can only be brought while it is there.', { cause })
  }
  const answer = (await response.json()) as Upload & { refusal?: Refusal }
  if (!response.ok) throw new Error(answer.refusal?.says ?? 'The server could not take this picture.')
  return answer
}

export interface Brought {
  /** Pictures that are kept now. */
  readonly ids: readonly string[]
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
      const id = uuidv7()
      const caption = given.caption ?? file.name.replace(/\.[^.]*$/, '').slice(0, 200)
      const says = commit(`Add picture ${caption}`.slice(0, 190), [
        {
          op: 'create',
          kind: 'picture',
          id,
          fields: blank('picture', {
            ...given,
            caption,
            fileId,
            widthPx,
            heightPx,
            colours: [...colours],
            rank: Date.now(),
          }),
        },
      ])
      if (says) refused.push(`${file.name}: ${says}`)
      else ids.push(id)
    } catch (error) {
      refused.push(`${file.name}: ${(error as Error).message}`)
    }
    onProgress(i + 1)
  }
  return { ids, refused }
}
