import { randomBytes } from 'node:crypto'
import type { Sequelize } from 'sequelize'
import { v5 as uuidv5, v7 as uuidv7 } from 'uuid'
import type { MessageGateway } from '../devices/messageGateway.ts'
import type { Account } from '../accounts/accounts.ts'
import type { Door } from '../edits/door.ts'
import { asServer, onBehalfOf } from '../edits/writing.ts'
import type { Models } from '../records/models.ts'
import { readRecords } from '../records/readRecords.ts'
import type { ServerModels } from '../records/serverModels.ts'
import { callSheetPdf } from './callSheetPdf.ts'
import type { IssueSheetBody, Refusal } from '@kavrell/contract'
import { callSheetNow } from './callSheetNow.ts'
import { fail, ok, type Outcome } from '@kavrell/core/outcome'
import type { CallSheet, PrintedCallSheet } from '@kavrell/core/callSheets'
import {
  createRecord,
  asId,
  type Production,
  productionOf,
  type RecordFields,
  type SentSheet,
  type Person,
} from '@kavrell/core/records'

export interface CallSheets {
  readonly issue: (
    by: Account,
    productionId: string,
    asked: IssueSheetBody,
  ) => Promise<Outcome<{ sentSheetId: string; version: number }, Refusal>>
  readonly remind: (
    by: Account,
    productionId: string,
    sentSheetId: string,
    personId: string,
  ) => Promise<Outcome<null, Refusal>>
  /** What a person opens from their message. Opening it writes nothing down: mail programs open links too. */
  readonly open: (token: string) => Promise<ReadSheet | null>
  /** Somebody looked at it. Said again, it is written down once for each person and version. */
  readonly wasRead: (token: string) => Promise<boolean>
  /** A link for one person; null for a sheet or a person that is not there. */
  readonly link: (
    productionId: string,
    sentSheetId: string,
    personId: string,
  ) => Promise<Outcome<{ address: string }, Refusal>>
  /** Somebody sent a person's link with their own hands. */
  readonly sentByHand: CallSheets['remind']
  /** An issued sheet on paper, the same bytes for ever; null for one that is not there. */
  readonly paper: (productionId: string, sentSheetId: string) => Promise<IssuedPaper | null>
}

