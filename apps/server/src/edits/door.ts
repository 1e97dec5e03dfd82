import { DatabaseError, QueryTypes, type Sequelize } from 'sequelize'
import { type Models, recordFromRow } from '../records/models.ts'
import { findTakenFolder } from './folders.ts'
import { refuseOwnYes } from './handOverGuard.ts'
import { findMissingReference, findReferrer } from './references.ts'
import { type LookAtCard, refuseUnsafeWipe } from './wipeGuard.ts'
import { type Author, keyOf, type Row, type Touched, type TouchedRecords, type Writing } from './writing.ts'
import { type EditAccepted, type EditBody, type LoggedEdit, type Refusal, RIGHTS } from '@kavrell/contract'
import { fail, ok, type Outcome } from '@kavrell/core/outcome'
import {
  type Change,
  fieldsOf,
  type KindName,
  KINDS,
  refuseTogether,
  refuseValue,
  schemaOf,
  withNewFields,
  changedRecord,
  fieldsAlone,
  sameValue,
} from '@kavrell/core/records'

/** Ledgers that only the server writes, since their entries are proof of what it did. */
const SERVER_ONLY: ReadonlySet<KindName> = new Set<KindName>(['copyRun', 'copyCheck', 'clip', 'sentSheet', 'delivery'])

export interface Door {
  acceptEdit: (author: Author, productionId: string, body: EditBody) => Promise<Outcome<EditAccepted, Refusal>>
}

/**
 * The one way in: validates, checks rights and references, applies all or nothing, appends to the log and
 * announces. The same edit id sent twice has effect once.
 */
export function openDoor(database: Sequelize, models: Models, lookAtCard: LookAtCard): Door {
  return {
    async acceptEdit(author, productionId, body) {
      const refused = refuseRights(author, body.changes)
      if (refused) return fail(refused)
      const changes = readValues(body.changes)
      if (!changes.ok) return changes
      try {
        return await database.transaction((transaction) =>
          write(
            { database, models, author, productionId, body: { ...body, changes: changes.value }, transaction },
            lookAtCard,
          ),
        )
      } catch (error) {
        if (error instanceof Repeated) return ok({ seq: error.seq, repeated: true })
        if (error instanceof Refused) return fail(error.refusal)
        if (isUnkeepable(error)) {
          const [{ kind, id }] = body.changes as [Change]
          return fail({ code: 'invalid', kind, id, field: '', says: 'One of the values is none that can be kept.' })
        }
        const referrer = findReferrer(error)
        if (referrer)
          return fail({
            code: 'still-referenced',
            says: `Still used by ${KINDS[referrer as KindName]?.says ?? referrer}. Remove or change that first.`,
            kind: '',
            id: '',
            by: referrer,
          })
        throw error
      }
    },
  }
}

/** Carries a refusal out of the transaction so that it rolls back. */
class Refused extends Error {
  constructor(readonly refusal: Refusal) {
    super(refusal.says)
  }
}

class Repeated extends Error {
  constructor(readonly seq: number) {
    super('This edit is in the log already')
  }
}

function refuseRights({ role }: Author, changes: readonly Change[]): Refusal | null {
  for (const { kind, op, id } of changes) {
    const { ledger } = KINDS[kind]
    if (ledger && op !== 'create')
      return {
        code: 'ledger',
        kind,
        id,
        says: 'What is in the ledger stays as it is. Add a new entry that puts it right.',
      }
    if (role === 'server') continue
    if (SERVER_ONLY.has(kind)) return { code: 'forbidden', says: `Only the server writes ${KINDS[kind].says}.` }
    if (!(ledger ? RIGHTS[role].log : RIGHTS[role].plan))
      return { code: 'forbidden', says: `As ${role} you may not change ${KINDS[kind].says}.` }
    if (kind === 'production' && op !== 'update')
      return { code: 'forbidden', says: 'A production is not made or removed here.' }
  }
  return null
}

/**
 * The changes with every value as it will be kept: text trimmed, say. So they are written and so they are logged,
 * since whoever follows the log has to come to the same records.
 */
