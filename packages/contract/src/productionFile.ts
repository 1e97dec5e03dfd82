import { z } from 'zod'
import { Upload } from './endpoints.ts'
import { fail, ok, type Outcome } from '@kavrell/core/outcome'
import {
  type AnyRecord,
  blank,
  fieldsOf,
  isKindName,
  KIND_NAMES,
  type KindName,
  KINDS,
  rankOfNumber,
  refuseTogether,
  schemaOf,
  idSchema,
  withNewFields,
} from '@kavrell/core/records'

export const FILE_FORMAT = 'kavrell-production'
/** 2: pictures come along, and fields that an older file does not have start as new ones do. 3: figures in frames. 4: what copies hold. 5: ranks as text. */
export const FILE_VERSION = 5

/** A record in a file: its fields, the number of the edit that last changed it, and who added it to a ledger. */
export type FiledRecord = AnyRecord & { readonly loggedAt?: string; readonly loggedBy?: string }

/** One production, whole, as one open JSON document. */
export interface ProductionFile {
  readonly format: typeof FILE_FORMAT
  readonly version: typeof FILE_VERSION
  readonly exportedAt: string
  readonly productionId: string
  readonly records: Readonly<Record<KindName, readonly FiledRecord[]>>
  /** Uploaded pictures, base64. */
  readonly attachments: readonly Attachment[]
  /** What the copies in the ledger hold: lists of files, packed with gzip, by the digest of their text. */
  readonly manifests: readonly FiledManifest[]
  /** Call sheets as they were issued: the paper of each, base64. Files of before have none. */
  readonly papers: readonly FiledPaper[]
}
/** A production file without its pictures. */
export type FiledProduction = Omit<ProductionFile, 'attachments'>
export type Attachment = Upload & { readonly base64: string }
export interface FiledManifest {
  readonly digest: string
  readonly base64: string
}
/** The bytes of a PDF. */
export interface FiledPaper {
  readonly sentSheetId: string
  readonly base64: string
}

const Envelope = z.object({
  format: z.literal(FILE_FORMAT, 'This is no production of Kavrell’s.'),
  version: z.int().min(1).max(FILE_VERSION, 'This file was written by a newer Kavrell. Update this one first.'),
  exportedAt: z.string(),
  productionId: idSchema('The file does not say which production it is.'),
})
const FiledAttachment = Upload.extend({ base64: z.base64() })
const FiledList = z.strictObject({ digest: z.string().regex(/^[0-9a-f]{64}$/), base64: z.base64() })
const FiledSheet = z.strictObject({
  sentSheetId: idSchema('A paper says which sheet it is of.'),
  // The first bytes of every PDF, in base64.
  base64: z.base64().startsWith('JVBERi', 'A call sheet that was issued is a PDF.'),
})
/** The number of an edit: far from where the database's own numbers end, since a production goes on counting. */
const MOST_VERSION = 1_000_000_000
const RecordHead = z.looseObject({
  id: idSchema('A record has an id.'),
  version: z
    .int('A record says which edit changed it last, by a whole number.')
    .min(0, 'The number of an edit is 0 or more.')
    .max(MOST_VERSION, `The number of an edit is at most ${MOST_VERSION}.`),
})
const LedgerEntry = z.object({
  loggedAt: z.iso.datetime({ offset: true, error: 'An entry of a ledger says when it was made.' }),
  loggedBy: z.string().max(200).default(''),
})

/** What is wrong with a file, and at which record. */
export interface FileFault {
  readonly kind: string
  readonly id: string
  readonly field: string
  readonly says: string
}

/** Reads a production file piece by piece, so that nobody has to hold all of it before the first fault is found. */
export interface FileReader {
  /** A value that stands at the top of the file beside the records. */
  readonly head: (name: string, value: unknown) => void
  readonly record: (kind: string, value: unknown) => void
  /** Null when it is none; what is one is the caller's to keep, since pictures are large. */
  readonly attachment: (value: unknown) => Attachment | null
  readonly manifest: (value: unknown) => void
  readonly paper: (value: unknown) => void
  /** Something that only whoever holds the bytes can see. */
  readonly fault: (kind: string, id: string, field: string, says: string) => void
  /** So many faults were found that reading on would tell nobody more. */
  readonly isHopeless: () => boolean
  /** @error a list of faults, never empty */
  readonly end: () => Outcome<FiledProduction, readonly FileFault[]>
}

/** More faults than a person reads at once. */
export const MOST_FAULTS = 20

/**
 * Every record must satisfy its schema and point only at records in the file; the first fault of each record is
 * named, and nothing is guessed. `format` and `version` come before the records, as they are written.
 */
