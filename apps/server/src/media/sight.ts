import type { Volumes } from '../devices/volumes.ts'
import type { Manifests } from './manifests.ts'
import { type CopiedFile, listFiles, sayFault, type SourceListing } from '@kavrell/copying'
import type { CardSight, LackingFiles } from '@kavrell/core/cards'

/** A copy of a card, as far as looking at the card needs to know it. */
export interface ComparedRun {
  readonly id: string
  readonly manifest: string
}

/** File systems of cards keep times to two seconds. */
const SAME_TIME_MS = 2000
const NAMED = 5

/**
 * Looks at a card and holds every file on it against what each copy took from it: by name, length and time.
 * Bytes that were changed under the same name, length and time cannot be seen this way.
 * @returns null when the card is not in the reader
 */
export async function lookAtCard(
  { volumes, manifests }: { volumes: Volumes; manifests: Manifests },
  folder: string,
  runs: readonly ComparedRun[],
): Promise<CardSight | null> {
  const volume = folder === '' ? null : await volumes.card(folder)
  if (!volume) return null
  const listing = await listFiles(volume.root).catch((error: unknown): SourceListing => ({
    files: [],
    folders: [],
    bytes: 0,
    problems: [sayFault(error, 'The card', 'read')],
  }))
  const byManifest = new Map<string, LackingFiles | null>()
  for (const manifest of new Set(runs.map((run) => run.manifest))) {
    const files = manifest === '' ? null : await manifests.read(manifest)
    byManifest.set(manifest, files && lackingIn(listing.files, files))
  }
  return {
    medium: volume.medium,
    files: listing.files.length,
    bytes: listing.bytes,
    unread: listing.problems,
    lacking: Object.fromEntries(runs.map((run) => [run.id, byManifest.get(run.manifest) ?? null])),
  }
}

function lackingIn(
  onCard: readonly { readonly path: string; readonly bytes: number; readonly modifiedMs: number }[],
  copied: readonly CopiedFile[],
): LackingFiles {
  const known = new Map(copied.map((file) => [file.path, file]))
  const lacking = onCard.filter((file) => {
    const copy = known.get(file.path)
    return !copy || copy.bytes !== file.bytes || Math.abs(copy.modifiedMs - file.modifiedMs) > SAME_TIME_MS
  })
  const there = new Set(onCard.map((file) => file.path))
  return {
    count: lacking.length,
    first: lacking.slice(0, NAMED).map((file) => file.path),
    gone: copied.filter((file) => !there.has(file.path)).length,
  }
}
