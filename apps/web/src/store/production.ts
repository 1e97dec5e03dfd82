import { v7 as uuidv7 } from 'uuid'
import { create } from 'zustand'
import { ask, AwayError, RefusedError } from './api.ts'
import { device, type KeptEdit, type KeptProduction, type Misfit } from './device.ts'
import {
  ENDPOINTS,
  retryDelayMs,
  type EditBody,
  type Job,
  type LoggedEdit,
  type Refusal,
  type Role,
  type Snapshot,
} from '@kavrell/contract'
import { fail, ok, type Outcome } from '@kavrell/core/outcome'
import {
  applyChanges,
  type Change,
  invertChanges,
  type PlainChange,
  type KindName,
  type Tables,
  withNewFields,
  refuseTogether,
  refuseValue,
  fieldsAlone,
  NO_RECORDS,
  recordOf,
  seenAt,
  stillUsed,
} from '@kavrell/core/records'

interface Pending {
  readonly edit: EditBody
  readonly queuedAt: string
  sent: boolean
  /** The number the door gave it, once answered; it stays until the edit itself has come back. */
  answered?: number
}
interface Undoable {
  /** The edit that this would take back. */
  readonly editId: string
  readonly label: string
  /** What it wrote, and what takes it back: the same records, last first. */
  readonly wrote: readonly PlainChange[]
  readonly changes: readonly PlainChange[]
}
/** What was written anew since is taken back only when somebody insists. */
export interface Insist {
  readonly says: string
  readonly label: string
  readonly changes: readonly PlainChange[]
  readonly stack: 'undo' | 'redo'
}
export interface Notice {
  readonly says: string
  readonly tone: 'stop' | 'info'
  readonly undo?: boolean
  readonly insist?: Insist
  /** What may be done about it. */
  readonly offer?: { readonly says: string; readonly act: () => void }
}

export interface ProductionState {
  productionId: string | null
  role: Role
  /** Newest edit that is in `confirmed`, and its id: null where this device does not know it. */
  seq: number
  head: string | null
  confirmed: Tables
  /** What screens show: confirmed records with this device's unanswered edits over them. */
  records: Tables
  pending: readonly Pending[]
  /** Edits of this device that no longer fitted when they arrived, until somebody decides. */
  misfits: readonly Misfit[]
  undo: readonly Undoable[]
  redo: readonly Undoable[]
  jobs: readonly Job[]
  connection: 'loading' | 'live' | 'away'
  notice: Notice | null
}

const EMPTY: ProductionState = {
  productionId: null,
  role: 'reader',
  seq: 0,
  head: null,
  confirmed: NO_RECORDS,
  records: NO_RECORDS,
  pending: [],
  misfits: [],
  undo: [],
  redo: [],
  jobs: [],
  connection: 'loading',
  notice: null,
}

export const useProductionStore = create<ProductionState>()(() => EMPTY)
const { getState, setState } = useProductionStore

const withPending = (confirmed: Tables, pending: readonly Pending[], seq: number): Tables =>
  pending.reduce((records, { edit }) => applyChanges(records, edit.changes, seq), confirmed)

export const say = (says: string, tone: Notice['tone'] = 'info', undo = false): void =>
  setState({ notice: { says, tone, undo } })

/** Says something with what may be done about it; it stays until it is put away or something else is said. */
export const offer = (says: string, label: string, act: () => void): void =>
  setState({ notice: { says, tone: 'info', offer: { says: label, act } } })

/** Adds the versions this device saw. */
function versioned(records: Tables, change: PlainChange): Change {
  const { version = 0 } = recordOf(records, change.kind, change.id) ?? {}
  return seenAt(change, version)
}

/** What is wrong with changes before they are sent, as a sentence; undefined if nothing is. */
function wrongWith(records: Tables, changes: readonly PlainChange[]): string | undefined {
  for (const change of changes) {
    if (change.op === 'remove') continue
    const { kind } = change
    for (const [field, value] of Object.entries(change.fields)) {
      const says = refuseValue(kind, field, value)
      if (says) return says
    }
    const together = refuseTogether(kind, { ...recordOf(records, kind, change.id), ...change.fields })
    if (together) return together.says
  }
  return undefined
}

/**
 * The only way records change here: user actions, fixes, undo and redo. Shows the change at once and queues it
 * for the door. What is refused on the spot changes nothing and says why in a sentence.
 */