export function openFileReader(): FileReader {
  const faults: FileFault[] = []
  const head: Record<string, unknown> = {}
  const ids = new Map<string, string>()
  const records = Object.fromEntries(KIND_NAMES.map((kind) => [kind, []])) as unknown as Record<KindName, FiledRecord[]>
  const manifests: FiledManifest[] = []
  const papers = new Map<string, FiledPaper>()
  const fault = (kind: string, id: string, field: string, says: string): void => {
    faults.push({ kind, id, field, says })
  }
  const read = <T>(schema: z.ZodType<T>, value: unknown, kind: string): T | null => {
    const parsed = schema.safeParse(value)
    if (parsed.success) return parsed.data
    fault(kind, '', parsed.error.issues[0]!.path.join('.'), parsed.error.issues[0]!.message)
    return null
  }
  return {
    head: (name, value) => (head[name] = value),
    fault,
    attachment: (value) => read(FiledAttachment, value, 'picture'),
    manifest(value) {
      const list = read(FiledList, value, 'copyRun')
      if (list) manifests.push(list)
    },
    paper(value) {
      const paper = read(FiledSheet, value, 'sentSheet')
      if (!paper) return
      if (papers.has(paper.sentSheetId)) return fault('sentSheet', paper.sentSheetId, '', 'Its paper is there twice.')
      papers.set(paper.sentSheetId, paper)
    },
    isHopeless: () => faults.length >= MOST_FAULTS,
    record(kind, value) {
      if (!isKindName(kind)) return fault(kind, '', '', `There is no such kind of record: ${kind}.`)
      const known = RecordHead.safeParse(value)
      if (!known.success)
        return fault(kind, '', String(known.error.issues[0]!.path[0] ?? ''), known.error.issues[0]!.message)
      const { id, version, loggedAt, loggedBy, ...fields } = known.data
      if (ids.has(id)) return fault(kind, id, 'id', 'This id is there twice.')
      ids.set(id, kind)
      const isOlder = typeof head.version === 'number' && head.version < FILE_VERSION
      const parsed = schemaOf(kind).safeParse(isOlder ? asNow(kind, fields) : withNewFields(kind, fields))
      if (!parsed.success)
        return fault(kind, id, parsed.error.issues[0]!.path.join('.'), parsed.error.issues[0]!.message)
      const together = refuseTogether(kind, parsed.data)
      if (together) return fault(kind, id, together.field, together.says)
      const entry = KINDS[kind].ledger ? LedgerEntry.safeParse({ loggedAt, loggedBy }) : null
      if (entry && !entry.success) return fault(kind, id, 'loggedAt', entry.error.issues[0]!.message)
      records[kind].push({ id, version, ...parsed.data, ...entry?.data })
    },
    end() {
      const envelope = Envelope.safeParse(head)
      if (!envelope.success) {
        const { path, message } = envelope.error.issues[0]!
        return fail([{ kind: '', id: '', field: path.join('.'), says: message }, ...faults])
      }
      const { productionId, exportedAt } = envelope.data
      if (ids.get(productionId) !== 'production' && faults.length === 0)
        fault('production', productionId, '', 'The production itself is not in the file.')
      for (const kind of KIND_NAMES)
        for (const { id, ...fields } of records[kind]) {
          const stray = faults.length < MOST_FAULTS && strayReference(kind, fields, ids)
          if (stray) fault(kind, id, stray.field, stray.says)
        }
      for (const id of papers.keys())
        if (ids.get(id) !== 'sentSheet')
          fault('sentSheet', id, '', 'There is a paper of this sheet, but no such sheet.')
      if (faults.length > 0) return fail(faults)
      const sheets = [...papers.values()]
      return ok({ format: FILE_FORMAT, version: FILE_VERSION, exportedAt, productionId, records, manifests, papers: sheets }) // prettier-ignore
    },
  }
}

/** Fields as an older version wrote them, as they are now. */
const asNow = (kind: KindName, fields: Readonly<Record<string, unknown>>) => ({
  ...blank(kind),
  ...fields,
  ...(typeof fields.rank === 'number' ? { rank: rankOfNumber(fields.rank) } : {}),
})

function strayReference(kind: KindName, fields: Readonly<Record<string, unknown>>, ids: ReadonlyMap<string, string>) {
  for (const [field, { column, label }] of Object.entries(fieldsOf(kind))) {
    const to = column.ref ?? column.refs
    if (!to) continue
    const named = column.ref ? (fields[field] ? [fields[field] as string] : []) : (fields[field] as string[])
    if (named.some((id) => ids.get(id) !== to)) return { field, says: `${label}: that ${to} is not in the file.` }
  }
  return null
}

const UUID = /[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}/g

/** The same production under new ids, wherever they are named: for one that is here already. */
export function withFreshIds(file: FiledProduction, newId: () => string): FiledProduction {
  const fresh = new Map<string, string>()
  for (const list of Object.values(file.records)) for (const { id } of list) fresh.set(id, newId())
  const { manifests, papers, ...named } = file
  const text = JSON.stringify(named).replace(UUID, (id) => fresh.get(id) ?? id)
  return {
    ...(JSON.parse(text) as FiledProduction),
    manifests,
    papers: papers.map((paper) => ({ ...paper, sentSheetId: fresh.get(paper.sentSheetId) ?? paper.sentSheetId })),
  }
}
