import { QueryTypes } from 'sequelize'
import { keyOf, type TouchedRecords, type Writing } from './writing.ts'
import type { Refusal } from '@kavrell/contract'
import { fieldsOf, KIND_NAMES, type KindName, KINDS } from '@kavrell/core/records'

/** What names a record, and in which field. */
interface Referrer {
  readonly kind: KindName
  readonly id: string
  readonly field: string
}

/** Names the first record that is referred to and is not in this production, or is being removed while others list it. */
export async function findMissingReference(writing: Writing, touched: TouchedRecords): Promise<Refusal | null> {
  const wanted = new Map<KindName, Map<string, Referrer>>()
  for (const { kind, id, after } of touched.values()) {
    if (!after) continue
    for (const [field, { column }] of Object.entries(fieldsOf(kind))) {
      const target = (column.ref ?? column.refs) as KindName | undefined
      if (!target) continue
      const ids = column.ref ? (after[field] ? [after[field] as string] : []) : (after[field] as string[])
      for (const other of ids) {
        const table = wanted.get(target) ?? new Map<string, Referrer>()
        wanted.set(target, table.set(other, { kind, id, field }))
      }
    }
  }
  for (const [target, referrers] of wanted) {
    const rows = (await writing.models[target].findAll({
      attributes: ['id'],
      where: { id: [...referrers.keys()], productionId: writing.productionId },
      raw: true,
      transaction: writing.transaction,
    })) as unknown as { id: string }[]
    const there = new Set(rows.map((row) => row.id))
    for (const [other, from] of referrers) {
      const here = touched.get(keyOf(target, other))
      const exists = here ? here.after !== null : there.has(other)
      if (!exists)
        return {
          code: 'missing-reference',
          ...from,
          says: `${fieldsOf(from.kind)[from.field]!.label}: that ${target} is not in this production.`,
        }
    }
  }
  return findListedRemoval(writing, touched)
}

/** Lists of ids have no foreign key: a removal looks through them itself. */
async function findListedRemoval(
  { database, productionId, transaction }: Writing,
  touched: TouchedRecords,
): Promise<Refusal | null> {
  const removed = [...touched.values()].filter(({ after, before }) => before && !after)
  if (removed.length === 0) return null
  for (const kind of KIND_NAMES)
    for (const [field, { column }] of Object.entries(fieldsOf(kind))) {
      const ids = removed.filter((entry) => entry.kind === column.refs).map((entry) => entry.id)
      if (ids.length === 0) continue
      const rows = await database.query<{ id: string; listed: string[] }>(
        `SELECT id, "${field}" AS listed FROM "${kind}" WHERE "productionId" = :productionId AND "${field}" ?| ARRAY[:ids]`,
        { replacements: { productionId, ids }, type: QueryTypes.SELECT, transaction },
      )
      // A record this edit also changes is judged as it will be.
      const still = rows.find((row) => {
        const here = touched.get(keyOf(kind, row.id))
        return here ? (here.after?.[field] as string[] | undefined)?.some((id) => ids.includes(id)) : true
      })
      if (still) {
        const of = removed.find((entry) => still.listed.includes(entry.id))!
        return {
          code: 'still-referenced',
          kind: of.kind,
          id: of.id,
          by: kind,
          says: `Still used by ${KINDS[kind].says}. Remove or change that first.`,
        }
      }
    }
  return null
}

/** The table whose foreign key a removal would break, from PostgreSQL's own error. */
export function findReferrer(error: unknown): string | null {
  const original = (error as { original?: { code?: string; table?: string } } | null)?.original
  return original?.code === '23503' ? (original.table ?? 'another record') : null
}