export function commit(
  label: string,
  changes: readonly PlainChange[],
  origin: 'user' | 'undo' | 'redo' = 'user',
): Outcome<void, string> {
  const state = getState()
  if (changes.length === 0) return ok(undefined)
  const wrong = wrongWith(state.records, changes)
  if (wrong) return fail(wrong)
  const edit: EditBody = {
    id: uuidv7(),
    label: label.slice(0, 200),
    changes: changes.map((change) => versioned(state.records, change)),
  }
  const records = applyChanges(state.records, edit.changes, state.seq)
  const used = stillUsed(state.records, records, changes)
  if (used) return fail(used)
  const before = edit.changes.map((change) => {
    const record = recordOf(state.records, change.kind, change.id)
    if (!record) return null
    return fieldsAlone(change.kind, record)
  })
  const inverse = invertChanges(edit.changes, before)
  const entry = inverse && { editId: edit.id, label, wrote: edit.changes, changes: inverse }
  const mine: Pending = { edit, queuedAt: new Date().toISOString(), sent: false }
  const pending = [...state.pending, mine]
  setState({
    pending,
    records,
    // Its undo would now take back this edit instead of the one it speaks of.
    notice: state.notice?.undo ? null : state.notice,
    ...(origin === 'user' && entry ? { undo: [...state.undo.slice(-99), entry], redo: [] } : {}),
    ...(origin === 'undo' && entry ? { redo: [...state.redo, entry] } : {}),
    ...(origin === 'redo' && entry ? { undo: [...state.undo, entry] } : {}),
  })
  // Kept on the device first: from here on a reload loses nothing.
  void keep([mine]).then(flush)
  return ok(undefined)
}

/** Commits, or tells at once why not. True if it was done. */
export function commitOrSay(label: string, changes: readonly PlainChange[]): boolean {
  const done = commit(label, changes)
  if (!done.ok) say(done.error, 'stop')
  return done.ok
}

/**
 * Sends the oldest unanswered edit. The next one leaves only when the stream has brought this one back, so
 * that everything others did before it is known here first and no version is claimed that was not seen.
 */
/** How often in a row the oldest edit could not be sent. */
let failed = 0
async function flush(): Promise<void> {
  const { pending, productionId } = getState()
  const head = pending[0]
  if (!head || head.sent || !productionId) return
  head.sent = true
  try {
    const { seq } = await ask(ENDPOINTS.edit, { productionId }, head.edit)
    failed = 0
    // Answered before and known already, as after a reload: the stream will not bring it again.
    head.answered = seq
    if (seq <= getState().seq && getState().productionId === productionId) settle(head.edit, seq)
  } catch (error) {
    if (error instanceof RefusedError) {
      if (getState().productionId === productionId) setAside(head, error.refusal)
      return
    }
    if (!(error instanceof AwayError)) throw error
    head.sent = false
    setState({ connection: 'away' })
    setTimeout(() => void flush(), retryDelayMs(++failed, Math.random()))
  }
}

/** Takes an edit that no longer fits out of the queue and keeps it, with why, until somebody decides. */
function setAside(head: Pending, refusal: Refusal): void {
  const { productionId, pending, confirmed, seq, undo: undos, redo: redos, misfits } = getState()
  const others = (entry: Undoable) => entry.editId !== head.edit.id
  const rest = pending.filter((p) => p !== head)
  const misfit: Misfit = {
    id: head.edit.id,
    productionId: productionId!,
    edit: head.edit,
    queuedAt: head.queuedAt,
    refusal,
  }
  setState({
    pending: rest,
    misfits: [...misfits, misfit],
    records: withPending(confirmed, rest, seq),
    undo: undos.filter(others),
    redo: redos.filter(others),
    notice: { says: `“${head.edit.label}” was not saved. ${refusal.says} It is kept among the snags.`, tone: 'stop' },
  })
  device.keepMisfit(misfit).catch(cannotKeep)
  void flush()
}

/** What a misfit and the door disagree about: the field, what is there, what this device wanted. */
export function disagreement(misfit: Misfit): { field: string; current: unknown; mine: unknown } | null {
  const { refusal, edit } = misfit
  if (refusal.code !== 'clash') return null
  const change = edit.changes.find((c) => c.id === refusal.id)
  const mine = change?.op === 'update' ? (change.fields as Readonly<Record<string, unknown>>)[refusal.field] : undefined
  return { field: refusal.field, current: refusal.current, mine }
}

/** Lets a misfit go. With `insist`, what it wanted is done over what is there now, as a new edit. */
export function decideMisfit(misfit: Misfit, insist: boolean): Outcome<void, string> {
  if (insist) {
    const done = commit(misfit.edit.label, misfit.edit.changes)
    if (!done.ok) return done
  }
  setState({ misfits: getState().misfits.filter((m) => m.id !== misfit.id) })
  device.dropMisfit(misfit.id).catch(cannotKeep)
  return ok(undefined)
}

/**
 * Own edits that have their number. The device lets go of them when it keeps records that hold them: a page left before
 * that would else come back without what its hands have done. Sent twice, they are done once.
 */
let written: string[] = []

