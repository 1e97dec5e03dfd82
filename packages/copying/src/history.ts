import { link, lstat, mkdir, readdir, rename, unlink } from 'node:fs/promises'
import os from 'node:os'
import path from 'node:path'
import { randomBytes } from 'node:crypto'
import {
  canBeInHistory,
  canBeWritten,
  CHAIN_NAME,
  chainText,
  type FoundHistory,
  generationName,
  generationText,
  type HashAction,
  type HashName,
  HISTORY_FOLDER,
  type HistoryFile,
  isListName,
  isOfLists,
  linesOfHistory,
} from '@kavrell/core/checksums'
import { codeOf, sayFault } from './faults.ts'
import { writeFlushed } from './flush.ts'
import { hashFile } from './hashFile.ts'
import { digestOfText, readHashLists } from './hashLists.ts'
import { listFiles } from './listFiles.ts'
import { verifyFolder, type VerifyOptions, type VerifyOutcome } from './verifyFolder.ts'

/** What was found of one file. */
export interface Looked {
  readonly path: string
  readonly bytes: number | null
  readonly modifiedMs: number | null
  readonly digest: string
  readonly action: HashAction
}

/**
 * Adds one generation to the history of a folder, and begins one where there is none. What is there stays as it is but
 * for the chain, which is replaced whole: a run that dies leaves the old chain, and at most a list that is in none.
 * @returns the name of the list, or why none was written, one sentence
 */
export async function recordGeneration(
  folder: string,
  hashName: HashName,
  files: readonly Looked[],
  process: 'transfer' | 'in-place',
  nowMs: number,
): Promise<{ readonly name: string } | { readonly says: string }> {
  if (!canBeInHistory(hashName)) return { says: `A history of files cannot say ${hashName}, so none was written.` }
  const odd = files.find((file) => !canBeWritten(file.path))
  if (odd) return { says: `${JSON.stringify(odd.path)}: a name that a history cannot hold, so none was written.` }
  if (files.some((file) => file.path.startsWith(`${HISTORY_FOLDER}/`)))
    return { says: 'The card came with a history of its own, which is copied as it is; nothing was added to it.' }
  try {
    const within = path.join(folder, HISTORY_FOLDER)
    const there = await lstat(within).catch(() => null)
    if (there && !there.isDirectory()) return { says: `${HISTORY_FOLDER}: is no folder and was left alone.` }
    const { history } = await readHashLists(folder)
    const isNew = !there || (await readdir(within)).every((name) => name !== CHAIN_NAME)
    if (!history && !isNew) return { says: 'The history does not agree with itself; nothing was added to it.' }
    if (!there) await mkdir(within)
    return { name: await add(folder, history, hashName, files, process, nowMs) }
  } catch (error) {
    return { says: sayFault(error, 'The history of the files') }
  }
}

async function add(
  folder: string,
  history: FoundHistory | null,
  hashName: HashName & HistoryFile['digests'][number]['hashName'],
  files: readonly Looked[],
  process: string,
  nowMs: number,
): Promise<string> {
  const within = path.join(folder, HISTORY_FOLDER)
  const links = history?.links ?? []
  const before = new Map(linesOfHistory(history?.generations ?? []).lines.flatMap((line) => (line.hashName === hashName ? [[line.path, line.digest] as const] : []))) // prettier-ignore
  /** What is told as new may have been looked at before, by a run that was ended after it had written. */
  const actionOf = ({ path: name, digest, action }: Looked) => {
    const known = before.get(name)
    return action !== 'original' || known === undefined ? action : known === digest ? 'verified' : 'failed'
  }
  const plain = (await readdir(folder)).filter(isListName).sort()
  const text = generationText(
    {
      createdMs: nowMs,
      host: os.hostname(),
      tool: 'kavrell',
      process,
      files: files.map((file) => ({
        path: file.path,
        bytes: file.bytes,
        modifiedMs: file.modifiedMs,
        digests: [{ hashName, digest: file.digest, action: actionOf(file) }],
      })),
    },
    plain,
  )
  const number = links.length + 1
  // A list of a run that died may have the name of this second.
  for (let later = 0; ; later += 1000) {
    const name = generationName(number, path.basename(path.resolve(folder)), nowMs + later)
    if (!(await put(within, name, text, false))) continue
    await put(within, CHAIN_NAME, chainText([...links, { number, name, c4: await digestOfText(text, 'c4') }]), true)
    return name
  }
}

/** Puts a whole file under a name. False where something is there that may not be replaced. */
async function put(folder: string, name: string, text: string, mayReplace: boolean): Promise<boolean> {
  const part = path.join(folder, `.part-${randomBytes(4).toString('hex')}`)
  const final = path.join(folder, name)
  await writeFlushed(part, text)
  try {
    if (mayReplace) await rename(part, final)
    else if (!(await linkOrRename(part, final))) return false
    return true
  } finally {
    await unlink(part).catch(() => undefined)
  }
}

async function linkOrRename(part: string, final: string): Promise<boolean> {
  try {
    await link(part, final)
    return true
  } catch (error) {
    if (codeOf(error) === 'EEXIST') return false
    // A drive without hard links: nobody else writes into a history meanwhile.
    if (await lstat(final).catch(() => null)) return false
    await rename(part, final)
    return true
  }
}

/**
 * Compares a folder with its lists and its history, as `verifyFolder` does, and adds what was found to the history:
 * the same is `verified`, another one `failed`, a file that no list knows `original` from now on.
 */
export async function lookAgain(
  folder: string,
  nowMs: number,
  options: Pick<VerifyOptions, 'onBytes' | 'signal'> = {},
): Promise<{ readonly outcome: VerifyOutcome; readonly written: Awaited<ReturnType<typeof recordGeneration>> }> {
  const found = new Map<string, { readonly hashName: HashName; readonly digest: string; readonly action: HashAction }>()
  const outcome = await verifyFolder(folder, {
    ...options,
    onFound: (wanted, digest) => {
      const before = found.get(wanted.path)
      // A file that one list has right and another has wrong is not the same.
      if (before?.action === 'failed') return
      found.set(wanted.path, { hashName: wanted.hashName, digest, action: digest === wanted.digest ? 'verified' : 'failed' }) // prettier-ignore
    },
  })
  const [one] = found.values()
  if (!one) return { outcome, written: { says: 'Nothing was compared, so nothing was written down.' } }
  const { files } = await listFiles(folder)
  const looked: Looked[] = []
  for (const { path: name, bytes, modifiedMs } of files) {
    const known = found.get(name)
    if (!known && isOfLists(name)) continue
    const isOther = known && known.hashName !== one.hashName
    const digest = known && !isOther ? known.digest : await hashFile(path.join(folder, name), one.hashName, undefined, options.signal) // prettier-ignore
    looked.push({ path: name, bytes, modifiedMs, digest, action: known?.action ?? 'original' })
  }
  return { outcome, written: await recordGeneration(folder, one.hashName, looked, 'in-place', nowMs) }
}
