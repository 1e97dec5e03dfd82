import {
  applyChanges,
  type Change,
  type EditBody,
  invertChanges,
  type Job,
  type LoggedEdit,
  type RecordTable,
  type Refusal,
  refuseTogether,
  refuseValue,
  type Role,
  type Snapshot,
} from '@kavrell/contract'
import type { PlainChange } from '@kavrell/core/snags'
import { v7 as uuidv7 } from 'uuid'
import { create } from 'zustand'
import { api, AwayError, RefusedError } from './api.ts'

interface Pending {
  readonly edit: EditBody
  sent: boolean
}
interface Undoable {
  readonly label: string
  readonly changes: readonly PlainChange[]
}
export interface Notice {
  readonly says: string
  readonly tone: 'stop' | 'info'
  readonly undo?: boolean
}

export interface ProductionState {
  productionId: string | null
  role: Role
  /** Newest edit that is in `confirmed`. */
  seq: number
  confirmed: RecordTable
  /** What screens show: confirmed records with this device's unanswered edits over them. */
  records: RecordTable
  pending: readonly Pending[]
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
  confirmed: {},
  records: {},
  pending: [],
  undo: [],
  redo: [],
  jobs: [],
  connection: 'loading',
  notice: null,
}

export const useProductionStore = create<ProductionState>()(() => EMPTY)
const { getState, setState } = useProductionStore

const withPending = (confirmed: RecordTable, pending: readonly Pending[], seq: number): RecordTable =>
  pending.reduce((records, { edit }) => applyChanges(records, edit.changes, seq), confirmed)

export const say = (says: string, tone: Notice['tone'] = 'info', undo = false): void =>
  setState({ notice: { says, tone, undo } })

/** Adds the versions this device saw. */
function versioned(records: RecordTable, change: PlainChange): Change {
  const { op, id } = change
  const kind = change.kind as Change['kind']
  if (op === 'create') return { op, kind, id, fields: { ...change.fields } }
  const version = records[kind]?.[id]?.version ?? 0
  return op === 'remove' ? { op, kind, id, version } : { op, kind, id, version, fields: { ...change.fields } }
}

/** What is wrong with changes before they are sent, as a sentence. */
function refuse(records: RecordTable, changes: readonly PlainChange[]): string | null {
  for (const change of changes) {
    if (change.op === 'remove') continue
    const kind = change.kind as Change['kind']
    for (const [field, value] of Object.entries(change.fields)) {
      const says = refuseValue(kind, field, value)
      if (says) return says
    }
    const together = refuseTogether(kind, { ...records[kind]?.[change.id], ...change.fields })
    if (together) return together.says
  }
  return null
}

/**
 * The only way records change here: user actions, fixes, undo and redo. Shows the change at once, queues it
 * for the door, and gives a sentence if it is refused on the spot, else null.
 */
export function commit(
  label: string,
  changes: readonly PlainChange[],
  origin: 'user' | 'undo' | 'redo' = 'user',
): string | null {
  const state = getState()
  if (changes.length === 0) return null
  const says = refuse(state.records, changes)
  if (says) return says
  const edit: EditBody = {
    id: uuidv7(),
    label: label.slice(0, 200),
    changes: changes.map((change) => versioned(state.records, change)),
  }
  const before = edit.changes.map((change) => {
    const record = state.records[change.kind]?.[change.id]
    if (!record) return null
    const { id: _id, version: _version, ...fields } = record
    return fields
  })
  const inverse = invertChanges(edit.changes, before)
  const entry = inverse && { label, changes: inverse }
  const pending = [...state.pending, { edit, sent: false }]
  setState({
    pending,
    records: applyChanges(state.records, edit.changes, state.seq),
    ...(origin === 'user' && entry ? { undo: [...state.undo.slice(-99), entry], redo: [] } : {}),
    ...(origin === 'undo' && entry ? { redo: [...state.redo, entry] } : {}),
    ...(origin === 'redo' && entry ? { undo: [...state.undo, entry] } : {}),
  })
  void flush()
  return null
}