/** An own edit has its number: it leaves the queue, and later ones have seen what it wrote. */
function settle(edit: Pick<EditBody, 'id' | 'changes'>, number: number): void {
  const { pending, confirmed, seq } = getState()
  const touched: Pending[] = []
  const rest = pending
    .filter((p) => p.edit.id !== edit.id)
    .map((p) => {
      const changes = p.edit.changes.map((c) =>
        c.op !== 'create' && c.version < number && edit.changes.some((e) => e.id === c.id)
          ? { ...c, version: number }
          : c,
      )
      if (changes.every((c, i) => c === p.edit.changes[i])) return p
      const next = { ...p, edit: { ...p.edit, changes } }
      touched.push(next)
      return next
    })
  setState({ pending: rest, records: withPending(confirmed, rest, seq) })
  written.push(edit.id)
  keepSoon()
  void keep(touched)
  void flush()
}

const cannotKeep = (): void =>
  say('This device cannot keep what the server has not answered: do not reload while it is away.', 'stop')

async function keep(edits: readonly Pending[]): Promise<void> {
  const { productionId } = getState()
  const kept = edits.map(({ edit, queuedAt }): KeptEdit => ({
    id: edit.id,
    productionId: productionId!,
    edit,
    queuedAt,
  }))
  await device.keepEdits(kept).catch(cannotKeep)
}

/** Takes in an edit from the stream: somebody else's, or this device's own come back. */
export function receive(edit: LoggedEdit): void {
  const state = getState()
  if (edit.productionId !== state.productionId || edit.seq <= state.seq) return
  const confirmed = applyChanges(state.confirmed, edit.changes, edit.seq)
  keepSoon()
  if (state.pending.some((p) => p.edit.id === edit.id)) {
    setState({ confirmed, seq: edit.seq, head: edit.id })
    settle(edit, edit.seq)
  } else setState({ confirmed, seq: edit.seq, head: edit.id, records: withPending(confirmed, state.pending, edit.seq) })
}

export function receiveJob(job: Job): void {
  const { jobs } = getState()
  setState({ jobs: jobs.some((j) => j.id === job.id) ? jobs.map((j) => (j.id === job.id ? job : j)) : [job, ...jobs] })
}

/** What an older version kept has neither every kind nor every field. */
const withAllKinds = (kept: Tables): Tables =>
  Object.fromEntries(
    Object.entries({ ...NO_RECORDS, ...kept }).map(([kind, records]) => [
      kind,
      Object.fromEntries(
        Object.entries(records).map(([id, record]) => [id, withNewFields(kind as KindName, record as never)]),
      ),
    ]),
  ) as unknown as Tables

/** Shows what this device last knew of a production, with what it has not got answered yet. */
export async function openKept(productionId: string): Promise<void> {
  const { kept, pending, misfits } = await device
    .open(productionId)
    .catch(() => ({ kept: null, pending: [], misfits: [] }))
  const known: Pick<KeptProduction, 'role' | 'seq' | 'head' | 'records'> = kept
    ? { ...kept, records: withAllKinds(kept.records) }
    : { role: 'reader', seq: 0, records: NO_RECORDS }
  const queue = pending.map(({ edit, queuedAt }): Pending => ({ edit, queuedAt, sent: false }))
  written = []
  setState({
    ...EMPTY,
    productionId,
    role: known.role,
    seq: known.seq,
    head: known.head ?? null,
    confirmed: known.records,
    pending: queue,
    misfits,
    records: withPending(known.records, queue, known.seq),
    connection: kept ? 'away' : 'loading',
  })
}

export function openSnapshot(snapshot: Snapshot): void {
  const { productionId, pending, misfits, undo: undos, redo: redos, notice } = getState()
  const same = productionId === snapshot.productionId
  const queue = same ? pending : []
  setState({
    ...EMPTY,
    productionId: snapshot.productionId,
    role: snapshot.role,
    seq: snapshot.seq,
    head: snapshot.head,
    confirmed: snapshot.records,
    pending: queue,
    // What was done while only this device knew the production can be taken back afterwards too.
    ...(same ? { misfits, undo: undos, redo: redos, notice } : {}),
    records: withPending(snapshot.records, queue, snapshot.seq),
    jobs: snapshot.jobs,
    connection: 'live',
  })
  keepSoon()
  // Answered before this snapshot was taken, so it is in there: the stream begins after it and will not bring it.
  for (const { edit, answered } of queue) if (answered !== undefined && answered <= snapshot.seq) settle(edit, answered)
}

const KEEP_AFTER_MS = 3000
let keeping: ReturnType<typeof setTimeout> | null = null

/** Writes the confirmed records to the device, once they have been still for a while. */
function keepSoon(): void {
  keeping ??= setTimeout(keepNow, KEEP_AFTER_MS)
}
export function keepNow(): void {
  if (keeping) clearTimeout(keeping)
  keeping = null
  const { productionId, role, seq, head, confirmed, connection } = getState()
  if (!productionId || connection === 'loading') return
  const ids = written
  written = []
  device.keepProduction({ productionId, role, seq, head, records: confirmed }, ids).catch(cannotKeep)
}

export const setConnection = (connection: ProductionState['connection']): void => {
  setState({ connection })
  if (connection === 'live') void flush()
}
export const dismissNotice = (): void => setState({ notice: null })