function readValues(changes: readonly Change[]): Outcome<Change[], Refusal> {
  const read: Change[] = []
  for (const change of changes) {
    if (change.op === 'remove') {
      read.push(change)
      continue
    }
    const { kind, id } = change
    const invalid = (field: string, says: string) => fail<Refusal>({ code: 'invalid', kind, id, field, says })
    if (change.op === 'create') {
      const parsed = schemaOf(kind).safeParse(withNewFields(kind, change.fields))
      if (!parsed.success) {
        const issue = parsed.error.issues[0]!
        return invalid(issue.path.join('.') || kind, issue.message)
      }
      read.push({ ...change, fields: parsed.data } as unknown as Change)
      continue
    }
    const fields: Record<string, unknown> = {}
    for (const [name, value] of Object.entries(change.fields)) {
      const says = refuseValue(kind, name, value)
      if (says) return invalid(name, says)
      fields[name] = fieldsOf(kind)[name]!.schema.parse(value)
    }
    read.push({ ...change, fields })
  }
  return ok(read)
}

/** What no column takes although its field's schema did: class 22 of PostgreSQL's error codes. */
const isUnkeepable = (error: unknown): boolean =>
  error instanceof DatabaseError && /^22/.test((error.parent as { code?: string }).code ?? '')

async function write(writing: Writing, lookAtCard: LookAtCard): Promise<Outcome<EditAccepted, Refusal>> {
  const { database, author, productionId, body, transaction } = writing
  const { seq, earlier } = await takeTurn(writing)
  if (earlier) {
    if (earlier.productionId !== productionId)
      throw new Refused({ code: 'forbidden', says: 'This edit was made for another production.' })
    // Thrown so that the counter rolls back: a repeat leaves no trace.
    throw new Repeated(earlier.seq)
  }
  const touched = await loadTouched(writing)
  const before = body.changes.map((change) => applyOne(change, touched, seq))
  refuseInvariants(touched)
  const refused = (await findMissingReference(writing, touched)) ?? (await findTakenFolder(writing, touched))
  if (refused) throw new Refused(refused)
  await writeRows(writing, touched)
  // Asked here, since a commit that fails takes its connection with it: what was removed may still be referred to.
  if (body.changes.some(({ op }) => op === 'remove'))
    await database.query('SET CONSTRAINTS ALL IMMEDIATE', { transaction })
  const unsafe = (await refuseOwnYes(writing)) ?? (await refuseUnsafeWipe(writing, lookAtCard))
  if (unsafe) throw new Refused(unsafe)
  const logged: Omit<LoggedEdit, 'at'> & { readonly authorId: string | null } = {
    authorId: author.accountId,
    id: body.id,
    seq,
    productionId,
    author: author.name,
    label: body.label,
    changes: body.changes,
    before,
  }
  // One statement: everybody's edits of a production wait for this one to end.
  await database.query(
    `WITH logged AS (
       INSERT INTO edit (id, "productionId", seq, label, author, "authorId", changes, before)
       VALUES (:id, :productionId, :seq, :label, :author, :authorId, :changes, :before) RETURNING "productionId")
     SELECT pg_notify('kavrell_edit', "productionId"::text) FROM logged`,
    {
      replacements: { ...logged, changes: JSON.stringify(logged.changes), before: JSON.stringify(logged.before) },
      transaction,
    },
  )
  return ok({ seq, repeated: false })
}

/** Takes the production's turn, since edits of one production are strictly one after another, and looks for a repeat. */
async function takeTurn({ database, productionId, body, transaction, author }: Writing) {
  if (author.role === 'server')
    await database.query('INSERT INTO "editCounter" ("productionId") VALUES (:productionId) ON CONFLICT DO NOTHING', {
      replacements: { productionId },
      transaction,
    })
  const ask = <T extends object>(sql: string) =>
    database.query<T>(sql, { replacements: { productionId, id: body.id }, type: QueryTypes.SELECT, transaction })
  const [turn] = await ask<{ seq: number }>(
    'UPDATE "editCounter" SET seq = seq + 1 WHERE "productionId" = :productionId RETURNING seq',
  )
  if (!turn) throw new Refused({ code: 'not-found', says: 'There is no such production.' })
  // Asked once the turn is ours: asked together, it would not see an edit that ended while we waited.
  const [earlier] = await ask<{ seq: number; productionId: string }>(
    'SELECT seq, "productionId" FROM edit WHERE id = :id',
  )
  return { seq: turn.seq, earlier }
}

