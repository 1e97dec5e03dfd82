import type { Sequelize, Transaction } from 'sequelize'
import type { Models } from '../records/models.ts'
import type { EditBody, Role } from '@kavrell/contract'
import type { AnyRecord, KindName } from '@kavrell/core/records'

/** Who writes: a member with a role, or the server itself on a member's behalf. */
export interface Author {
  /** Of the account; null where the server does something by itself, or for a guest of a link. */
  readonly accountId: string | null
  readonly name: string
  readonly role: Role | 'server'
}

/** The server, on behalf of somebody. */
export const onBehalfOf = ({ id, name }: { readonly id: string; readonly name: string }): Author => ({
  accountId: id,
  name,
  role: 'server',
})
/** The server, for somebody who has no account, or by itself under a name. */
export const asServer = (name: string): Author => ({ accountId: null, name, role: 'server' })

export type Row = AnyRecord & { readonly fieldVersions: Readonly<Record<string, number>> }

/** A record on its way through one edit: as it was, as it becomes. */
export interface Touched {
  kind: KindName
  id: string
  before: Row | null
  after: Row | null
}

/** By kind and id: two kinds may have one id. */
export type TouchedRecords = ReadonlyMap<string, Touched>
export const keyOf = (kind: KindName, id: string): string => `${kind} ${id}`

/** One edit being written, with all that its steps need. */
export interface Writing {
  database: Sequelize
  models: Models
  author: Author
  productionId: string
  body: EditBody
  transaction: Transaction
}
