import { DataTypes, literal, type Model, type ModelAttributes, type ModelStatic, type Sequelize } from 'sequelize'
import type { Models } from './models.ts'
import type { InvitedRole, LoggedEdit, Role } from '@kavrell/contract'

/** A model whose rows have these fields; those of the second kind may be left out when one is made. */
type Rows<Row extends object, Given extends keyof Row = never> = ModelStatic<
  Model<Row, Omit<Row, Given> & Partial<Pick<Row, Given>>>
>

/** A row of another table that was asked for together with this one. */
interface Joined<Row> {
  readonly get: () => Row
}

export interface AccountRow {
  readonly id: string
  readonly name: string
  /** What the name looks like: unique. */
  readonly looks: string
  /** Null for people of the demo, who are entered without one. */
  readonly passwordHash: string | null
  readonly demo: boolean
  readonly memberships?: readonly Joined<MembershipRow>[]
}
export interface MembershipRow {
  readonly accountId: string
  readonly productionId: string
  readonly role: Role
  readonly account?: Joined<AccountRow>
  readonly production?: Joined<{ readonly title: string }>
}
export interface SessionRow {
  readonly id: string
  /** The session's token itself is kept nowhere. */
  readonly tokenHash: string
  readonly accountId: string
  readonly device: string
  readonly expiresAt: Date
  readonly openedAt: Date
  readonly seenAt: Date
  readonly account?: Joined<AccountRow>
}
export interface InvitationRow {
  readonly id: string
  readonly tokenHash: string
  readonly productionId: string
  readonly role: InvitedRole
  readonly createdBy: string
  readonly expiresAt: Date
  readonly withdrawnAt: Date | null
  readonly joined: number
  readonly production?: Joined<{ readonly title: string }>
}
export interface EditRow extends Omit<LoggedEdit, 'at'> {
  /** Whose account wrote it; `author` is their name as it was then. Null for what the server did by itself. */
  readonly authorId: string | null
  readonly at: Date
}
export interface ReadingRow {
  readonly token: string
  readonly productionId: string
  readonly sentSheetId: string
  readonly personId: string
}
export interface UploadRow {
  readonly productionId: string
  /** The SHA-256 of the file. */
  readonly fileId: string
  readonly type: string
  readonly bytes: number
  readonly widthPx: number
  readonly heightPx: number
  readonly uploadedBy: string
}
export interface ManifestRow {
  readonly digest: string
  readonly body: Buffer
}

/** A call sheet as it was drawn when it was issued. */
export interface IssuedPaperRow {
  readonly sentSheetId: string
  readonly productionId: string
  readonly drawnAt?: Date
  readonly body: Buffer
}
/** What was drawn by a job of papers; all else of a job goes through its queue. */
export interface PaperRow {
  readonly id: string
  readonly productionId: string
  readonly lane: string
  readonly state: string
  readonly startedAt: Date
  readonly body: Buffer | null
}

/** Models of what the server keeps beside the records: who may enter, what was done, what was sent and brought. */
export interface ServerModels {
  readonly account: Rows<AccountRow, 'demo' | 'memberships'>
  readonly membership: Rows<MembershipRow, 'account' | 'production'>
  readonly session: Rows<SessionRow, 'id' | 'openedAt' | 'seenAt' | 'account'>
  readonly invitation: Rows<InvitationRow, 'withdrawnAt' | 'joined' | 'production'>
  readonly editCounter: Rows<{ readonly productionId: string; readonly seq: number }>
  readonly edit: Rows<EditRow, 'at' | 'authorId'>
  readonly reading: Rows<ReadingRow>
  readonly paper: Rows<PaperRow>
  readonly issuedPaper: Rows<IssuedPaperRow>
  readonly upload: Rows<UploadRow>
  readonly manifest: Rows<ManifestRow>
}

