import { useFresh } from '../store/fresh.ts'
import { askRemoval } from '../store/removing.ts'
import { newId } from '../store/newId.ts'
import { say, commitOrSay, useProductionStore } from '../store/production.ts'
import { createRecord, type Id, type KindName, type RecordFields, removalOf, usesOf } from '@kavrell/core/records'

/** Adds one record with what is given over what its fields start with; tells if it is refused. Gives its id, or null. */
export function addRecord<K extends KindName>(
  kind: K,
  label: string,
  given: Partial<RecordFields<K>> = {},
): Id<K> | null {
  const id = newId<K>()
  if (!commitOrSay(label, [createRecord(kind, given, id)])) return null
  useFresh.setState({ id })
  return id
}

/** Removes one record, with what is nothing without it, and offers the undo; asks where others still use it. */
export function takeOut<K extends KindName>(kind: K, id: Id<K>, name: string): void {
  const { records } = useProductionStore.getState()
  if (usesOf(records, kind, [id]).length > 0) return askRemoval({ kind, ids: [id], name })
  const changes = removalOf(records, kind, [id])
  if (commitOrSay(`Remove ${name}`, changes)) say(`Removed ${name}.`, 'info', true)
}

const ALPHABET = [...'ABCDEFGHIJKLMNOPQRSTUVWXYZ']

/** The next free letter: A, B, … Z, AA; or from another one on. */
export function nextLetter(used: readonly string[], from = 'A'): string {
  const letters = ALPHABET.slice(ALPHABET.indexOf(from))
  return [...letters, ...ALPHABET.map((l) => `A${l}`)].find((letter) => !used.includes(letter)) ?? 'ZZ'
}

/** Adds a camera, from A on, or a recorder, from R on, by a letter that no other device has. */
export function addDevice(kind: 'camera' | 'recorder'): void {
  const { camera, recorder } = useProductionStore.getState().records
  const used = [...Object.values(camera), ...Object.values(recorder)].map(({ letter }) => letter)
  addRecord(kind, `Add a ${kind}`, { letter: nextLetter(used, kind === 'camera' ? 'A' : 'R') })
}

/** The first of A1, A2, A3 … that nothing is called yet. */
export function nextNumbered(name: string, used: readonly string[]): string {
  let number = 1
  while (used.includes(`${name}${number}`)) number++
  return `${name}${number}`
}
