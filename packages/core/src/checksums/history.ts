import { XMLParser, XMLValidator } from 'fast-xml-parser'
import { fail, ok, type Outcome } from '../outcome/index.ts'
import { DIGEST, type HashName } from './hashList.ts'

/*
 * The history of a copy as an ASC Media Hash List, version 2: a folder `ascmhl` at its top with one list for each time
 * somebody looked at the files (a generation), and a chain that says which lists there are and what each reads as.
 */

/** The folder that holds a history, and the chain in it. */
export const HISTORY_FOLDER = 'ascmhl'
export const CHAIN_NAME = 'ascmhl_chain.xml'

/** Digests that such a list can say, by the names it gives them. */
export const HISTORY_HASHES = ['md5', 'sha1', 'xxh64', 'xxh3', 'xxh128', 'c4'] as const satisfies readonly HashName[]
type HistoryHash = (typeof HISTORY_HASHES)[number]
/** Whether a history has a name for a way of digesting. */
export const canBeInHistory = (name: HashName): name is HistoryHash =>
  (HISTORY_HASHES as readonly HashName[]).includes(name)

/** `original`: looked at for the first time. `verified`: the same as it was first. `failed`: not. */
export type HashAction = 'original' | 'verified' | 'failed' | 'new'

export interface HistoryDigest {
  readonly hashName: HistoryHash
  readonly digest: string
  readonly action: HashAction
}

export interface HistoryFile {
  /** From the folder that has the history, with `/` between folders. */
  readonly path: string
  /** What it was called in the generation before, where it was renamed. */
  readonly previousPath?: string
  readonly bytes: number | null
  readonly modifiedMs: number | null
  readonly digests: readonly HistoryDigest[]
}

/** One look at the files of a folder, and what was found. */
export interface Generation {
  readonly createdMs: number
  readonly host: string
  readonly tool: string
  /** `transfer`: written while copying. `in-place`: read where they lie. */
  readonly process: string
  readonly files: readonly HistoryFile[]
}

/** A generation as the chain knows it. */
export interface ChainLink {
  readonly number: number
  /** Name of its list in the folder of the history. */
  readonly name: string
  /** What its text digests to (SMPTE ST 2114). */
  readonly c4: string
}

const XML_HEAD = '<?xml version="1.0" encoding="UTF-8"?>\n'

/** @source XML 1.0, section 2.2: what cannot be written at all, half a pair of UTF-16 among it. */
const UNWRITABLE =
  // eslint-disable-next-line no-control-regex -- these are the ones
  /[\u0000-\u0008\u000b\u000c\u000e-\u001f\ufffe\uffff]|[\ud800-\udbff](?![\udc00-\udfff])|(?<![\ud800-\udbff])[\udc00-\udfff]/