const key = { primaryKey: true, allowNull: false }
const text = { type: DataTypes.TEXT, allowNull: false }
const uuid = { type: DataTypes.UUID, allowNull: false }
const whole = { type: DataTypes.INTEGER, allowNull: false }
const moment = { type: DataTypes.DATE, allowNull: false }
const now = { ...moment, defaultValue: literal('now()') }
const json = { type: DataTypes.JSONB, allowNull: false }

/** The tables are made by migrations; what the database fills in by itself is filled in the same way here. */
export function defineServerModels(database: Sequelize, { production }: Models): ServerModels {
  const define = <Row extends object>(table: string, columns: ModelAttributes<Model<Row, Row>>) => {
    // Sequelize writes the column's name into what it is given: each column needs one of its own.
    const own = Object.fromEntries(
      Object.entries(columns as Record<string, object>).map(([name, column]) => [name, { ...column }]),
    )
    const options = { tableName: table, freezeTableName: true, timestamps: false }
    return database.define<Model<Row, Row>>(table, own as typeof columns, options)
  }
  const account = define<AccountRow>('account', {
    id: { ...uuid, ...key },
    name: text,
    looks: text,
    passwordHash: { ...text, allowNull: true },
    demo: { type: DataTypes.BOOLEAN, allowNull: false, defaultValue: false },
  })
  const membership = define<MembershipRow>('membership', {
    accountId: { ...uuid, ...key },
    productionId: { ...uuid, ...key },
    role: text,
  })
  const session = define<SessionRow>('session', {
    id: { ...uuid, defaultValue: literal('gen_random_uuid()') },
    tokenHash: { ...text, ...key },
    accountId: uuid,
    device: text,
    expiresAt: moment,
    openedAt: now,
    seenAt: now,
  })
  const invitation = define<InvitationRow>('invitation', {
    id: { ...uuid, ...key },
    tokenHash: text,
    productionId: uuid,
    role: text,
    createdBy: text,
    expiresAt: moment,
    withdrawnAt: { ...moment, allowNull: true },
    joined: { ...whole, defaultValue: 0 },
  })
  account.hasMany(membership, { as: 'memberships', foreignKey: 'accountId' })
  membership.belongsTo(account, { as: 'account', foreignKey: 'accountId' })
  session.belongsTo(account, { as: 'account', foreignKey: 'accountId' })
  membership.belongsTo(production, { as: 'production', foreignKey: 'productionId' })
  invitation.belongsTo(production, { as: 'production', foreignKey: 'productionId' })
  return {
    account,
    membership,
    session,
    invitation,
    editCounter: define('editCounter', { productionId: { ...uuid, ...key }, seq: whole }),
    edit: define<EditRow>('edit', {
      id: { ...uuid, ...key },
      productionId: uuid,
      seq: whole,
      label: text,
      author: text,
      authorId: { ...uuid, allowNull: true },
      at: now,
      changes: json,
      before: json,
    }),
    reading: define<ReadingRow>('reading', {
      token: { ...text, ...key },
      productionId: uuid,
      sentSheetId: uuid,
      personId: uuid,
    }),
    issuedPaper: define<IssuedPaperRow>('issuedPaper', {
      productionId: { ...uuid, ...key },
      sentSheetId: { ...uuid, ...key },
      drawnAt: now,
      body: { type: DataTypes.BLOB, allowNull: false },
    }),
    paper: define<PaperRow>('job', {
      id: { ...uuid, ...key },
      productionId: uuid,
      lane: text,
      state: text,
      startedAt: now,
      body: { type: DataTypes.BLOB },
    }),
    upload: define<UploadRow>('upload', {
      productionId: { ...uuid, ...key },
      fileId: { ...text, ...key },
      type: text,
      bytes: whole,
      widthPx: whole,
      heightPx: whole,
      uploadedBy: text,
    }),
    manifest: define<ManifestRow>('copyManifest', {
      digest: { ...text, ...key },
      body: { type: DataTypes.BLOB, allowNull: false },
    }),
  } as unknown as ServerModels
}