function takeBack(stack: 'undo' | 'redo'): void {
  const entry = getState()[stack].at(-1)
  if (!entry) return
  setState({ [stack]: getState()[stack].slice(0, -1) })
  const says = commit(
    stack === 'undo' && !entry.label.startsWith('Undo ') ? `Undo ${entry.label}` : entry.label.replace(/^Undo /, ''),
    entry.changes,
    stack,
  )
  say(
    says ?? (stack === 'undo' ? `Undone: ${entry.label}` : `Done again: ${entry.label.replace(/^Undo /, '')}`),
    says ? 'stop' : 'info',
  )
}
export const undo = (): void => takeBack('undo')
export const redo = (): void => takeBack('redo')

/**
 * Sends the oldest unanswered edit. The next one leaves only when the stream has brought this one back, so
 * that everything others did before it is known here first and no version is claimed that was not seen.
 */
async function flush(): Promise<void> {
  const { pending, productionId } = getState()
  const head = pending[0]
  if (!head || head.sent || !productionId) return
  head.sent = true
  try {
    await api(`/productions/${productionId}/edits`, head.edit)
  } catch (error) {
    if (error instanceof RefusedError) {
      dropRefused(head, error.refusal)
      return
    }
    if (!(error instanceof AwayError)) throw error
    head.sent = false
    setState({ connection: 'away' })
    setTimeout(() => {
      void flush()
    }, 2000)
  }
}

function dropRefused(head: Pending, refusal: Refusal): void {
  const { pending, confirmed, seq, undo: undos } = getState()
  const rest = pending.filter((p) => p !== head)
  const mine = head.edit.changes.find((c) => refusal.code === 'clash' && c.id === refusal.id)
  const both =
    refusal.code === 'clash' && mine?.op === 'update'
      ? ` It is now ${show(refusal.current)}; yours was ${show(mine.fields[refusal.field])}.`
      : ''
  setState({
    pending: rest,
    records: withPending(confirmed, rest, seq),
    undo: undos.filter((u) => u.label !== head.edit.label),
    notice: { says: `“${head.edit.label}” was not saved. ${refusal.says}${both}`, tone: 'stop' },
  })
  void flush()
}

const show = (value: unknown): string =>
  typeof value === 'string' || typeof value === 'number' ? `“${value}”` : JSON.stringify(value)

/** Takes in an edit from the stream: somebody else's, or this device's own come back. */
export function receive(edit: LoggedEdit): void {
  const state = getState()
  if (edit.productionId !== state.productionId || edit.seq <= state.seq) return
  const confirmed = applyChanges(state.confirmed, edit.changes, edit.seq)
  const own = state.pending[0]?.edit.id === edit.id
  const pending = own ? state.pending.slice(1) : state.pending
  // Later edits of this device were made over the own one, so they have seen what it wrote.
  const seen = own
    ? pending.map((p) => ({
        ...p,
        edit: {
          ...p.edit,
          changes: p.edit.changes.map((c) =>
            c.op !== 'create' && edit.changes.some((e) => e.id === c.id) ? { ...c, version: edit.seq } : c,
          ),
        },
      }))
    : pending
  setState({ confirmed, seq: edit.seq, pending: seen, records: withPending(confirmed, seen, edit.seq) })
  if (own) void flush()
}

export function receiveJob(job: Job): void {
  const { jobs } = getState()
  setState({ jobs: jobs.some((j) => j.id === job.id) ? jobs.map((j) => (j.id === job.id ? job : j)) : [job, ...jobs] })
}

export function openSnapshot(snapshot: Snapshot): void {
  const pending = getState().productionId === snapshot.productionId ? getState().pending : []
  setState({
    ...EMPTY,
    productionId: snapshot.productionId,
    role: snapshot.role,
    seq: snapshot.seq,
    confirmed: snapshot.records,
    pending,
    records: withPending(snapshot.records, pending, snapshot.seq),
    jobs: snapshot.jobs,
    connection: 'live',
  })
}
export const setConnection = (connection: ProductionState['connection']): void => {
  setState({ connection })
  if (connection === 'live') void flush()
}
export const dismissNotice = (): void => setState({ notice: null })