const escaped = (text: string) =>
  text.replace(
    /[&<>"\n\r\t]/g,
    (c) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[c] ?? `&#${c.charCodeAt(0)};`,
  )

/** A second exactly, with the zone written out, as the schema's examples have it. */
const instantText = (ms: number) => new Date(Math.floor(ms / 1000) * 1000).toISOString().replace('.000Z', '+00:00')

/** Whether a name can stand in such a list: XML has no way to write some characters. */
export const canBeWritten = (path: string): boolean => !UNWRITABLE.test(path)

/** `0002_Card A1_2026-05-14_201500Z.mhl` */
export function generationName(number: number, folder: string, createdMs: number): string {
  const at = new Date(createdMs).toISOString()
  // eslint-disable-next-line no-control-regex -- as above
  const safe = folder.replace(/[\u0000-\u001f/\\:*?"<>|]/g, '_').slice(0, 60) || 'copy'
  return `${String(number).padStart(4, '0')}_${safe}_${at.slice(0, 10)}_${at.slice(11, 19).replaceAll(':', '')}Z.mhl`
}

/** @param left names at the top that are no part of what is looked at, such as plain lists of digests */
export function generationText(generation: Generation, left: readonly string[]): string {
  const at = instantText(generation.createdMs)
  const ignored = ['.DS_Store', HISTORY_FOLDER, `${HISTORY_FOLDER}/`, ...left.map((name) => `/${name}`)]
  const hashes = generation.files.map(({ path, previousPath, bytes, modifiedMs, digests }) => {
    const size = bytes === null ? '' : ` size="${bytes}"`
    const modified = modifiedMs === null ? '' : ` lastmodificationdate="${instantText(modifiedMs)}"`
    const said = digests.map(({ hashName, digest, action }) => `      <${hashName} action="${action}" hashdate="${at}">${digest}</${hashName}>\n`) // prettier-ignore
    const before = previousPath === undefined ? '' : `      <previousPath>${escaped(previousPath)}</previousPath>\n`
    return `    <hash>\n      <path${size}${modified}>${escaped(path)}</path>\n${before}${said.join('')}    </hash>\n`
  })
  return `${XML_HEAD}<hashlist version="2.0" xmlns="urn:ASC:MHL:v2.0">
  <creatorinfo>
    <creationdate>${at}</creationdate>
    <hostname>${escaped(generation.host)}</hostname>
    <tool version="1">${escaped(generation.tool)}</tool>
  </creatorinfo>
  <processinfo>
    <process>${generation.process}</process>
    <ignore>
${ignored.map((pattern) => `      <pattern>${escaped(pattern)}</pattern>\n`).join('')}    </ignore>
  </processinfo>
  <hashes>
${hashes.join('')}  </hashes>
</hashlist>
`
}

/** A chain as it lies in the folder of its history. */
export const chainText = (links: readonly ChainLink[]): string =>
  `${XML_HEAD}<ascmhldirectory xmlns="urn:ASC:MHL:DIRECTORY:v2.0">\n${links
    .map(
      ({ number, name, c4 }) =>
        `  <hashlist sequencenr="${number}">\n    <path>${escaped(name)}</path>\n    <c4>${c4}</c4>\n  </hashlist>\n`,
    )
    .join('')}</ascmhldirectory>\n`

type Xml = Readonly<Record<string, unknown>>
const parser = new XMLParser({
  ignoreAttributes: false,
  attributeNamePrefix: '@',
  textNodeName: '#',
  parseTagValue: false,
  parseAttributeValue: false,
  trimValues: false,
  htmlEntities: true,
  removeNSPrefix: true,
  isArray: (name) => name === 'hash' || name === 'hashlist',
})

/** What it says is wrong with a text; one sentence without its subject. */
function read(text: string): Outcome<Xml, string> {
  // Entities of one's own can be nested to any size, and no such list has them.
  if (/<!(DOCTYPE|ENTITY)/i.test(text)) return fail('declares a document type, which no such list does. It was not read.') // prettier-ignore
  try {
    const valid = XMLValidator.validate(text)
    if (valid !== true) return fail(`line ${valid.err.line} is not XML. Was it cut short?`)
    return ok(parser.parse(text) as Xml)
  } catch (error) {
    return fail(`is not XML: ${error instanceof Error ? error.message : String(error)}`)
  }
}

const part = (value: unknown) => (typeof value === 'object' && value !== null ? value : {}) as Xml
const listed = (value: unknown): readonly Xml[] => (Array.isArray(value) ? value.map(part) : [])
const textOf = (value: unknown): string => {
  const said = typeof value === 'object' && value !== null ? (value as Xml)['#'] : value
  return typeof said === 'string' ? said : ''
}
const instantMs = (text: unknown) => {
  const ms = typeof text === 'string' ? Date.parse(text) : NaN
  return Number.isFinite(ms) ? ms : null
}

/** Reads one list. What is wrong with it is one sentence without its subject. */
export function parseGeneration(text: string): Outcome<Generation, string> {
  const root = read(text)
  if (!root.ok) return root
  const list = listed(root.value['hashlist'])[0]
  if (!list) return fail('is not a list of digests.')
  const creator = part(list['creatorinfo'])
  const files: HistoryFile[] = []
  for (const hash of listed(part(list['hashes'])['hash'])) {
    const path = textOf(hash['path'])
    if (path === '') return fail('has an entry that names no file.')
    const digests: HistoryDigest[] = []
    for (const hashName of HISTORY_HASHES) {
      const said = hash[hashName]
      if (said === undefined) continue
      const digest = textOf(said).trim()
      if (!new RegExp(`^${DIGEST[hashName]}$`, hashName === 'c4' ? '' : 'i').test(digest))
        return fail(`says of ${path} what is no ${hashName}.`)
      const action = part(said)['@action']
      digests.push({
        hashName,
        digest: hashName === 'c4' ? digest : digest.toLowerCase(),
        action: action === 'verified' || action === 'failed' || action === 'new' ? action : 'original',
      })
    }
    const [attributes, previous] = [part(hash['path']), textOf(hash['previousPath'])]
    const bytes = typeof attributes['@size'] === 'string' ? Number(attributes['@size']) : NaN
    files.push({
      path,
      ...(previous === '' ? {} : { previousPath: previous }),
      bytes: Number.isSafeInteger(bytes) && bytes >= 0 ? bytes : null,
      modifiedMs: instantMs(attributes['@lastmodificationdate']),
      digests,
    })
  }
  return ok({
    createdMs: instantMs(textOf(creator['creationdate'])) ?? 0,
    host: textOf(creator['hostname']),
    tool: textOf(creator['tool']),
    process: textOf(part(list['processinfo'])['process']),
    files,
  })
}

/** Reads a chain, in the order of its numbers. */
export function parseChain(text: string): Outcome<ChainLink[], string> {
  const root = read(text)
  if (!root.ok) return root
  if (root.value['ascmhldirectory'] === undefined) return fail('is not a chain of lists.')
  const links = listed(part(root.value['ascmhldirectory'])['hashlist']).map((link) => ({
    number: Number(link['@sequencenr']),
    name: textOf(link['path']),
    c4: textOf(link['c4']).trim(),
  }))
  const bad = links.find(({ number, name, c4 }) => !Number.isSafeInteger(number) || number < 1 || name === '' || name.includes('/') || c4 === '') // prettier-ignore
  if (bad) return fail('has an entry without a number, a name or a digest.')
  links.sort((a, b) => a.number - b.number)
  const gap = links.findIndex(({ number }, at) => number !== at + 1)
  return gap >= 0 ? fail(`lacks number ${gap + 1}.`) : ok(links)
}

/** Digests of one format that a history has of files, with what it says against itself. */
export interface HistoryLines {
  readonly lines: readonly { readonly hashName: HashName; readonly digest: string; readonly path: string }[]
  readonly problems: readonly string[]
  readonly notes: readonly string[]
}

/**
 * What each file was when it was first looked at, by each format: that is what it has to be. A file that went by
 * another name before is looked for by the last one only.
 */
export function linesOfHistory(generations: readonly Generation[]): HistoryLines {
  const first = new Map<string, Map<HashName, string>>()
  const problems: string[] = []
  const failed = new Set<string>()
  for (const [at, { files }] of generations.entries())
    for (const { path, previousPath, digests } of files) {
      if (previousPath !== undefined && previousPath !== path) {
        const before = first.get(previousPath)
        if (before && !first.has(path)) first.set(path, before)
        first.delete(previousPath)
      }
      const known = first.get(path) ?? new Map<HashName, string>()
      first.set(path, known)
      for (const { hashName, digest, action } of digests) {
        const original = known.get(hashName)
        if (action === 'failed') failed.add(path)
        // What was found when it failed is not what it has to be; nor is it known to have been right before.
        else if (original === undefined) known.set(hashName, digest)
        else if (original !== digest)
          problems.push(
            `${path}: generation ${at + 1} has it as another file than before, and says that it is the same.`,
          )
      }
    }
  const lines = [...first].flatMap(([path, known]) => {
    // One reading of a file is enough: the format it was first looked at with, if it has several.
    const [one] = known
    return one ? [{ hashName: one[0], digest: one[1], path }] : []
  })
  return {
    lines,
    problems: [...new Set(problems)],
    notes: [
      ...[...failed].map((path) => `${path}: the history says that it once was not what it had been.`),
      ...[...first].flatMap(([path, known]) => (known.size === 0 ? [`${path}: the history has no digest of it that counts.`] : [])), // prettier-ignore
    ],
  }
}
