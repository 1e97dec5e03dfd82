import { DataTypes, type Model, type ModelAttributes, type ModelStatic, type Sequelize } from 'sequelize'
import { type Column, fieldsOf, KIND_NAMES, type KindName, KINDS } from '@kavrell/core/records'

export type RecordModel = ModelStatic<Model>
export type Models = Readonly<Record<KindName, RecordModel>>

const TYPES: Record<Column['type'], () => object> = {
  text: () => DataTypes.TEXT,
  'double precision': () => DataTypes.DOUBLE,
  integer: () => DataTypes.INTEGER,
  boolean: () => DataTypes.BOOLEAN,
  uuid: () => DataTypes.UUID,
  jsonb: () => DataTypes.JSONB,
  timestamptz: () => DataTypes.DATE,
}

/** A Sequelize model for every kind of record, its columns read off the contract. */
export function defineModels(database: Sequelize): Models {
  const models = KIND_NAMES.map((kind) => {
    const own = Object.entries(fieldsOf(kind)).map(([name, { column }]) => [
      name,
      { type: TYPES[column.type](), allowNull: column.nullable },
    ])
    const model = database.define(
      kind,
      {
        id: { type: DataTypes.UUID, primaryKey: true },
        productionId: { type: DataTypes.UUID, allowNull: false },
        version: { type: DataTypes.INTEGER, allowNull: false },
        fieldVersions: { type: DataTypes.JSONB, allowNull: false },
        ...(KINDS[kind].ledger
          ? { loggedAt: DataTypes.DATE, loggedBy: DataTypes.TEXT, loggedById: DataTypes.UUID }
          : {}),
        ...(Object.fromEntries(own) as ModelAttributes),
      },
      { tableName: kind, freezeTableName: true, timestamps: false },
    )
    return [kind, model]
  })
  return Object.fromEntries(models) as Models
}

/** A row as the contract has it: moments as ISO text, bookkeeping left out. */
export function recordFromRow(
  kind: KindName,
  row: Readonly<Record<string, unknown>>,
): { id: string; version: number } & Record<string, unknown> {
  const record: { id: string; version: number } & Record<string, unknown> = {
    id: row.id as string,
    version: row.version as number,
  }
  for (const [name, { column }] of Object.entries(fieldsOf(kind))) {
    const value = row[name]
    record[name] = column.type === 'timestamptz' && value instanceof Date ? value.toISOString() : value
  }
  return record
}
