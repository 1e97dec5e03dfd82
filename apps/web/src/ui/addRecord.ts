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

/** The next free letter: A, B, … Z, AA. */
export function nextLetter(used: readonly string[]): string {
  const letters = [...'ABCDEFGHIJKLMNOPQRSTUVWXYZ']
  return [...letters, ...letters.map((l) => `A${l}`)].find((letter) => !used.includes(letter)) ?? 'ZZ'
}

/** The first of A1, A2, A3 … that nothing is called yet. */
export function nextNumbered(name: string, used: readonly string[]): string {
  let number = 1
  while (used.includes(`${name}${number}`)) number++
  return `${name}${number}`
}
