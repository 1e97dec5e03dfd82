import { randomBytes } from 'node:crypto'
import type { Sequelize } from 'sequelize'
import { v5 as uuidv5, v7 as uuidv7 } from 'uuid'
import type { MessageGateway } from '../devices/messageGateway.ts'
import type { Account } from '../accounts/accounts.ts'
import type { Door } from '../edits/door.ts'
import { asServer, onBehalfOf } from '../edits/writing.ts'
import { type Models, recordFromRow } from '../records/models.ts'
import { readRecords } from '../records/readRecords.ts'
import type { ServerModels } from '../records/serverModels.ts'
import { callSheetPdf } from './callSheetPdf.ts'
import type { IssueSheetBody, Refusal } from '@kavrell/contract'
import { callSheetNow } from './callSheetNow.ts'
import { fail, ok, type Outcome } from '@kavrell/core/outcome'
import type { CallSheet, PrintedCallSheet } from '@kavrell/core/callSheets'
import {
  asId,
  byId,
  type Change,
  createRecord,
  type KindName,
  type Person,
  type Production,
  productionOf,
  type RecordFields,
  type RecordOf,
  type SentSheet,
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
  /** Waits for messages that are still on their way. */
  readonly close: () => Promise<void>
}

/** Whoever issues a sheet waits so long for a gateway; what comes of a message later is written down then. */
const PROMPT_MS = 2000

export interface IssuedPaper {
  readonly sent: SentSheet
  /** The production's title. */
  readonly title: string
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

export function openCallSheets(deps: Deps): CallSheets {
  const { database, models, door, gateway, now } = deps
  const { reading, issuedPaper } = deps.serverModels
  const onTheWay = new Set<Promise<unknown>>()
  /** Sheet and person of each message on its way: asked again meanwhile, nobody gets two. */
  const underway = new Set<string>()
  /** One record: whoever opens a link has not the whole production read for them. */
  const read = async <K extends KindName>(kind: K, id: string, productionId: string): Promise<RecordOf<K> | null> => {
    const row = await models[kind].findOne({ where: { id, productionId }, raw: true })
    return row && (recordFromRow(kind, row as unknown as Record<string, unknown>) as unknown as RecordOf<K>)
  }
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
  const deliver = async (productionId: string, title: string, sentSheetId: string, person: Person) => {
    const address = await linkFor(productionId, sentSheetId, person.id)
    const outcome = await gateway.send(person, {
      subject: `${title}: your call sheet`,
      text: `${title}: your call sheet is at ${address}\n\nThis link is for you alone. Opening it tells the production that you have read the sheet.\n`,
    })
    return delivery(sentSheetId, person.id, outcome.status, outcome.says)
  }
  /** Hands a sheet to the gateway for some people; nobody waits for a gateway that does not answer. */
  const send = async (
    by: Account,
    productionId: string,
    { title, label, sentSheetId }: { title: string; label: string; sentSheetId: string },
    people: readonly Person[],
  ): Promise<Outcome<null, Refusal>> => {
    const writeDown = async (changes: readonly Change[]): Promise<Outcome<null, Refusal>> => {
      if (changes.length === 0) return ok(null)
      const edit = { id: uuidv7(), label, changes: [...changes] }
      const written = await door.acceptEdit(onBehalfOf(by), productionId, edit)
      return written.ok ? ok(null) : written
    }
    const keyOf = ({ id }: Person) => `${sentSheetId} ${id}`
    for (const person of people) underway.add(keyOf(person))
    const tries = people.map((person) => deliver(productionId, title, sentSheetId, person))
    let timer: NodeJS.Timeout | undefined
    const patience = new Promise<null>((resolve) => {
      timer = setTimeout(() => resolve(null), PROMPT_MS)
    })
    const prompt = await Promise.all(tries.map((one) => Promise.race([one, patience])))
    clearTimeout(timer)
    // On its way until it is written down: in between somebody may ask again.
    for (const [i, person] of people.entries()) {
      if (prompt[i] !== null) continue
      const later = tries[i]!.then((change) => writeDown([change]))
        .catch((error: unknown) => console.error('A delivery could not be written down', error))
        .finally(() => {
          underway.delete(keyOf(person))
          onTheWay.delete(later)
        })
      onTheWay.add(later)
    }
    try {
      return await writeDown(prompt.filter((change) => change !== null))
    } finally {
      for (const [i, person] of people.entries()) if (prompt[i] !== null) underway.delete(keyOf(person))
    }
  }
  /** Writes down the sheet of a day as it is now, under the next number; one that has this id already stands. */
  const makeSheet = async (
    by: Account,
    productionId: string,
    id: string,
    dayId: string,
  ): Promise<Outcome<{ production: Production; version: number }, Refusal>> => {
    const production = await database.transaction({ isolationLevel: 'REPEATABLE READ' as never }, async (transaction) =>
      productionOf(await readRecords(database, productionId, transaction)),
    )
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
  /** A sheet that was issued, and one of the people. */
  const whom = async (
    productionId: string,
    sentSheetId: string,
    personId: string,
  ): Promise<Outcome<{ sent: SentSheet; person: Person }, Refusal>> => {
    const sent = await read('sentSheet', sentSheetId, productionId)
    if (!sent) return fail({ code: 'not-found', says: 'There is no such sheet.' })
    const person = await read('person', personId, productionId)
    return person ? ok({ sent, person }) : fail({ code: 'not-found', says: 'There is no such person.' })
  }
  const sheetOf = async (token: string) => {
    const row = (await reading.findByPk(token))?.get()
    if (!row) return null
    const found = await whom(row.productionId, row.sentSheetId, row.personId)
    return found.ok && 'rows' in found.value.sent.content ? { productionId: row.productionId, ...found.value } : null
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
      const people = [...new Set(personIds)]
        .filter((personId) => !told.has(personId) && !underway.has(`${id} ${personId}`))
        .flatMap((personId) => byId(production.person, personId) ?? [])
      const { title } = production.production
      const written = await send(by, productionId, { title, label: `Send call sheet ${version}`, sentSheetId: id }, people) // prettier-ignore
      if (!written.ok) return written
      return ok({ sentSheetId: id, version })
    },
    async remind(by, productionId, sentSheetId, personId) {
      const found = await whom(productionId, sentSheetId, personId)
      if (!found.ok) return found
      const { title } = (await read('production', productionId, productionId))!
      return send(by, productionId, { title, label: 'Send call sheet again', sentSheetId }, [found.value.person])
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
      const { productionId, sent, person } = opened
      const where = { productionId, sentSheetId: sent.id, personId: person.id, status: 'read' }
      if ((await models.delivery.count({ where })) > 0) return true
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
      const sent = await read('sentSheet', sentSheetId, productionId)
      const production = await read('production', productionId, productionId)
      if (!production || !sent) return null
      // One that was issued before papers were kept is drawn from what it said, and kept from then on.
      const draw = () => callSheetPdf(sent.content as unknown as CallSheet, production.paper, sent.number, [])
      return { title: production.title, sent, body: await keepPaper(productionId, sentSheetId, draw) }
    },
    async close() {
      await Promise.all(onTheWay)
    },
  }
}

/** A version-5 UUID of what is said only once. */
const idOfReading = (sentSheetId: string, personId: string) => uuidv5(personId, sentSheetId)
