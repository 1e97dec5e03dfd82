import { asId, byId, type Production } from '../records/index.ts'
import { runStates } from '../takes/index.ts'
import { counted, sayBytes } from '../text/index.ts'

/** One thing that happened to a card. */
export interface CardEvent {
  /** When it happened, by what was said then. */
  readonly at: string
  /** By the numbers of edits: clocks of devices differ, numbers do not. */
  readonly version: number
  readonly says: string
  /** After it the card holds nothing. */
  readonly empties: boolean
}

/** All that the ledgers know of a card, the oldest first. */
export function cardLife(production: Production, cardId: string): CardEvent[] {
  const device = (ids: { readonly cameraId: string | null; readonly recorderId: string | null }) =>
    byId(production.camera, ids.cameraId as never)?.letter ?? byId(production.recorder, ids.recorderId as never)?.letter ?? 'a device' // prettier-ignore
  const drive = (id: string) => byId(production.drive, id as never)?.label ?? 'a drive no longer listed'
  const person = (id: string) => byId(production.person, id as never)?.name ?? 'somebody no longer listed'
  const events: CardEvent[] = []
  const add = (at: string, version: number, says: string, empties = false) =>
    events.push({ at, version, says, empties })
  const of = <T extends { readonly cardId: string | null }>(entries: Readonly<Record<string, T>>) => Object.values(entries).filter((one) => one.cardId === cardId) // prettier-ignore

  const words = { in: 'put into', out: 'taken out of', formatted: 'formatted in' } as const
  for (const move of of(production.cardMove)) add(move.happenedAt, move.version, `${words[move.type]} ${device(move)}`, move.type === 'formatted') // prettier-ignore
  const runs = runStates(production).filter((run) => !run.struck && run.cardsNamed.includes(asId<'card'>(cardId)))
  const takeIds = new Set<string>(runs.flatMap(({ takeId }) => takeId ?? []))
  for (const take of Object.values(production.take))
    if (takeIds.has(take.id) || take.cardIds.includes(asId<'card'>(cardId))) add(take.startedAt, take.version, `${take.slate} take ${take.number} recorded`) // prettier-ignore
  for (const run of runs) {
    const entry = run.takeId === null ? byId(production.run, run.id) : undefined
    if (entry) add(entry.startedAt, entry.version, 'a recording of no take')
  }
  for (const run of of(production.copyRun)) {
    const from = run.fromDriveId ? ` from ${drive(run.fromDriveId)}` : ''
    const what = run.outcome === 'complete' ? `copied${from} to ${drive(run.driveId)}: ${counted(run.files, 'file')}, ${sayBytes(run.bytes * run.bytesStandFor)}` : `copied${from} to ${drive(run.driveId)} in part` // prettier-ignore
    add(run.endedAt, run.version, what)
    for (const check of Object.values(production.copyCheck))
      if (check.copyRunId === run.id) add(check.checkedAt, check.version, `copy on ${drive(run.driveId)} ${check.outcome === 'same' ? 'read back, the same' : 'read back, differs'}`) // prettier-ignore
  }
  for (const look of of(production.cardLook)) add(look.lookedAt, look.version, 'looked at: all of the log is on it')
  for (const entry of of(production.custody)) {
    add(entry.since, entry.version, `given to ${person(entry.personId)}${entry.place ? `, ${entry.place}` : ''}`)
    for (const yes of Object.values(production.custodyYes))
      if (yes.custodyId === entry.id) add(yes.happenedAt, yes.version, yes.says === 'has it' ? `${person(entry.personId)} has it` : `${person(entry.personId)} says that it never came`) // prettier-ignore
  }
  for (const wipe of of(production.wipe)) add(wipe.wipedAt, wipe.version, 'wiped', true)
  return events.sort((a, b) => a.version - b.version || a.at.localeCompare(b.at))
}
