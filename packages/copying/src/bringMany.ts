import path from 'node:path'
import type { Brought, Source } from './bring.ts'
import type { HashName } from '@kavrell/core/checksums'
import type { SourceFile } from './listFiles.ts'
import { withMany } from './manyFiles.ts'
import { readyFolder, type Writing } from './target.ts'

/**
 * Writes what it can of many small files to parts on every live target, by threads.
 * @returns for each file, in turn, what was brought; nothing where it wants to be brought with care, by itself
 */
export async function bringMany(
  { root, onBytes, signal }: Source,
  hashName: HashName,
  batch: readonly SourceFile[],
  live: readonly Writing[],
): Promise<(Brought | undefined)[]> {
  const brought: (Brought | undefined)[] = batch.map(() => undefined)
  const plain: { readonly at: number; readonly file: SourceFile; readonly parts: Brought['parts'] }[] = []
  for (const [at, file] of batch.entries()) {
    const parts = await newParts(live, file).catch(() => null)
    if (parts) plain.push({ at, file, parts })
  }
  await withMany(
    'bring',
    { root, realRoots: live.map((w) => w.realRoot), hashName },
    plain.map(({ file, parts }) => ({ path: file.path, bytes: file.bytes, parts: parts.map(({ part }) => part) })),
    (i, digest) => {
      if (digest === null) return
      const { at, file, parts } = plain[i]!
      brought[at] = { file, digest, parts, found: [] }
      onBytes(file.bytes, file.path)
    },
    signal,
  )
  return brought
}

/** Where a file's parts go; null where a target has something of its name already. */
async function newParts(live: readonly Writing[], file: SourceFile): Promise<Brought['parts'] | null> {
  const parts = []
  for (const w of live) {
    const final = path.join(w.target.folder, file.path)
    const there = await readyFolder(w, path.dirname(final))
    if (there.has(path.basename(final))) return null
    parts.push({ w, part: w.own!.nextPart(), final })
  }
  return parts
}
