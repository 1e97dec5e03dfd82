import { proxy, type Remote, wrap } from 'comlink'
import { useEffect, useRef, useState } from 'react'
import { framesOf, sayGaps, sequencesOf } from '@kavrell/core/mediaFiles'
import { bestReference, type Heard } from '@kavrell/core/sync'
import type { FrameRate } from '@kavrell/core/timecode'
import type { FoundSource, SyncWorker } from '../../workers/sync.worker.ts'

export interface SyncState {
  readonly found: readonly FoundSource[]
  readonly reference: number
  readonly heard: readonly Heard[]
  /** Those that the browser may be able to show. */
  readonly files: ReadonlyMap<string, File>
  /** What is being done, and how far; null when all is done. */
  readonly doing: { readonly what: string; readonly done: number } | null
}

/** Two cards can hold files of one name: each is called so that it can be told from the others. */
function toldApart(files: readonly File[]): readonly File[] {
  const seen = new Map<string, number>()
  return files.map((file) => {
    const turn = (seen.get(file.name) ?? 0) + 1
    seen.set(file.name, turn)
    return turn === 1 ? file : new File([file], `${file.name} (${turn})`, { type: file.type })
  })
}

/** A recording that is to be read: a file, or many that are its frames. */
const recordingsOf = (files: readonly File[]) => {
  const { sequences, others } = sequencesOf(files, ({ webkitRelativePath, name }) => webkitRelativePath || name)
  return [
    ...sequences.map((one) => ({ name: one.name, first: one.files[0]!, frames: framesOf(one), says: sayGaps(one) })),
    ...toldApart(others),
  ]
}

/** Recordings that were chosen here, read and listened to in a worker. They stay on this device. */
export function useSync(rate: FrameRate) {
  const [state, setState] = useState<SyncState | null>(null)
  /** Seconds at which somebody put a recording; null where it is let go of again, also of where it was put before. */
  const [byHand, setByHand] = useState<ReadonlyMap<string, number | null>>(new Map())
  /** Seconds into a recording at which its slate closes, as somebody marked it. */
  const [slates, setSlates] = useState<ReadonlyMap<string, number>>(new Map())
  const worker = useRef<Worker | null>(null)
  const stop = () => {
    worker.current?.terminate()
    worker.current = null
    setState((now) => now && { ...now, doing: null })
  }
  useEffect(() => () => worker.current?.terminate(), [])
  const listen = async (own: Worker, chosen: readonly File[]) => {
    const recordings = recordingsOf(chosen)
    const files = new Map(recordings.flatMap((one) => (one instanceof File ? [[one.name, one] as const] : [])))
    const remote: Remote<SyncWorker> = wrap<SyncWorker>(own)
    const tell = (next: Omit<SyncState, 'files'>) => {
      if (worker.current === own) setState({ ...next, files })
    }
    const found: FoundSource[] = []
    for (const one of recordings) {
      tell({ found: [...found], reference: 0, heard: [], doing: { what: `Reading ${one.name}`, done: found.length / recordings.length } }) // prettier-ignore
      found.push(one instanceof File ? await remote.readSource(one) : await remote.readFrames(one, rate))
    }
    const read = found.flatMap((each) => (each.ok ? [each] : []))
    const reference = bestReference(read.map(({ source }) => source))
    const heard: Heard[] = read.map(() => null)
    for (const [i, { source }] of read.entries()) {
      if (i === reference || !source.isHeard) continue
      const doing = (done: number) => tell({ found, reference, heard: [...heard], doing: { what: `Listening to ${source.name}`, done } }) // prettier-ignore
      doing(0)
      heard[i] = await remote.lineUp(read[reference]!.source.name, source.name, proxy(doing))
    }
    tell({ found, reference, heard, doing: null })
    // What was told on the way may come later than this.
    if (worker.current === own) worker.current = null
    own.terminate()
  }
  const start = (files: readonly File[]) => {
    worker.current?.terminate()
    const own = new Worker(new URL('../../workers/sync.worker.ts', import.meta.url), { type: 'module' })
    worker.current = own
    setByHand(new Map())
    setSlates(new Map())
    listen(own, files).catch((cause: unknown) => {
      if (worker.current !== own) return
      stop()
      throw new Error('Listening to recordings failed', { cause })
    })
  }
  const put = (name: string, atS: number | null) => setByHand((now) => new Map(now).set(name, atS))
  const mark = (name: string, atS: number | null) =>
    setSlates((now) => new Map([...now].filter(([one]) => one !== name).concat(atS === null ? [] : [[name, atS]])))
  return { state, start, stop, byHand, put, slates, mark }
}
