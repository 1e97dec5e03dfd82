import { randomBytes } from 'node:crypto'
import type { Sequelize } from 'sequelize'
import { v7 as uuidv7 } from 'uuid'
import type { MessageGateway } from '../devices/messageGateway.ts'
import type { Door } from '../edits/door.ts'
import type { Models } from '../records/models.ts'
import { readRecords } from '../records/readRecords.ts'
import type { ServerModels } from '../records/serverModels.ts'
import type { IssueSheetBody, Refusal } from '@kavrell/contract'
import { type DayPlan, planDay } from '@kavrell/core/day'
import { fail, ok, type Outcome } from '@kavrell/core/outcome'
import {
  callSheet,
  type CallSheet,
  type PrintedCallSheet,
  type CallSheetChange,
  callSheetChanges,
} from '@kavrell/core/papers'
import { createRecord, asId, type Production, productionOf } from '@kavrell/core/records'

export interface CallSheets {
  readonly issue: (
    by: string,
    productionId: string,
    asked: IssueSheetBody,
  ) => Promise<Outcome<{ sentSheetId: string; version: number }, Refusal>>
  readonly remind: (
    by: string,
    productionId: string,
    sentSheetId: string,
    personId: string,
  ) => Promise<Outcome<null, Refusal>>
  /** What a person opens from their message; opening it is the acknowledgement. */
  readonly read: (token: string) => Promise<ReadSheet | null>
}

/** A sheet as one person opens it. */
export interface ReadSheet {
  readonly sheet: PrintedCallSheet
  readonly version: number
  readonly personId: string
  readonly name: string
}

interface Deps {
  readonly database: Sequelize
  readonly models: Models
  readonly serverModels: ServerModels
  readonly door: Door
  readonly gateway: MessageGateway
  readonly now: () => Date
  /** Known only once the server listens: the wanted port may have been taken. */
  readonly address: () => string
}

/** A production as the core reads it, at one consistent moment. */
export const loadProduction = (
  database: Sequelize,
  models: Models,
  productionId: string,
): Promise<Production | undefined> =>
  database.transaction({ isolationLevel: 'REPEATABLE READ' as never }, async (transaction) =>
    productionOf(await readRecords(models, productionId, transaction)),
  )

export interface PlannedCallSheet {
  readonly production: Production
  readonly dayPlan: DayPlan
  readonly sheet: CallSheet
  readonly version: number | null
  readonly changes: readonly CallSheetChange[]
}

/** The sheet of a day as it would be now, with what differs from the newest one sent. */
export function callSheetNow(production: Production, dayId: string): PlannedCallSheet | null {
  const dayPlan = planDay(production, dayId)
  if (!dayPlan) return null
  const sheet = callSheet(production, dayPlan)
  const sent = Object.values(production.sentSheet)
    .filter((s) => s.dayId === dayId)
    .sort((a, b) => b.number - a.number)
  const newest = sent[0] as ((typeof sent)[number] & { content?: CallSheet }) | undefined
  const isNewest = newest?.fingerprint === dayPlan.fingerprint
  const compareWith = (isNewest ? sent[1] : newest) as { content?: CallSheet } | undefined
  return {
    production,
    dayPlan,
    sheet,
    version: isNewest ? newest.number : null,
    changes: compareWith?.content?.rows ? callSheetChanges(compareWith.content, sheet) : [],
  }
}