async function loadTouched({ models, body, productionId, transaction }: Writing): Promise<TouchedRecords> {
  const touched = new Map<string, Touched>()
  const idsByKind = new Map<KindName, Set<string>>()
  for (const { kind, id } of body.changes) {
    touched.set(keyOf(kind, id), { kind, id, before: null, after: null })
    idsByKind.set(kind, (idsByKind.get(kind) ?? new Set()).add(id))
  }
  for (const [kind, ids] of idsByKind) {
    const rows = (await models[kind].findAll({ where: { id: [...ids] }, raw: true, transaction })) as unknown as Row[]
    for (const row of rows) {
      if (row.productionId !== productionId)
        throw new Refused({ code: 'gone', kind, id: row.id, says: 'That record is not in this production.' })
      const entry = touched.get(keyOf(kind, row.id))!
      entry.before = entry.after = { ...recordFromRow(kind, row), fieldVersions: row.fieldVersions }
    }
  }
  return touched
}

/** Works one change into the records it touches and gives the record's fields before it. */
function applyOne(change: Change, touched: TouchedRecords, seq: number): Record<string, unknown> | null {
  const { kind, id } = change
  const entry = touched.get(keyOf(kind, id))!
  const current = entry.after
  if (change.op === 'create') {
    if (current) throw new Refused({ code: 'exists', kind, id, says: 'That record is there already.' })
    entry.after = { ...changedRecord<Row>(null, change, seq)!, fieldVersions: {} }
    return null
  }
  if (!current)
    throw new Refused({ code: 'gone', kind, id, says: `Somebody removed ${KINDS[kind].says} in the meantime.` })
  const before = fieldsAlone(kind, current)
  const clashOver = (field: string): Refused =>
    new Refused({
      code: 'clash',
      kind,
      id,
      field,
      current: current[field],
      version: current.version,
      says: `Somebody changed ${fieldsOf(kind)[field]?.label ?? field} in the meantime.`,
    })
  // What this very edit wrote a change earlier is not somebody else's.
  const isUnseen = (version: number) => version > change.version && version !== seq
  if (change.op === 'remove') {
    const changed = Object.entries(current.fieldVersions).find(([, version]) => isUnseen(version))
    if (changed) throw clashOver(changed[0])
    entry.after = null
    return before
  }
  const fieldVersions = { ...current.fieldVersions }
  for (const [field, value] of Object.entries(change.fields)) {
    if (isUnseen(fieldVersions[field] ?? 0) && !sameValue(current[field], value)) throw clashOver(field)
    fieldVersions[field] = seq
  }
  entry.after = { ...changedRecord(current, change, seq)!, fieldVersions }
  return before
}

function refuseInvariants(touched: TouchedRecords): void {
  for (const { kind, id, after } of touched.values()) {
    const refusal = after && refuseTogether(kind, after)
    if (refusal) throw new Refused({ code: 'invalid', kind, id, ...refusal })
  }
}

async function writeRows(
  { models, productionId, author, transaction }: Writing,
  touched: TouchedRecords,
): Promise<void> {
  const writes = new Map<KindName, { made: object[]; changed: object[]; gone: string[] }>()
  for (const { kind, id, before, after } of touched.values()) {
    const ledger = KINDS[kind].ledger
      ? { loggedAt: new Date(), loggedBy: author.name, loggedById: author.accountId }
      : {}
    const own = writes.get(kind) ?? { made: [], changed: [], gone: [] }
    writes.set(kind, own)
    if (after && !before) own.made.push({ ...after, id, productionId, ...ledger })
    else if (after && before && after !== before) own.changed.push({ ...after, id, productionId })
    else if (!after && before) own.gone.push(id)
  }
  for (const [kind, { made, changed, gone }] of writes) {
    const model = models[kind]
    if (gone.length > 0) await model.destroy({ where: { id: gone }, transaction })
    if (made.length > 0) await model.bulkCreate(made as never, { transaction })
    // Each is there already, so that every one of them is written over, in one statement.
    const written = [...Object.keys(fieldsOf(kind)), 'version', 'fieldVersions']
    if (changed.length > 0) await model.bulkCreate(changed as never, { updateOnDuplicate: written, transaction })
  }
}
