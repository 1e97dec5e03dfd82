import { fail, ok, type Outcome } from '@kavrell/core/outcome'
import { z } from 'zod'
import { isKindName, KIND_NAMES, type KindName, KINDS } from './kinds.ts'
import { Upload } from './endpoints.ts'
import { type AnyRecord, blank, fieldsOf, refuseTogether, schemaOf } from './records.ts'

export const FILE_FORMAT = 'kavrell-production'
/** 2: pictures come along, and fields that an older file does not have start as new ones do. 3: figures in frames. */
export const FILE_VERSION = 3

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
}
export type Attachment = Upload & { readonly base64: string }

const Envelope = z.looseObject({
  format: z.literal(FILE_FORMAT, 'This is no production of Kavrell’s.'),
  version: z.int().min(1).max(FILE_VERSION, 'This file was written by a newer Kavrell. Update this one first.'),
  exportedAt: z.string(),
  productionId: z.uuid('The file does not say which production it is.'),
  records: z.record(z.string(), z.array(z.looseObject({ id: z.uuid(), version: z.int().min(0) }))),
  attachments: z.array(Upload.extend({ base64: z.base64() })).default([]),
})

/** What is wrong with a file, and at which record. */
export interface FileFault {
  readonly kind: string
  readonly id: string
  readonly field: string
  readonly says: string
}

/**
 * Reads a production file. Every record must satisfy its schema and point only at records in the file; the
 * first fault of each record is named, and nothing is guessed.
 * @error a list of faults, never empty
 */
export function readProductionFile(json: unknown): Outcome<ProductionFile, readonly FileFault[]> {
  const envelope = Envelope.safeParse(json)
  if (!envelope.success) {
    const issue = envelope.error.issues[0]!
    return fail([{ kind: '', id: '', field: issue.path.join('.'), says: issue.message }])
  }
  const { productionId, exportedAt, records: given, attachments, version: written } = envelope.data
  const faults: FileFault[] = []
  const ids = new Map<string, string>()
  for (const [kind, list] of Object.entries(given)) {
    if (!isKindName(kind)) faults.push({ kind, id: '', field: '', says: `There is no such kind of record: ${kind}.` })
    for (const { id } of list) {
      if (ids.has(id)) faults.push({ kind, id, field: 'id', says: 'This id is there twice.' })
      ids.set(id, kind)
    }
  }
  if (ids.get(productionId) !== 'production')
    faults.push({ kind: 'production', id: productionId, field: '', says: 'The production itself is not in the file.' })
  const records = {} as Record<KindName, FiledRecord[]>
  for (const kind of KIND_NAMES) {
    records[kind] = []
    for (const { id, version, loggedAt, loggedBy, ...fields } of given[kind] ?? []) {
      const parsed = schemaOf(kind).safeParse(written < FILE_VERSION ? { ...blank(kind), ...fields } : fields)
      const fault = parsed.success
        ? (refuseTogether(kind, parsed.data) ?? strayReference(kind, parsed.data, ids))
        : { field: parsed.error.issues[0]!.path.join('.'), says: parsed.error.issues[0]!.message }
      if (fault) faults.push({ kind, id, ...fault })
      const ledger = KINDS[kind].ledger ? { loggedAt: String(loggedAt), loggedBy: String(loggedBy ?? '') } : {}
      records[kind].push({ id, version, ...(parsed.success ? parsed.data : {}), ...ledger })
    }
  }
  if (faults.length > 0) return fail(faults)
  return ok({ format: FILE_FORMAT, version: FILE_VERSION, exportedAt, productionId, records, attachments })
}

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
export function withFreshIds(file: ProductionFile, newId: () => string): ProductionFile {
  const fresh = new Map<string, string>()
  for (const list of Object.values(file.records)) for (const { id } of list) fresh.set(id, newId())
  const { attachments, ...named } = file
  const text = JSON.stringify(named).replace(UUID, (id) => fresh.get(id) ?? id)
  return { ...(JSON.parse(text) as ProductionFile), attachments }
}