export function openCallSheets(deps: Deps): CallSheets {
  const { database, models, door, gateway, now } = deps
  const { reading } = deps.serverModels
  const deliver = async (
    by: string,
    productionId: string,
    production: Production,
    sentSheetId: string,
    personId: string,
  ) => {
    const person = production.person[personId]
    if (!person) return []
    const token = randomBytes(18).toString('base64url')
    await reading.create({ token, productionId, sentSheetId, personId })
    const outcome = await gateway.send(
      person,
      `${production.production.title}: your call sheet is at ${deps.address()}/sheet/${token}`,
    )
    return [
      createRecord(
        'delivery',
        {
          sentSheetId: asId(sentSheetId),
          personId: asId(personId),
          status: outcome.status,
          says: outcome.says,
          happenedAt: now().toISOString(),
        },
        asId(uuidv7()),
      ),
    ]
  }
  /** Writes down the sheet of a day as it is now, under the next number; one that has this id already stands. */
  const makeSheet = async (
    by: string,
    productionId: string,
    id: string,
    dayId: string,
  ): Promise<Outcome<{ production: Production; version: number }, Refusal>> => {
    const production = await loadProduction(database, models, productionId)
    const planned = production && callSheetNow(production, dayId)
    if (!production || !planned)
      return fail({ code: 'not-found', says: 'That day has no place yet. Choose one in Order.' })
    const stands = production.sentSheet[id]
    if (stands) return ok({ production, version: stands.number })
    const numbers = Object.values(production.sentSheet).flatMap((s) => (s.dayId === dayId ? [s.number] : []))
    const version = 1 + Math.max(0, ...numbers)
    const fields = {
      dayId: asId(dayId),
      number: version,
      fingerprint: planned.sheet.fingerprint,
      sentAt: now().toISOString(),
      content: planned.sheet,
    }
    const written = await door.acceptEdit({ name: by, role: 'server' }, productionId, {
      id: uuidv7(),
      label: `Issue call sheet ${version}`,
      changes: [createRecord('sentSheet', fields, asId(id))],
    })
    return written.ok ? ok({ production, version }) : written
  }
  return {
    async issue(by, productionId, { id, dayId, personIds }) {
      // One sheet of a day after another, whoever issues: two never have the same number.
      const made = await database.transaction(async (transaction) => {
        // A lock of the database's own, so that it holds between server processes.
        await database.query('SELECT pg_advisory_xact_lock(hashtext(:dayId))', {
          replacements: { dayId },
          transaction,
        })
        return makeSheet(by, productionId, id, dayId)
      })
      if (!made.ok) return made
      const { production, version } = made.value
      const sent = await models.delivery.findAll({ where: { sentSheetId: id }, raw: true })
      const told = new Set((sent as unknown as { personId: string }[]).map((d) => d.personId))
      const deliveries = (
        await Promise.all(
          [...new Set(personIds)]
            .filter((personId) => !told.has(personId))
            .map((personId) => deliver(by, productionId, production, id, personId)),
        )
      ).flat()
      if (deliveries.length > 0) {
        const written = await door.acceptEdit({ name: by, role: 'server' }, productionId, {
          id: uuidv7(),
          label: `Send call sheet ${version}`,
          changes: deliveries,
        })
        if (!written.ok) return written
      }
      return ok({ sentSheetId: id, version })
    },
    async remind(by, productionId, sentSheetId, personId) {
      const production = await loadProduction(database, models, productionId)
      if (!production?.sentSheet[sentSheetId]) return fail({ code: 'not-found', says: 'There is no such sheet.' })
      const changes = await deliver(by, productionId, production, sentSheetId, personId)
      if (changes.length === 0) return fail({ code: 'not-found', says: 'There is no such person.' })
      const told = await door.acceptEdit({ name: by, role: 'server' }, productionId, {
        id: uuidv7(),
        label: 'Send call sheet again',
        changes,
      })
      return told.ok ? ok(null) : told
    },
    async read(token) {
      const row = (await reading.findByPk(token))?.get()
      if (!row) return null
      const production = await loadProduction(database, models, row.productionId)
      const sheet = production?.sentSheet[row.sentSheetId] as { number: number; content?: CallSheet } | undefined
      const person = production?.person[row.personId]
      if (!sheet?.content || !person) return null
      const fields = {
        sentSheetId: asId(row.sentSheetId),
        personId: asId(row.personId),
        status: 'read',
        says: '',
        happenedAt: now().toISOString(),
      } as const
      await door.acceptEdit({ name: person.name, role: 'server' }, row.productionId, {
        id: uuidv7(),
        label: `${person.name} read the call sheet`,
        changes: [createRecord('delivery', fields, asId(uuidv7()))],
      })
      // The order that the sheet was made from is for the planners, not for everybody with a link.
      const { order: _order, ...printed } = sheet.content
      return { sheet: printed, version: sheet.number, personId: row.personId, name: person.name }
    },
  }
}