export interface IssuedPaper {
  readonly production: Production
  readonly sent: SentSheet
  readonly body: Buffer
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
export const loadProduction = (database: Sequelize, productionId: string): Promise<Production | undefined> =>
  database.transaction({ isolationLevel: 'REPEATABLE READ' as never }, async (transaction) =>
    productionOf(await readRecords(database, productionId, transaction)),
  )

export function openCallSheets(deps: Deps): CallSheets {
  const { database, models, door, gateway, now } = deps
  const { reading, issuedPaper } = deps.serverModels
  const linkFor = async (productionId: string, sentSheetId: string, personId: string) => {
    const token = randomBytes(18).toString('base64url')
    await reading.create({ token, productionId, sentSheetId, personId })
    return `${deps.address()}/sheet/${token}`
  }
  const delivery = (
    sentSheetId: string,
    personId: string,
    status: RecordFields<'delivery'>['status'],
    says: string,
  ) => {
    const happenedAt = now().toISOString()
    const fields = { sentSheetId: asId<'sentSheet'>(sentSheetId), personId: asId<'person'>(personId), status, says, happenedAt } // prettier-ignore
    return createRecord('delivery', fields, asId(uuidv7()))
  }
  /** Draws an issued sheet once; what is there already stays. */
  const keepPaper = async (productionId: string, sentSheetId: string, draw: () => Promise<Buffer>): Promise<Buffer> => {
    // A sheet's id comes from whoever issues it: it names a paper of their own production only.
    const where = { productionId, sentSheetId }
    const kept = await issuedPaper.findOne({ where })
    if (kept) return kept.get().body
    const [made] = await issuedPaper.findOrCreate({ where, defaults: { ...where, body: await draw() } })
    return made.get().body
  }
  const deliver = async (
    by: Account,
    productionId: string,
    production: Production,
    sentSheetId: string,
    personId: string,
  ) => {
    const person = production.person[personId]
    if (!person) return []
    const address = await linkFor(productionId, sentSheetId, personId)
    const { title } = production.production
    const outcome = await gateway.send(person, {
      subject: `${title}: your call sheet`,
      text: `${title}: your call sheet is at ${address}\n\nThis link is for you alone. Opening it tells the production that you have read the sheet.\n`,
    })
    return [delivery(sentSheetId, personId, outcome.status, outcome.says)]
  }
  /** Writes down the sheet of a day as it is now, under the next number; one that has this id already stands. */
  const makeSheet = async (
    by: Account,
    productionId: string,
    id: string,
    dayId: string,
  ): Promise<Outcome<{ production: Production; version: number }, Refusal>> => {
    const production = await loadProduction(database, productionId)
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
    // A try that was cut off here may have drawn another plan: the paper is that of the sheet that is written down.
    await issuedPaper.destroy({ where: { productionId, sentSheetId: id } })
    const paper = production.production.paper
    await keepPaper(productionId, id, () => callSheetPdf(planned.sheet, paper, version, planned.changes))
    const written = await door.acceptEdit(onBehalfOf(by), productionId, {
      id: uuidv7(),
      label: `Issue call sheet ${version}`,
      changes: [createRecord('sentSheet', fields, asId(id))],
    })
    return written.ok ? ok({ production, version }) : written
  }
  /** A sheet that was issued, and one of its people. */
  const whom = async (
    productionId: string,
    sentSheetId: string,
    personId: string,
  ): Promise<Outcome<{ production: Production; person: Person }, Refusal>> => {
    const production = await loadProduction(database, productionId)
    if (!production?.sentSheet[sentSheetId]) return fail({ code: 'not-found', says: 'There is no such sheet.' })
    const person = production.person[personId]
    return person ? ok({ production, person }) : fail({ code: 'not-found', says: 'There is no such person.' })
  }
  const sheetOf = async (token: string) => {
    const row = (await reading.findByPk(token))?.get()
    if (!row) return null
    const production = await loadProduction(database, row.productionId)
    const sent = production?.sentSheet[row.sentSheetId]
    const person = production?.person[row.personId]
    return sent && person && 'rows' in sent.content
      ? { production, productionId: row.productionId, sent, person }
      : null
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
        const written = await door.acceptEdit(onBehalfOf(by), productionId, {
          id: uuidv7(),
          label: `Send call sheet ${version}`,
          changes: deliveries,
        })
        if (!written.ok) return written
      }
      return ok({ sentSheetId: id, version })
    },
    async remind(by, productionId, sentSheetId, personId) {
      const found = await whom(productionId, sentSheetId, personId)
      if (!found.ok) return found
      const told = await door.acceptEdit(onBehalfOf(by), productionId, {
        id: uuidv7(),
        label: 'Send call sheet again',
        changes: await deliver(by, productionId, found.value.production, sentSheetId, personId),
      })
      return told.ok ? ok(null) : told
    },
    async open(token) {
      const opened = await sheetOf(token)
      if (!opened) return null
      // The order that the sheet was made from is for the planners, not for everybody with a link.
      const { order: _order, ...printed } = opened.sent.content as unknown as CallSheet
      return { sheet: printed, version: opened.sent.number, personId: opened.person.id, name: opened.person.name }
    },
    async wasRead(token) {
      const opened = await sheetOf(token)
      if (!opened) return false
      const { production, productionId, sent, person } = opened
      const known = Object.values(production.delivery).some(
        (d) => d.sentSheetId === sent.id && d.personId === person.id && d.status === 'read',
      )
      if (known) return true
      const written = await door.acceptEdit(asServer(person.name), productionId, {
        // The same for the same person and version: asked twice at once, it is one edit.
        id: idOfReading(sent.id, person.id),
        label: `${person.name} read the call sheet`,
        changes: [delivery(sent.id, person.id, 'read', '')],
      })
      return written.ok
    },
    async link(productionId, sentSheetId, personId) {
      const found = await whom(productionId, sentSheetId, personId)
      return found.ok ? ok({ address: await linkFor(productionId, sentSheetId, personId) }) : found
    },
    async sentByHand(by, productionId, sentSheetId, personId) {
      const found = await whom(productionId, sentSheetId, personId)
      if (!found.ok) return found
      const told = await door.acceptEdit(onBehalfOf(by), productionId, {
        id: uuidv7(),
        label: `Call sheet sent to ${found.value.person.name} by hand`,
        changes: [delivery(sentSheetId, personId, 'by hand', `Sent by ${by.name}.`)],
      })
      return told.ok ? ok(null) : told
    },
    async paper(productionId, sentSheetId) {
      const production = await loadProduction(database, productionId)
      const sent = production?.sentSheet[sentSheetId]
      if (!production || !sent) return null
      // One that was issued before papers were kept is drawn from what it said, and kept from then on.
      const draw = () =>
        callSheetPdf(sent.content as unknown as CallSheet, production.production.paper, sent.number, [])
      return { production, sent, body: await keepPaper(productionId, sentSheetId, draw) }
    },
  }
}

/** A version-5 UUID of what is said only once. */
const idOfReading = (sentSheetId: string, personId: string) => uuidv5(personId, sentSheetId)
